export { ImportSheet } from './ImportSheet';
export { RunProgress } from './Outcome';
export { type ChosenFile, chooseImport, MOST_BYTES, useRunning } from './useImport';

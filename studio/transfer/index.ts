export { useIncoming } from './incoming';
export { RunProgress } from './Outcome';
export { type ChosenFile, chooseImport, MOST_BYTES, readImport, useRunning } from './useImport';

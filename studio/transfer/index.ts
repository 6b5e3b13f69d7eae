export { ImportSheet } from './ImportSheet';
export { type ChosenFile, chooseImport } from './useImport';

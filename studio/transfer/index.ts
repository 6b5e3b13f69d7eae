export { ImportSheet } from './ImportSheet';
export { chooseImport } from './useImport';

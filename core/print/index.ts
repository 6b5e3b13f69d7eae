export * from './printPage';
export { type Label, LABELS_A_SHEET, printLabels } from './printLabels';

export type { FieldProps, InputProps, RecordProps, RowProps } from '../base/own';
export type { CompiledApp } from '@/core/compiled';
export * from './app';
export * from './columns';
export { listing } from './list';
export { entry, input, part, total } from './part';
export { type TableOf, table } from './table';
export { type ListedOf, type Page, recordsOf, useRecord, useRecordList, useRecords } from './records';
export { routine, step, type StepSaid } from './routine';
export { cards, field, pictures, rows } from './row';
export {
  calendarScreen,
  codesOf,
  formScreen,
  listScreen,
  menuScreen,
  recordScreen,
  reportScreen,
  scanScreen,
  settingsScreen,
} from './screens';
export { sql } from './statement';

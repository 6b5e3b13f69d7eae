export type { CompiledApp } from '@/core/compiled';
export * from './app';
export * from './columns';
export type { ListSaid } from './list';
export { type TableOf, table } from './table';
export { type Named, recordsOf, useRecord, useRecords } from './records';
export { routine, step, type StepSaid } from './routine';
export { cards, field, input, pictures, rows } from './row';
export { sql } from './statement';

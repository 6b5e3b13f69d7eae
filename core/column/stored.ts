import type { AskedColumn, Column, StoredColumn, Table } from '@/core/model';
/** Whether a new record cannot be without a value given for the column. */
export const mustBeGiven = (column: Column): boolean =>
  isAsked(column) && column.required && column.kind !== 'yesNo' && column.default.kind === 'none';

/** A column that a form asks for: stored, and not filled by the database itself. */
export const isAsked = (column: Column): column is AskedColumn =>
  isStored(column) && column.kind !== 'created' && column.kind !== 'changed';
export const isStored = (column: Column): column is StoredColumn => column.kind !== 'expression';
/** A table as the database holds it: without what is computed. */
export const storedTable = (table: Table): Table => ({ ...table, columns: table.columns.filter(isStored) });

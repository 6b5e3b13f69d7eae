import type { AskedColumn, Column, StoredColumn, Table } from '@/core/model';
import { traitsOf } from './kinds';

/** Whether a new record cannot be without a value given for the column. */
export const mustBeGiven = (column: Column): boolean =>
  isAsked(column) && column.required && !traitsOf(column).neverBlank && column.default.kind === 'none';

/** A column that a form asks for: stored, and not filled by the database itself. */
export const isAsked = (column: Column): column is AskedColumn => traitsOf(column).filledBy === 'people';
export const isStored = (column: Column): column is StoredColumn => traitsOf(column).filledBy !== 'expression';
/** A column that the database fills in. */
export const isFilled = (column: Column): boolean => traitsOf(column).filledBy === 'database';
/** A table as the database holds it: without what is computed. */
export const storedTable = (table: Table): Table => ({ ...table, columns: table.columns.filter(isStored) });

import { type ColumnOf, type Table } from '@/core/model';
import { type ForeignKey, type SourceColumn, type SourceTable } from './sqliteSource';

/** How the rows of one table are read out of the file: each page as JSON, an array of rows that begin with their id. */
export interface SourceCopy {
  tableId: string;
  /** The ids of the columns, in the order of the values. */
  columns: string[];
  count: number;
  /** Gives one row: `rows` as JSON, `count` and `last`; parameters `after` (0 at first) and `most`. */
  sql: string;
  /** The same rows as they are, id first; the same parameters. */
  select: string;
}

export interface Planned {
  source: SourceTable;
  table: Table;
  /** The number of a row under the alias, as SQL; `join` brings in the table that it comes from. */
  id: (alias: string) => string;
  numbers: string | null;
  links: { key: ForeignKey; column: ColumnOf<'link'> }[];
  report: string[];
}

/** The column that is the rowid itself. */
export const rowidColumn = (table: SourceTable): SourceColumn | null => {
  const [key, ...more] = keyColumns(table);
  return key && more.length === 0 && key.type === 'INTEGER' && !table.withoutRowid ? key : null;
};

export function freeName(name: string, taken: readonly string[]): string {
  const base = name.slice(0, 74).trim() || 'Table';
  let free = base;
  for (let number = 2; taken.some((other) => other.toLowerCase() === free.toLowerCase()); number++)
    free = `${base} ${number}`;
  return free;
}

/** An identifier in words: "costume_budget" and "costumeBudget" are "Costume budget". */
export function words(identifier: string): string {
  const spaced = identifier
    .replace(/([\p{Ll}\d])(\p{Lu})/gu, '$1 $2')
    .replace(/[_\s]+/g, ' ')
    .trim();
  const text = /\s/.test(spaced) && spaced !== identifier ? spaced.toLowerCase() : spaced;
  return text.charAt(0).toUpperCase() + text.slice(1);
}

export const keyColumns = ({ columns }: SourceTable): SourceColumn[] =>
  columns.filter(({ key }) => key > 0).sort((left, right) => left.key - right.key);

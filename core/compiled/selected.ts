import { SHOWN_NAME } from './columns';
import { ownerFragment } from './owner';
import type { Statement } from './statement';
import type { Column } from '@/core/model';
import { as, constant, type Fragment, name, param, rowsOf, sql } from '@/core/sql';

/** Something that a statement selects, and what it is called in the rows. */
export interface Selected {
  key: string;
  value: Fragment;
}

export const select = (selected: readonly Selected[]): Fragment[] => selected.map(({ key, value }) => as(value, key));

/** What statements about the rows of a table begin with. */
export interface RowsOf {
  /** The table by its name in SQL, and all those whose rows have owners. */
  table: string;
  owned: readonly string[];
  /** The id and the name of a row. */
  named: readonly Fragment[];
  /** What puts rows in order by their names. */
  byName: Fragment;
  /**
   * The values that are not simply in the table, by the identifiers of their columns: what is computed, the name behind
   * a link, what each person has for themselves.
   */
  values: Readonly<Record<string, Fragment>>;
}

/** A column as a row of its table gives it. */
export const valueOfColumn = ({ table, values }: ValuesOf, { identifier }: Pick<Column, 'identifier'>): Fragment =>
  values[identifier] ?? sql`${name(table)}.${name(identifier)}`;

type ValuesOf = Pick<RowsOf, 'table' | 'values'>;

/** What rows are put in order by where they go by a column. */
export function sortKey({ values }: ValuesOf, { kind, identifier }: Column): Fragment {
  const value = values[identifier] ?? name(identifier);
  const isText = kind === 'text' || kind === 'longText' || kind === 'choice' || kind === 'link';
  return isText ? sql`${value} COLLATE NOCASE` : value;
}

/** What a filter holds against what is given: of a link the id of its record. */
export const filterKey = (rows: ValuesOf, column: Column): Fragment =>
  column.kind === 'link' ? sql`${name(rows.table)}.${name(column.identifier)}` : valueOfColumn(rows, column);

/** Selects something of one record; parameter `id`. */
export const ofRecord = ({ table, owned }: Pick<RowsOf, 'table' | 'owned'>, selected: readonly Fragment[]): Statement =>
  ownerFragment(owned, sql`SELECT ${selected} FROM ${rowsOf(table)} WHERE ${name(table)}."id" = ${param('id')}`);

/** How the rows of a table begin that are named by one of their columns; `one` is what a record is called. */
export function namedByColumn(table: string, one: string, column: Column): Pick<RowsOf, 'named' | 'byName'> {
  const [id, value] = [sql`${name(table)}."id"`, name(column.identifier)];
  const own = sql`nullif(CAST((${name(table)}.${value}) AS TEXT), '')`;
  const shown = sql`coalesce(${own}, ${constant(`${one} `)} || ${id})`;
  return { named: [id, as(shown, SHOWN_NAME)], byName: sql`${value} COLLATE NOCASE` };
}

import { isAsked, isFilled, isLink } from '@/core/column';
import {
  type CompiledTable,
  lazily,
  listOf,
  type ListSaid,
  namedByColumn,
  placesOfCodes,
  rowOf,
  type RowSaid,
  type RowsOf,
  type TableStatements,
  textsOfOwn,
  usualOfTable,
  usualReads,
  usualRules,
  usualWrites,
  type UsualWrites,
} from '@/core/compiled';
import type { AskedColumn, Column } from '@/core/model';

/** What is read and written of a table; what is written as for all tables may be left out. */
type Usual = keyof UsualWrites | keyof typeof usualRules | 'record' | 'shown' | 'names';
type StatementsSaid = Omit<TableStatements, Usual> & Partial<Pick<TableStatements, Usual>>;

/** A table of the app: its columns by their names, and all that is read and written of it. */
export interface TableSaid<C extends Record<string, Column>> extends Omit<
  CompiledTable,
  'columns' | 'recordName' | 'namedBy' | 'list' | 'statements' | 'codes' | 'filled' | 'search'
> {
  one: string;
  columns: C;
  /** The column that names a record, where one does. */
  namedBy: C[keyof C] | null;
  /** Whether each row is only for the person who made it. */
  owned?: boolean;
  /**
   * How its records are called and put in order, where it is not by a column; the values that are not simply in it, by
   * their columns; and the tables of which everybody has rows of their own.
   */
  rows?: Partial<Omit<RowsOf, 'table' | 'values'>> & {
    values?: Readonly<Partial<Record<keyof C, RowsOf['values'][string]>>>;
  };
  list: Omit<ListSaid, 'row'> & { row: RowSaid };
  statements: StatementsSaid;
}

export type TableOf<C extends Record<string, Column>> = Omit<CompiledTable, 'columns'> & {
  columns: C;
  asked: AskedColumn[];
};

export function table<C extends Record<string, Column>>(said: TableSaid<C>): TableOf<C> {
  const { one, namedBy, owned = false, list, statements, rows: called, ...rest } = said;
  const columns = Object.values<Column>(said.columns);
  const byColumn = namedBy ? namedByColumn(said.identifier, one, namedBy) : {};
  const rows = { owned: [], values: {}, ...byColumn, ...called, table: said.identifier } as unknown as RowsOf;
  const isComputed = (column: Column) => column.identifier in rows.values && !isLink(column) && !column.perPerson;
  const asked = columns.filter((column): column is AskedColumn => isAsked(column) && !isComputed(column));
  const own = asked.filter(({ perPerson }) => !perPerson).map(({ identifier }) => identifier);
  const search = textsOfOwn({ id: said.id, identifier: said.identifier, columns: asked });
  const usual = { ...usualOfTable(said.id, rows, columns, search), row: rowOf(list.row, rows) };
  const made = {
    ...rest,
    recordName: one,
    namedBy: namedBy?.id ?? null,
    asked,
    filled: columns.filter(isFilled).map(({ identifier }) => identifier),
    search,
    codes: placesOfCodes({ id: said.id, recordName: one }, rows, asked),
    list: listOf({ ...list, row: undefined }, usual),
  };
  return lazily(made, 'statements', () => ({
    ...usualWrites(said.identifier, own, owned),
    ...usualReads(rows, columns),
    ...usualRules,
    ...statements,
  }));
}

/** The table as the kit runs it. */
export function compiledTable<C extends Record<string, Column>>(said: TableOf<C>): CompiledTable {
  const { id, name, recordName, identifier, asked, filled, namedBy, search, codes, list } = said;
  const made = { id, name, recordName, identifier, columns: asked, filled, namedBy, search, codes, list };
  return lazily(made, 'statements', () => said.statements);
}

import { isAsked } from '@/core/column';
import {
  type CompiledTable,
  type TableStatements,
  usualReads,
  usualRules,
  usualWrites,
  type UsualWrites,
} from '@/core/compiled';
import type { AskedColumn, Column } from '@/core/model';
import { type ListSaid, listOf } from './list';

/** What is read and written of a table; what is written as for all tables may be left out. */
type Usual = keyof UsualWrites | keyof typeof usualRules | 'shown' | 'names';
type StatementsSaid = Omit<TableStatements, Usual> & Partial<Pick<TableStatements, Usual>>;

/** The list of all its records searches what the table does. */
type TableListSaid = Omit<ListSaid, 'fragments'> & {
  fragments: Omit<ListSaid['fragments'], 'search'> & Partial<Pick<ListSaid['fragments'], 'search'>>;
};

/** A table of the app: its columns by their names, and all that is read and written of it. */
export interface TableSaid<C extends Record<string, Column>> extends Omit<
  CompiledTable,
  'columns' | 'recordName' | 'namedBy' | 'list' | 'statements' | 'codes'
> {
  one: string;
  columns: C;
  /** The column that names a record, where one does. */
  namedBy: C[keyof C] | null;
  /** Those that are computed: nobody fills them in. */
  computed?: readonly C[keyof C][];
  /** Whether each row is only for the person who made it. */
  owned?: boolean;
  codes?: CompiledTable['codes'];
  list: TableListSaid;
  statements: StatementsSaid;
}

export type TableOf<C extends Record<string, Column>> = Omit<CompiledTable, 'columns'> & {
  columns: C;
  asked: AskedColumn[];
};

export function table<C extends Record<string, Column>>(said: TableSaid<C>): TableOf<C> {
  const { one, namedBy, computed = [], owned = false, codes = [], list, statements, ...rest } = said;
  const asked = Object.values<Column>(said.columns).filter(
    (column): column is AskedColumn => isAsked(column) && !computed.some(({ id }) => id === column.id),
  );
  const identifiers = asked.filter(({ perPerson }) => !perPerson).map(({ identifier }) => identifier);
  const search = { own: said.search, only: null, linked: [] };
  const all = listOf({ ...list, fragments: { search, ...list.fragments } });
  return {
    ...rest,
    recordName: one,
    namedBy: namedBy?.id ?? null,
    asked,
    codes,
    list: all,
    statements: {
      ...usualWrites(said.identifier, identifiers, owned),
      ...usualReads(all.fragments),
      ...usualRules,
      ...statements,
    },
  };
}

/** The table as the kit runs it. */
export const compiledTable = <C extends Record<string, Column>>({ asked, ...rest }: TableOf<C>): CompiledTable => ({
  ...rest,
  columns: asked,
});

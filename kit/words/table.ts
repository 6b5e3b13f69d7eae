import { isAsked } from '@/core/column';
import { type CompiledTable, type TableStatements, usualWrites, type UsualWrites } from '@/core/compiled';
import type { AskedColumn, Column } from '@/core/model';
import { type ListSaid, listOf } from './list';

/** What is read and written of a table; what is written as for all tables may be left out. */
type StatementsSaid = Omit<TableStatements, keyof UsualWrites> & Partial<UsualWrites>;

/** A table of the app: its columns by their names, and all that is read and written of it. */
export interface TableSaid<C extends Record<string, Column>> extends Omit<
  CompiledTable,
  'columns' | 'recordName' | 'namedBy' | 'list' | 'statements'
> {
  one: string;
  columns: C;
  /** The column that names a record, where one does. */
  namedBy: C[keyof C] | null;
  /** Those that are computed: nobody fills them in. */
  computed?: readonly C[keyof C][];
  /** Whether each row is only for the person who made it. */
  owned?: boolean;
  list: ListSaid;
  statements: StatementsSaid;
}

export type TableOf<C extends Record<string, Column>> = Omit<CompiledTable, 'columns'> & {
  columns: C;
  asked: AskedColumn[];
};

export function table<C extends Record<string, Column>>(said: TableSaid<C>): TableOf<C> {
  const { one, namedBy, computed = [], owned = false, list, statements, ...rest } = said;
  const asked = Object.values<Column>(said.columns).filter(
    (column): column is AskedColumn => isAsked(column) && !computed.some(({ id }) => id === column.id),
  );
  const identifiers = asked.filter(({ perPerson }) => !perPerson).map(({ identifier }) => identifier);
  return {
    ...rest,
    recordName: one,
    namedBy: namedBy?.id ?? null,
    asked,
    list: listOf(list),
    statements: { ...usualWrites(said.identifier, identifiers, owned), ...statements },
  };
}

/** The table as the kit runs it. */
export const compiledTable = <C extends Record<string, Column>>({ asked, ...rest }: TableOf<C>): CompiledTable => ({
  ...rest,
  columns: asked,
});

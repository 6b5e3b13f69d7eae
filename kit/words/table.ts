import { isAsked } from '@/core/column';
import type { CompiledTable } from '@/core/compiled';
import type { AskedColumn, Column } from '@/core/model';

/** A table of the app: its columns by their names, and all that is read and written of it. */
export interface TableSaid<C extends Record<string, Column>> extends Omit<
  CompiledTable,
  'columns' | 'recordName' | 'namedBy'
> {
  one: string;
  columns: C;
  /** The column that names a record, where one does. */
  namedBy: C[keyof C] | null;
  /** Which of them people fill in; what is computed is not. */
  computed?: readonly C[keyof C][];
}

export type TableOf<C extends Record<string, Column>> = Omit<CompiledTable, 'columns'> & {
  columns: C;
  asked: AskedColumn[];
};

export function table<C extends Record<string, Column>>(said: TableSaid<C>): TableOf<C> {
  const { one, namedBy, computed = [], ...rest } = said;
  return {
    ...rest,
    recordName: one,
    namedBy: namedBy?.id ?? null,
    asked: Object.values<Column>(said.columns).filter(
      (column): column is AskedColumn => isAsked(column) && !computed.some(({ id }) => id === column.id),
    ),
  };
}

/** The table as the kit runs it. */
export const compiledTable = <C extends Record<string, Column>>({ asked, ...rest }: TableOf<C>): CompiledTable => ({
  ...rest,
  columns: asked,
});

import { type CompiledList, rowOf, type RowSaid, usualCells } from '@/core/compiled';

/** A list as a module says it: what follows from the rest is left out. */
export type ListSaid = Omit<CompiledList, 'row'> & { row: RowSaid };

export function listOf({ row, ...list }: ListSaid): CompiledList {
  const { table, selected, owned } = list.fragments;
  return { ...list, row: { ...rowOf(row, table), cells: usualCells(table, selected, owned) } };
}

import { type CompiledList, rowOf, type RowSaid, usualCells, usualList } from '@/core/compiled';

type Usual = keyof typeof usualList;

/** A list as a module says it: what follows from the rest, or holds for most, is left out. */
export type ListSaid = Omit<CompiledList, 'row' | Usual> & Partial<Pick<CompiledList, Usual>> & { row: RowSaid };

export function listOf({ row, ...list }: ListSaid): CompiledList {
  const shown = rowOf(row, list.fragments.table);
  return { ...usualList, ...list, row: { ...shown, cells: usualCells(shown, list.fragments) } };
}

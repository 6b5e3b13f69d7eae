import { type CompiledList, type CompiledRow, usualCells } from '@/core/compiled';

/** A list as a module says it: what follows from the rest may be left out. */
export type ListSaid = Omit<CompiledList, 'row'> & {
  row: Omit<CompiledRow, 'cells'> & Partial<Pick<CompiledRow, 'cells'>>;
};

export const listOf = ({ row, ...list }: ListSaid): CompiledList => ({
  ...list,
  row: { cells: usualCells(list.fragments.table, list.fragments.selected, list.fragments.owned), ...row },
});

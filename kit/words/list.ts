import {
  type CompiledList,
  type ListFragments,
  rowOf,
  type RowSaid,
  usualCells,
  usualFragments,
  usualList,
} from '@/core/compiled';

type Usual = keyof typeof usualList;
type UsualFragments = keyof typeof usualFragments;

export type FragmentsSaid = Omit<ListFragments, UsualFragments> & Partial<Pick<ListFragments, UsualFragments>>;

/** A list as a module says it: what follows from the rest, or holds for most, is left out. */
export type ListSaid = Omit<CompiledList, 'row' | 'fragments' | Usual> &
  Partial<Pick<CompiledList, Usual>> & { row: RowSaid; fragments: FragmentsSaid };

export function listOf({ row, ...list }: ListSaid): CompiledList {
  const fragments = { ...usualFragments, ...list.fragments };
  const shown = rowOf(row, fragments.table);
  return { ...usualList, ...list, fragments, row: { ...shown, cells: usualCells(shown, fragments) } };
}

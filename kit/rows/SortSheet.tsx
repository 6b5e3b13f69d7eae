import { ActionSheet } from './ActionSheet';
import type { Sort } from '@/core/compiled';
import type { Column } from '@/core/model';

/** The ways to sort a list; choosing the one of now turns it round. */
export function SortSheet({
  title,
  columns,
  sort,
  onSort,
  onClose,
}: {
  title: string;
  columns: readonly Column[];
  sort: Sort;
  onSort: (sort: Sort) => void;
  onClose: () => void;
}) {
  const choices = [{ id: 'name', name: 'Record name' }, ...columns];
  const flipped = sort.direction === 'ascending' ? 'descending' : 'ascending';
  return (
    <ActionSheet
      title={`Sort ${title}`}
      onClose={onClose}
      actions={choices.map(({ id, name }) => ({
        label: sort.by === id ? `${name}, ${sort.direction}` : name,
        selected: sort.by === id,
        onPress: () => onSort({ by: id, direction: sort.by === id ? flipped : 'ascending' }),
      }))}
    />
  );
}

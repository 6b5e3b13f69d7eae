import ArrowDownUp from 'lucide-react-native/icons/arrow-down-up';
import Ellipsis from 'lucide-react-native/icons/ellipsis';
import ListFilter from 'lucide-react-native/icons/list-filter';
import Plus from 'lucide-react-native/icons/plus';
import type { LucideIcon } from 'lucide-react-native';
import { useKit } from '../../base/context';
import { IconButton, TopBar } from '../../base/parts';
import type { ListRows } from '../../data/useRows';
import type { CompiledScreenOf, CompiledTable } from '@/core/compiled';

/** Something that can be done with a whole list. */
export interface ListAct {
  icon: LucideIcon;
  label: string;
  onPress(): void;
}

export type ListSheet = 'sort' | 'filter' | 'more' | 'list';

interface ListHeadProps {
  screen: CompiledScreenOf<'list'>;
  table: CompiledTable;
  rows: ListRows;
  /** The record that the list belongs to, where it is opened from one. */
  owner: { name: string; title: string } | null | undefined;
  /** Whether the list is named after that record. */
  isOfOwner: boolean;
  isNarrowed: boolean;
  isFiltered: boolean;
  more: readonly ListAct[];
  onSheet(sheet: ListSheet): void;
  onAdd: (() => void) | null;
}

function countWords({ count, atLeast }: ListRows, isNarrowed: boolean, locale: string): string {
  if (count === null) return ' ';
  const figure = new Intl.NumberFormat(locale).format(count);
  if (isNarrowed) return `${atLeast ? 'More than ' : ''}${figure} found`;
  return `${figure} ${count === 1 ? 'record' : 'records'}`;
}

/** A list's name, how many records it has, and what can be done with it. */
export function ListHead({ screen, table, rows, owner, more, onSheet, onAdd, ...is }: ListHeadProps) {
  const { settings } = useKit();
  const { list, name } = screen;
  const count = countWords(rows, is.isNarrowed, settings.locale);
  return (
    <TopBar
      title={(is.isOfOwner ? owner?.title : undefined) ?? name}
      detail={owner ? `${owner.name} · ${count}` : count}
    >
      {/* With more than one of these they stand behind one button: the name of the list needs the room. */}
      {more.length > 1 ? (
        <IconButton icon={Ellipsis} label={`More of ${name}`} onPress={() => onSheet('more')} />
      ) : (
        more.map(({ icon, label, onPress }) => <IconButton key={label} icon={icon} label={label} onPress={onPress} />)
      )}
      {list.filters.length > 0 ? (
        <IconButton
          icon={ListFilter}
          label={`Filter ${name}`}
          tone={is.isFiltered ? 'accent' : 'ink'}
          onPress={() => onSheet('filter')}
        />
      ) : null}
      {list.sorts.length > 0 ? (
        <IconButton icon={ArrowDownUp} label={`Sort ${name}`} onPress={() => onSheet('sort')} />
      ) : null}
      {onAdd ? <IconButton icon={Plus} label={`Add ${table.recordName}`} tone="accent" onPress={onAdd} /> : null}
    </TopBar>
  );
}

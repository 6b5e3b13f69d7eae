import { View } from 'react-native';
import { PhoneSheet } from '../../base/parts';
import { ActionSheet } from '../../rows/ActionSheet';
import { FilterSheet } from '../../rows/FilterSheet';
import { SortSheet } from '../../rows/SortSheet';
import { WorkingItems } from '../../scanning/WorkingItems';
import type { WorkingList } from '../../scanning/useWorkingList';
import type { ListSheet } from './ListHead';
import type { Asking } from './useAsking';
import { byName, type CompiledScreenOf } from '@/core/compiled';

interface ListSheetsProps {
  screen: CompiledScreenOf<'list'>;
  asking: Asking;
  working: WorkingList;
  more: Parameters<typeof ActionSheet>[0]['actions'];
  sheet: ListSheet | null;
  onSheet(sheet: ListSheet | null): void;
}

/** The sheet of a list that is open: its order, filters, working list, or what else can be done. */
export function ListSheets({ screen, asking, working, more, sheet, onSheet }: ListSheetsProps) {
  const { name, list, behaviour } = screen;
  const close = () => onSheet(null);
  switch (sheet) {
    case 'sort':
      return (
        <SortSheet
          title={name}
          columns={list.sorts}
          sort={asking.sort.by === 'design' ? byName : asking.sort}
          onSort={asking.setSort}
          onClose={close}
        />
      );
    case 'filter':
      return (
        <FilterSheet
          title={name}
          columns={list.filters}
          filters={asking.filters}
          onFilter={asking.setFilters}
          onClose={close}
        />
      );
    case 'more':
      return <ActionSheet title={name} onClose={close} actions={more} />;
    case 'list':
      return (
        <PhoneSheet title={`On the list of ${name}`} onClose={close}>
          <View className="px-5">
            <WorkingItems
              list={working}
              verb="chosen"
              counts={behaviour.collect !== null && behaviour.collect.countIdentifier !== null}
            />
          </View>
        </PhoneSheet>
      );
    case null:
      return null;
  }
}

import { useCallback, useEffect, useMemo, useRef } from 'react';
import { type NativeScrollEvent, type NativeSyntheticEvent, View, VirtualizedList, type ViewToken } from 'react-native';
import { GestureDetector } from 'react-native-gesture-handler';
import type { CompiledTable, Sort } from '@/core/compile';
import { useKit } from './context';
import { ListRow, ROW_HEIGHT } from './ListRow';
import type { ListRows } from './useRows';
import { useRowSwipe } from './useRowSwipe';
import { useWrites } from './useWrites';

/** What can be done with a record of a list; each stays the same function from one rendering to the next. */
export function useRowActions(table: CompiledTable) {
  const { navigation } = useKit();
  const { remove } = useWrites(table);
  const { go } = navigation;
  const open = useCallback((id: number) => go({ screenId: `record-${table.id}`, recordId: id }), [go, table.id]);
  const edit = useCallback((id: number) => go({ screenId: `form-${table.id}`, recordId: id }), [go, table.id]);
  const drop = useCallback((id: number) => void remove(id), [remove]);
  return { open, edit, drop };
}

interface RecordListProps {
  table: CompiledTable;
  rows: ListRows;
  search: string;
  sort: Sort;
  actions: ReturnType<typeof useRowActions>;
  onActions(record: { id: number; name: string }): void;
}

/** The rows themselves, as many as are in sight. */
export function RecordList({ table, rows, search, sort, actions, onActions }: RecordListProps) {
  const { settings } = useKit();
  const { count, rowAt, answered, show } = rows;
  const scrolled = useRef(0);
  const { swipe, gesture, close, takesPress } = useRowSwipe((y) => Number(rowAt(Math.floor((y + scrolled.current) / ROW_HEIGHT))?.id ?? 0) || undefined);
  useEffect(close, [close, search, sort]);

  const { open, edit, drop } = actions;
  const press = useCallback((id: number) => void (takesPress() || open(id)), [open, takesPress]);
  const editAndClose = useCallback(
    (id: number) => {
      close();
      edit(id);
    },
    [close, edit],
  );
  const viewability = useMemo(
    () => ({
      config: { itemVisiblePercentThreshold: 1 },
      onChange: ({ viewableItems }: { viewableItems: ViewToken[] }) => {
        const indexes = viewableItems.flatMap(({ index }) => (index === null ? [] : [index]));
        if (indexes.length > 0) show(Math.min(...indexes), Math.max(...indexes) + 6);
      },
    }),
    [show],
  );
  return (
    <GestureDetector gesture={gesture} touchAction="pan-y" userSelect="auto" enableContextMenu>
      <View className="flex-1" collapsable={false}>
        <VirtualizedList<number>
          role="list"
          aria-label={table.name}
          aria-busy={answered !== search.trim()}
          {...{ dataSet: { search: answered } }}
          data={count ?? 0}
          getItemCount={(data) => data as unknown as number}
          getItem={(_data, index) => index}
          keyExtractor={(index) => String(rowAt(index)?.id ?? `row ${index}`)}
          getItemLayout={(_data, index) => ({ length: ROW_HEIGHT, offset: ROW_HEIGHT * index, index })}
          initialNumToRender={12}
          maxToRenderPerBatch={12}
          windowSize={2}
          viewabilityConfig={viewability.config}
          onViewableItemsChanged={viewability.onChange}
          extraData={rowAt}
          scrollEventThrottle={16}
          onScroll={({ nativeEvent }: NativeSyntheticEvent<NativeScrollEvent>) => {
            scrolled.current = nativeEvent.contentOffset.y;
          }}
          renderItem={({ item }) => {
            const row = rowAt(item);
            return (
              <ListRow table={table} row={row} onOpen={press} onEdit={editAndClose} onDelete={drop} onActions={onActions} settings={settings} swiped={row && row.id === swipe.id ? swipe : null} />
            );
          }}
        />
      </View>
    </GestureDetector>
  );
}

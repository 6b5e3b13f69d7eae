import ArrowDownUp from 'lucide-react-native/icons/arrow-down-up';
import Plus from 'lucide-react-native/icons/plus';
import Search from 'lucide-react-native/icons/search';
import X from 'lucide-react-native/icons/x';
import { useCallback, useMemo, useState } from 'react';
import { TextInput, View, VirtualizedList, type ViewToken } from 'react-native';
import { byName, type CompiledTable, type Sort } from '@/core/compile';
import { describeProblem, toProblem } from '@/core/problem';
import { useKit } from './context';
import { ListRow, ROW_HEIGHT } from './ListRow';
import { ActionSheet } from './ActionSheet';
import { Blank, IconButton, iconColor, TopBar } from './parts';
import { useListRows } from './useRows';
import { useWrites } from './useWrites';

/** The records of one table: search, sort, count, and what can be done with each. */
export function ListScreen({ table }: { table: CompiledTable }) {
  const { navigation, settings } = useKit();
  const [search, setSearch] = useState('');
  const [sort, setSort] = useState<Sort>(byName);
  const [sorting, setSorting] = useState(false);
  const [acting, setActing] = useState<{ id: number; name: string } | null>(null);
  const { count, atLeast, rowAt, answered, show, error } = useListRows(table, sort, search);
  const { remove } = useWrites(table);

  const { go } = navigation;
  const open = useCallback((id: number) => go({ screenId: `record-${table.id}`, recordId: id }), [go, table.id]);
  const edit = useCallback((id: number) => go({ screenId: `form-${table.id}`, recordId: id }), [go, table.id]);
  const drop = useCallback((id: number) => void remove(id), [remove]);
  const add = () => go({ screenId: `form-${table.id}` });

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

  const total = count ?? 0;
  const figure = new Intl.NumberFormat(settings.locale).format(total);
  const detail = count === null ? ' ' : search.trim() ? `${atLeast ? 'More than ' : ''}${figure} found` : `${figure} ${total === 1 ? 'record' : 'records'}`;
  return (
    <View className="flex-1 bg-app-ground">
      <TopBar title={table.name} detail={detail}>
        <IconButton icon={ArrowDownUp} label={`Sort ${table.name}`} onPress={() => setSorting(true)} />
        <IconButton icon={Plus} label={`Add ${table.recordName}`} tone="accent" onPress={add} />
      </TopBar>
      {table.search ? (
        <View className="mx-3 mb-1 mt-3 flex-row items-center rounded-xl border border-app-line bg-app-card pl-3">
          <Search size={18} color={iconColor.soft} />
          <TextInput
            role="searchbox"
            aria-label={`Search ${table.name}`}
            placeholder={`Search ${table.name}`}
            value={search}
            onChangeText={setSearch}
            autoCorrect={false}
            placeholderTextColor="var(--app-placeholder)"
            className="min-h-[44px] flex-1 px-3 font-sans text-[16px] text-app-ink"
          />
          {search ? <IconButton icon={X} label="Clear search" onPress={() => setSearch('')} /> : null}
        </View>
      ) : null}
      {error ? (
        <Blank text={describeProblem(toProblem(error)).what} />
      ) : count === 0 ? (
        search.trim() ? (
          <Blank text={`Nothing in ${table.name} holds “${search.trim()}”.`} action={{ label: 'Clear search', onPress: () => setSearch('') }} />
        ) : (
          <Blank text={`There are no ${table.name.toLowerCase()} yet.`} action={{ label: `Add ${table.recordName}`, onPress: add }} />
        )
      ) : (
        <VirtualizedList<number>
          role="list"
          aria-label={table.name}
          aria-busy={answered !== search.trim()}
          {...{ dataSet: { search: answered } }}
          data={total}
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
          renderItem={({ item }) => {
            const row = rowAt(item);
            return (
              <ListRow
                table={table}
                row={row}
                onOpen={open}
                onEdit={edit}
                onDelete={drop}
                onActions={setActing}
                settings={settings}
              />
            );
          }}
        />
      )}
      {sorting ? <SortSheet table={table} sort={sort} onSort={setSort} onClose={() => setSorting(false)} /> : null}
      {acting ? (
        <ActionSheet
          title={acting.name}
          onClose={() => setActing(null)}
          actions={[
            { label: 'Open', onPress: () => open(acting.id) },
            { label: 'Edit', onPress: () => edit(acting.id) },
            { label: 'Delete', danger: true, onPress: () => drop(acting.id) },
          ]}
        />
      ) : null}
    </View>
  );
}

function SortSheet({ table, sort, onSort, onClose }: { table: CompiledTable; sort: Sort; onSort: (sort: Sort) => void; onClose: () => void }) {
  const choices = [{ id: 'name', name: 'Record name' }, ...table.columns.filter(({ kind }) => kind !== 'longText')];
  const flipped = sort.direction === 'ascending' ? 'descending' : 'ascending';
  return (
    <ActionSheet
      title={`Sort ${table.name}`}
      onClose={onClose}
      actions={choices.map(({ id, name }) => ({
        label: sort.by === id ? `${name}, ${sort.direction}` : name,
        selected: sort.by === id,
        onPress: () => onSort({ by: id, direction: sort.by === id ? flipped : 'ascending' }),
      }))}
    />
  );
}

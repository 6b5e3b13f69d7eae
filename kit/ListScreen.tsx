import ArrowDownUp from 'lucide-react-native/icons/arrow-down-up';
import Plus from 'lucide-react-native/icons/plus';
import Search from 'lucide-react-native/icons/search';
import X from 'lucide-react-native/icons/x';
import { useState } from 'react';
import { TextInput, View } from 'react-native';
import { byName, type CompiledTable, type Sort } from '@/core/compile';
import { describeProblem, toProblem } from '@/core/problem';
import { type Linked, useKit } from './context';
import { ActionSheet } from './ActionSheet';
import { RecordList, useRowActions } from './RecordList';
import { Blank, IconButton, TopBar } from './parts';
import { useColors } from './theme';
import { useLinkedRecord, useListRows } from './useRows';

/** The records of one table: search, sort, count, and what can be done with each. */
export function ListScreen({ table, linked }: { table: CompiledTable; linked?: Linked }) {
  const { navigation, settings } = useKit();
  const colors = useColors();
  const [search, setSearch] = useState('');
  const [sort, setSort] = useState<Sort>(byName);
  const [sorting, setSorting] = useState(false);
  const [acting, setActing] = useState<{ id: number; name: string } | null>(null);
  const rows = useListRows(table, sort, search, linked);
  const owner = useLinkedRecord(table, linked);
  const { count, atLeast, error } = rows;
  const actions = useRowActions(table);
  const { open, edit, drop } = actions;

  const { go } = navigation;
  const add = () => go({ screenId: `form-${table.id}`, linked });

  const total = count ?? 0;
  const figure = new Intl.NumberFormat(settings.locale).format(total);
  const detail = count === null ? ' ' : search.trim() ? `${atLeast ? 'More than ' : ''}${figure} found` : `${figure} ${total === 1 ? 'record' : 'records'}`;
  return (
    <View className="flex-1 bg-app-ground">
      <TopBar title={owner?.title ?? table.name} detail={owner ? `${owner.name} · ${detail}` : detail}>
        <IconButton icon={ArrowDownUp} label={`Sort ${table.name}`} onPress={() => setSorting(true)} />
        <IconButton icon={Plus} label={`Add ${table.recordName}`} tone="accent" onPress={add} />
      </TopBar>
      {table.search && !linked ? (
        <View className="mx-3 mb-1 mt-3 flex-row items-center rounded-xl border border-app-line bg-app-card pl-3">
          <Search size={18} color={colors.soft} />
          <TextInput
            role="searchbox"
            aria-label={`Search ${table.name}`}
            placeholder={`Search ${table.name}`}
            value={search}
            onChangeText={setSearch}
            autoCorrect={false}
            placeholderTextColor={colors.soft}
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
        <RecordList table={table} rows={rows} search={search} sort={sort} actions={actions} onActions={setActing} />
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
  const choices = [{ id: 'name', name: 'Record name' }, ...table.shown.filter(({ kind }) => kind !== 'longText' && kind !== 'picture' && kind !== 'file')];
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

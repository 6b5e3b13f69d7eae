import ListChecks from 'lucide-react-native/icons/list-checks';
import Tags from 'lucide-react-native/icons/tags';
import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useMemo, useState } from 'react';
import { View } from 'react-native';
import { byDesign, byName, type CompiledScreenOf, type CompiledTable, type Sort, wayTo } from '@/core/compile';
import { describeProblem, toProblem } from '@/core/problem';
import { ActionSheet } from '../../rows/ActionSheet';
import { ChosenBar } from '../../rows/ChosenBar';
import { type Linked, tableOf, useKit } from '../../base/context';
import { FilterSheet, filterWords } from '../../rows/FilterSheet';
import { PartBoundary } from '../../app/PartBoundary';
import { Blank, PhoneSheet } from '../../base/parts';
import { RecordList } from '../../rows/RecordList';
import { ROWS } from '../../data/refresh';
import { SaveList } from '../../scanning/SaveList';
import { SearchBox } from '../../rows/SearchBox';
import { SortSheet } from '../../rows/SortSheet';
import { Text } from '../../base/Text';
import { useParent } from '../../data/useParent';
import { usePrintLabels } from '../../scanning/usePrintLabels';
import { type ChosenFilter, useLinkedRecord, useListRows } from '../../data/useRows';
import { useWorkingList } from '../../scanning/useWorkingList';
import { useWrites } from '../../data/useWrites';
import { WorkingItems } from '../../scanning/WorkingItems';
import { useRoutine } from '../../routines/WithRoutines';
import { ListHead, type ListSheet } from './ListHead';
import { ListTotals } from './ListTotals';
import { NoRows } from './NoRows';
import { useChosen } from './useChosen';
import { RowActs } from './RowActs';
import { useListScan } from './useListScan';
import { type PressedRow, useRowPress } from './useRowPress';

const NONE: readonly ChosenFilter[] = [];

/** The rows of a list: search, sort, filters, count, and what can be done with each, or with several. */
export function ListScreen({
  screen,
  table,
  linked,
}: {
  screen: CompiledScreenOf<'list'>;
  table: CompiledTable;
  linked?: Linked;
}) {
  const { app, database, navigation, settings } = useKit();
  const { list, behaviour } = screen;
  const client = useQueryClient();
  const [search, setSearch] = useState('');
  const [sort, setSort] = useState<Sort>(byDesign);
  const [filters, setFilters] = useState(NONE);
  const [sheet, setSheet] = useState<ListSheet | null>(null);
  const [acting, setActing] = useState<PressedRow | null>(null);
  const rows = useListRows(list, table, { sort, search, linked, filters });
  const { chosen, toggle, ...choosing } = useChosen(rows);
  // What is collected for a record of another table's link does not narrow the rows, but is told of.
  const isNarrowing = linked !== undefined && table.columns.some(({ id }) => id === linked.columnId);
  const owner = useLinkedRecord(
    isNarrowing ? table : (tableOf(app, behaviour.collect?.tableId ?? '') ?? table),
    linked,
  );
  const { collect } = behaviour;
  const working = useWorkingList(collect ? screen.id : null, linked, collect?.leaving === 'clear');
  const parentId = useParent(collect, linked);
  const { count, atLeast, error } = rows;
  const { remove } = useWrites(table);
  const run = useRoutine();

  const { go } = navigation;
  const recordScreen = wayTo(app, 'record', table.id, behaviour.recordScreenId);
  const formScreen = wayTo(app, 'form', table.id, behaviour.formScreenId);
  const add = () => formScreen && go({ screenId: formScreen, ...(isNarrowing ? { linked } : {}) });
  const edit = useCallback((id: number) => formScreen && go({ screenId: formScreen, recordId: id }), [go, formScreen]);
  const rowRoutineId = behaviour.rowRoutine?.id;
  const runRow = useCallback((id: number) => void (rowRoutineId && run(rowRoutineId, [id])), [run, rowRoutineId]);
  const drop = useCallback((id: number) => void remove(id), [remove]);
  const { among } = rows;
  const open = (id: number, index: number) =>
    recordScreen && go({ screenId: recordScreen, recordId: id, among: among(index) });
  const { toggle: mark } = working;
  const collectOne = useCallback(
    ({ id, name }: { id: number; name: string }) => mark({ code: '', tableId: table.id, id, name }),
    [mark, table.id],
  );
  const collectChosen = () => {
    working.addAll([...(chosen ?? [])].map(([id, name]) => ({ code: '', tableId: table.id, id, name })));
    choosing.end();
  };

  useListScan(screen, table, working, recordScreen, setSearch);
  const print = usePrintLabels(screen.name, behaviour.labels);

  const more = [
    ...(behaviour.select
      ? [{ icon: ListChecks, label: `Choose several of ${screen.name}`, onPress: choosing.begin }]
      : []),
    ...(print ? [{ icon: Tags, label: `Print labels of ${screen.name}`, onPress: () => void print() }] : []),
  ];

  const acts = { open, edit, toggle: chosen ? toggle : null, choose: toggle, collect: collectOne, act: setActing };
  const { press, hold } = useRowPress(behaviour, rows, acts);

  const asked = useMemo(() => ({ search, sort, filters }), [search, sort, filters]);
  const isNarrowed = search.trim() !== '' || filters.length > 0;
  const clear = () => {
    setSearch('');
    setFilters(NONE);
  };
  const addable = behaviour.add && formScreen !== null ? add : null;
  return (
    <View className="flex-1 bg-app-ground">
      {chosen ? (
        <ChosenBar
          table={table}
          chosen={chosen}
          routines={behaviour.routines}
          onAll={count !== null && count > chosen.size ? () => void choosing.all() : null}
          onCollect={collect ? collectChosen : null}
          onDone={choosing.end}
        />
      ) : (
        <ListHead
          screen={screen}
          table={table}
          rows={rows}
          owner={owner}
          isOfOwner={isNarrowing}
          isNarrowed={isNarrowed}
          isFiltered={filters.length > 0}
          more={more}
          onSheet={setSheet}
          onAdd={addable}
        />
      )}
      {list.searches ? (
        <SearchBox label={`Search ${screen.name}`} value={search} onChange={setSearch} className="mx-3 mb-1 mt-3" />
      ) : null}
      {filters.length > 0 ? (
        <View className="mx-3 mt-2 flex-row items-center justify-between gap-2">
          <Text className="flex-1 font-sans text-[14px] text-app-soft">
            {filters.map((filter) => filterWords(list.filters, filter, settings)).join(', ')}
          </Text>
        </View>
      ) : null}
      {error ? (
        <Blank text={describeProblem(toProblem(error)).what} />
      ) : count === 0 && !atLeast ? (
        <NoRows screen={screen} table={table} search={search} isNarrowed={isNarrowed} onClear={clear} onAdd={addable} />
      ) : (
        <PartBoundary name={`the rows of the screen ${screen.name}`} version={list}>
          <RecordList
            list={list}
            table={table}
            behaviour={behaviour}
            title={screen.name}
            rows={rows}
            asked={asked}
            search={search}
            chosen={chosen}
            collected={collect ? working.ids : null}
            onCollect={collectOne}
            onRun={runRow}
            onPress={press}
            onEdit={edit}
            onDelete={drop}
            onHold={hold}
            onRefresh={() => void client.invalidateQueries({ queryKey: [ROWS, ...database.scope] })}
          />
        </PartBoundary>
      )}
      <ListTotals screen={screen} rows={rows} />
      {collect && !chosen ? (
        <SaveList collect={collect} list={working} parentId={parentId} onShow={() => setSheet('list')} />
      ) : null}
      {sheet === 'sort' ? (
        <SortSheet
          title={screen.name}
          columns={list.sorts}
          sort={sort.by === 'design' ? byName : sort}
          onSort={setSort}
          onClose={() => setSheet(null)}
        />
      ) : null}
      {sheet === 'filter' ? (
        <FilterSheet
          title={screen.name}
          columns={list.filters}
          filters={filters}
          onFilter={setFilters}
          onClose={() => setSheet(null)}
        />
      ) : null}
      {sheet === 'more' ? <ActionSheet title={screen.name} onClose={() => setSheet(null)} actions={more} /> : null}
      {sheet === 'list' ? (
        <PhoneSheet title={`On the list of ${screen.name}`} onClose={() => setSheet(null)}>
          <View className="px-5">
            <WorkingItems list={working} verb="chosen" counts={collect !== null && collect.countIdentifier !== null} />
          </View>
        </PhoneSheet>
      ) : null}
      {acting ? (
        <RowActs
          screen={screen}
          table={table}
          row={acting}
          isOnList={working.ids.has(acting.id) && !working.saved}
          onOpen={recordScreen ? () => open(acting.id, acting.index) : null}
          onEdit={formScreen ? () => edit(acting.id) : null}
          onCollect={() => collectOne(acting)}
          onChoose={() => toggle(acting.id, acting.name)}
          onDelete={() => drop(acting.id)}
          onClose={() => setActing(null)}
        />
      ) : null}
    </View>
  );
}

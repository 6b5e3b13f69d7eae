import ArrowDownUp from 'lucide-react-native/icons/arrow-down-up';
import Ellipsis from 'lucide-react-native/icons/ellipsis';
import ListChecks from 'lucide-react-native/icons/list-checks';
import Tags from 'lucide-react-native/icons/tags';
import ListFilter from 'lucide-react-native/icons/list-filter';
import Plus from 'lucide-react-native/icons/plus';
import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useMemo, useRef, useState } from 'react';
import { View } from 'react-native';
import {
  byDesign,
  byName,
  type CompiledScreenOf,
  type CompiledTable,
  SHOWN_NAME,
  type Sort,
  wayTo,
} from '@/core/compile';
import { describeProblem, toProblem } from '@/core/problem';
import { ActionSheet } from '../rows/ActionSheet';
import { ChosenBar } from '../rows/ChosenBar';
import { type Linked, tableOf, useKit } from '../base/context';
import { FilterSheet, filterWords } from '../rows/FilterSheet';
import { PartBoundary } from '../app/PartBoundary';
import { Blank, IconButton, PhoneSheet, TopBar } from '../base/parts';
import { RecordList } from '../rows/RecordList';
import { ROWS } from '../data/refresh';
import { SaveList } from '../scanning/SaveList';
import { SearchBox } from '../rows/SearchBox';
import { SortSheet } from '../rows/SortSheet';
import { useLookUp, useScans } from '../scanning/scans';
import { Text } from '../base/Text';
import { useParent } from '../data/useParent';
import { usePrintLabels } from '../scanning/usePrintLabels';
import { totalText } from '../rows/totals';
import { type ChosenFilter, type ListRows, useLinkedRecord, useListRows } from '../data/useRows';
import { useWorkingList } from '../scanning/useWorkingList';
import { useWrites } from '../data/useWrites';
import { WorkingItems } from '../scanning/WorkingItems';
import { useRoutine } from '../routines/WithRoutines';

const NONE: readonly ChosenFilter[] = [];
/** At most so many records are chosen at once. */
const MOST_CHOSEN = 5000;

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
  const { app, database, navigation, notify, settings } = useKit();
  const { list, behaviour } = screen;
  const client = useQueryClient();
  const [search, setSearch] = useState('');
  const [sort, setSort] = useState<Sort>(byDesign);
  const [filters, setFilters] = useState(NONE);
  const [sheet, setSheet] = useState<'sort' | 'filter' | 'more' | 'list' | null>(null);
  const [acting, setActing] = useState<{ id: number; name: string; index: number } | null>(null);
  const [chosen, setChosen] = useState<ReadonlyMap<number, string> | null>(null);
  const rows = useListRows(list, table, { sort, search, linked, filters });
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
  const toggle = (id: number, name: string) =>
    setChosen((now) => {
      const next = new Map(now);
      if (!next.delete(id) && next.size < MOST_CHOSEN) next.set(id, name);
      return next;
    });
  const chooseAll = async () => {
    try {
      const all = (await database.read(rows.all(MOST_CHOSEN))).rows;
      setChosen(new Map(all.map((row) => [Number(row.id), String(row[SHOWN_NAME])])));
      if (all.length === MOST_CHOSEN && (atLeast || (count ?? 0) > MOST_CHOSEN))
        notify({
          text: `The first ${new Intl.NumberFormat(settings.locale).format(MOST_CHOSEN)} are chosen: as many as can be at once.`,
          tone: 'done',
        });
    } catch (problem) {
      notify({ text: describeProblem(toProblem(problem)).what, tone: 'problem' });
    }
  };
  const { toggle: mark } = working;
  const collectOne = useCallback(
    ({ id, name }: { id: number; name: string }) => mark({ code: '', tableId: table.id, id, name }),
    [mark, table.id],
  );
  const collectChosen = () => {
    working.addAll([...(chosen ?? [])].map(([id, name]) => ({ code: '', tableId: table.id, id, name })));
    setChosen(null);
  };

  // A hand scanner lands on the record, whatever has focus.
  const lookUp = useLookUp();
  useScans(
    table.codes.length === 0
      ? null
      : async (code) => {
          const { matches, fault } = await lookUp(table.codes, code);
          const [match] = matches;
          if (match && matches.length === 1 && behaviour.tap === 'collect') {
            await working.whenRead();
            working.add(
              { code, tableId: table.id, id: match.id, name: match.name },
              collect?.countIdentifier ? 'count' : 'ignore',
            );
            return notify({ text: `${match.name} is on the list.`, tone: 'done' });
          }
          if (match && matches.length === 1 && recordScreen) return go({ screenId: recordScreen, recordId: match.id });
          setSearch(code);
          if (!match)
            notify({ text: fault ?? `No ${table.recordName.toLowerCase()} has the code ${code}.`, tone: 'problem' });
        },
  );
  const print = usePrintLabels(screen.name, behaviour.labels);

  // With more than one of these they stand behind one button: the name of the list needs the room.
  const more = [
    ...(behaviour.select
      ? [{ icon: ListChecks, label: `Choose several of ${screen.name}`, onPress: () => setChosen(new Map()) }]
      : []),
    ...(print ? [{ icon: Tags, label: `Print labels of ${screen.name}`, onPress: () => void print() }] : []),
  ];

  // Rows keep the same functions from one rendering to the next, or each would be drawn anew.
  const latest = useRef({ open, edit, toggle, chosen, rows, collectOne, tap: behaviour.tap, hold: behaviour.hold });
  latest.current = { open, edit, toggle, chosen, rows, collectOne, tap: behaviour.tap, hold: behaviour.hold };
  const press = useCallback((id: number, index: number) => {
    const now = latest.current;
    const name = String(now.rows.rowAt(index)?.[SHOWN_NAME] ?? '');
    if (now.chosen) now.toggle(id, name);
    else if (now.tap === 'collect') now.collectOne({ id, name });
    else if (now.tap === 'record') now.open(id, index);
    else if (now.tap === 'form') now.edit(id);
    else if (now.tap === 'actions') setActing({ id, name, index });
  }, []);
  const hold = useCallback((record: { id: number; name: string; index: number }) => {
    const now = latest.current;
    if (now.hold === 'actions') setActing(record);
    else if (now.hold === 'form') now.edit(record.id);
    else if (now.hold === 'select') now.toggle(record.id, record.name);
  }, []);

  const asked = useMemo(() => ({ search, sort, filters }), [search, sort, filters]);
  const isNarrowed = search.trim() !== '' || filters.length > 0;
  const clear = () => {
    setSearch('');
    setFilters(NONE);
  };
  const addable = behaviour.add && formScreen !== null;
  return (
    <View className="flex-1 bg-app-ground">
      {chosen ? (
        <ChosenBar
          table={table}
          chosen={chosen}
          routines={behaviour.routines}
          onAll={count !== null && count > chosen.size ? () => void chooseAll() : null}
          onCollect={collect ? collectChosen : null}
          onDone={() => setChosen(null)}
        />
      ) : (
        <TopBar
          title={(isNarrowing ? owner?.title : undefined) ?? screen.name}
          detail={
            owner
              ? `${owner.name} · ${countWords(rows, isNarrowed, settings.locale)}`
              : countWords(rows, isNarrowed, settings.locale)
          }
        >
          {more.length > 1 ? (
            <IconButton icon={Ellipsis} label={`More of ${screen.name}`} onPress={() => setSheet('more')} />
          ) : (
            more.map(({ icon, label, onPress }) => (
              <IconButton key={label} icon={icon} label={label} onPress={onPress} />
            ))
          )}
          {list.filters.length > 0 ? (
            <IconButton
              icon={ListFilter}
              label={`Filter ${screen.name}`}
              tone={filters.length > 0 ? 'accent' : 'ink'}
              onPress={() => setSheet('filter')}
            />
          ) : null}
          {list.sorts.length > 0 ? (
            <IconButton icon={ArrowDownUp} label={`Sort ${screen.name}`} onPress={() => setSheet('sort')} />
          ) : null}
          {addable ? <IconButton icon={Plus} label={`Add ${table.recordName}`} tone="accent" onPress={add} /> : null}
        </TopBar>
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
        isNarrowed ? (
          <Blank
            text={
              search.trim() ? `Nothing in ${screen.name} holds “${search.trim()}”.` : `Nothing in ${screen.name} is so.`
            }
            action={{ label: search.trim() ? 'Clear search' : 'Clear filters', onPress: clear }}
          />
        ) : (
          <Blank
            text={behaviour.empty?.text ?? `There are no ${screen.name.toLowerCase()} yet.`}
            action={addable ? { label: behaviour.empty?.button ?? `Add ${table.recordName}`, onPress: add } : undefined}
          />
        )
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
      <Totals screen={screen} rows={rows} />
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
        <ActionSheet
          title={acting.name || table.recordName}
          onClose={() => setActing(null)}
          actions={[
            ...(recordScreen ? [{ label: 'Open', onPress: () => open(acting.id, acting.index) }] : []),
            ...(formScreen ? [{ label: 'Edit', onPress: () => edit(acting.id) }] : []),
            ...(collect
              ? [
                  {
                    label: working.ids.has(acting.id) && !working.saved ? 'Take off the list' : 'Put on the list',
                    onPress: () => collectOne(acting),
                  },
                ]
              : []),
            ...behaviour.routines.map((routine) => ({
              label: routine.name,
              onPress: () => void run(routine.id, [acting.id]),
            })),
            ...(behaviour.select ? [{ label: 'Choose several', onPress: () => toggle(acting.id, acting.name) }] : []),
            { label: 'Delete', danger: true, onPress: () => drop(acting.id) },
          ]}
        />
      ) : null}
    </View>
  );
}

function countWords({ count, atLeast }: ListRows, isNarrowed: boolean, locale: string): string {
  if (count === null) return ' ';
  const figure = new Intl.NumberFormat(locale).format(count);
  if (isNarrowed) return `${atLeast ? 'More than ' : ''}${figure} found`;
  return `${figure} ${count === 1 ? 'record' : 'records'}`;
}

/** The list's figures, at the foot of the screen whatever is scrolled. */
function Totals({ screen, rows }: { screen: CompiledScreenOf<'list'>; rows: ListRows }) {
  const { settings } = useKit();
  const { totals } = screen.list;
  const row = rows.totals;
  if (totals.length === 0 || !row) return null;
  return (
    <View
      role="group"
      aria-label={`Totals of ${screen.name}`}
      className="flex-row flex-wrap justify-between gap-x-5 gap-y-1 border-t border-app-line bg-app-card px-4 py-2.5"
      {...{ dataSet: { part: 'totals' } }}
    >
      {totals.map((total) => (
        <View key={total.id} className="flex-row items-baseline gap-2">
          <Text className="font-sans text-[14px] text-app-soft">{total.label}</Text>
          <Text className="font-bold text-[16px] text-app-ink" style={{ fontVariant: ['tabular-nums'] }}>
            {totalText(total, row, settings)}
          </Text>
        </View>
      ))}
    </View>
  );
}

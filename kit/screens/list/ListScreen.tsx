import ListChecks from 'lucide-react-native/icons/list-checks';
import Tags from 'lucide-react-native/icons/tags';
import { useState } from 'react';
import { View } from 'react-native';
import { describeProblem, toProblem } from '@/core/problem';
import { ChosenBar } from '../../rows/ChosenBar';
import { useKit } from '../../base/context';
import { filterWords } from '../../rows/FilterSheet';
import { PartBoundary } from '../../app/PartBoundary';
import { Blank } from '../../base/parts';
import { RecordList } from '../../rows/RecordList';
import { SaveList } from '../../scanning/SaveList';
import { SearchBox } from '../../rows/SearchBox';
import { Text } from '../../base/Text';
import { useParent } from '../../data/useParent';
import { usePrintLabels } from '../../scanning/usePrintLabels';
import { useListRows } from '../../data/useRows';
import { useWorkingList } from '../../scanning/useWorkingList';
import { ListHead, type ListSheet } from './ListHead';
import { ListTotals } from './ListTotals';
import { NoRows } from './NoRows';
import { useChosen } from './useChosen';
import { RowActs } from './RowActs';
import { useListScan } from './useListScan';
import { ListSheets } from './ListSheets';
import { type ListScreenProps, useRowActs } from './useRowActs';
import { useAsking } from './useAsking';
import { type PressedRow, useRowPress } from './useRowPress';

/** The rows of a list: search, sort, filters, count, and what can be done with each, or with several. */
export function ListScreen(props: ListScreenProps) {
  const { screen, table, linked } = props;
  const { settings } = useKit();
  const { list, behaviour } = screen;
  const { collect } = behaviour;
  const asking = useAsking();
  const { search, filters, isNarrowed } = asking;
  const rows = useListRows(list, table, { sort: asking.sort, search, linked, filters });
  const { count, atLeast, error } = rows;
  const [sheet, setSheet] = useState<ListSheet | null>(null);
  const [acting, setActing] = useState<PressedRow | null>(null);
  const choosing = useChosen(rows);
  const { chosen } = choosing;
  const working = useWorkingList(collect ? screen.id : null, linked, collect?.leaving === 'clear');
  const parentId = useParent(collect, linked);
  const acts = useRowActs(props, rows, working);
  const print = usePrintLabels(screen.name, behaviour.labels);
  useListScan(screen, table, working, acts.recordScreen, asking.setSearch);
  const { press, hold } = useRowPress(behaviour, rows, {
    ...acts,
    toggle: chosen ? choosing.toggle : null,
    choose: choosing.toggle,
    act: setActing,
  });
  const more = [
    ...(behaviour.select
      ? [{ icon: ListChecks, label: `Choose several of ${screen.name}`, onPress: choosing.begin }]
      : []),
    ...(print ? [{ icon: Tags, label: `Print labels of ${screen.name}`, onPress: () => void print() }] : []),
  ];
  const collectChosen = () => {
    working.addAll([...(chosen ?? [])].map(([id, name]) => ({ code: '', tableId: table.id, id, name })));
    choosing.end();
  };
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
          owner={acts.owner}
          isOfOwner={acts.isOfOwner}
          isNarrowed={isNarrowed}
          isFiltered={filters.length > 0}
          more={more}
          onSheet={setSheet}
          onAdd={acts.add}
        />
      )}
      {list.searches ? (
        <SearchBox
          label={`Search ${screen.name}`}
          value={search}
          onChange={asking.setSearch}
          className="mx-3 mb-1 mt-3"
        />
      ) : null}
      {filters.length > 0 ? (
        <Text className="mx-3 mt-2 font-sans text-[14px] text-app-soft">
          {filters.map((filter) => filterWords(list.filters, filter, settings)).join(', ')}
        </Text>
      ) : null}
      {error ? (
        <Blank text={describeProblem(toProblem(error)).what} />
      ) : count === 0 && !atLeast ? (
        <NoRows
          screen={screen}
          table={table}
          search={search}
          isNarrowed={isNarrowed}
          onClear={asking.clear}
          onAdd={acts.add}
        />
      ) : (
        <PartBoundary name={`the rows of the screen ${screen.name}`} version={list}>
          <RecordList
            list={list}
            table={table}
            behaviour={behaviour}
            title={screen.name}
            rows={rows}
            asked={asking.asked}
            search={search}
            chosen={chosen}
            collected={collect ? working.ids : null}
            onCollect={acts.collect}
            onRun={acts.run}
            onPress={press}
            onEdit={acts.edit}
            onDelete={acts.remove}
            onHold={hold}
            onRefresh={acts.refresh}
          />
        </PartBoundary>
      )}
      <ListTotals screen={screen} rows={rows} />
      {collect && !chosen ? (
        <SaveList collect={collect} list={working} parentId={parentId} onShow={() => setSheet('list')} />
      ) : null}
      <ListSheets screen={screen} asking={asking} working={working} more={more} sheet={sheet} onSheet={setSheet} />
      {acting ? (
        <RowActs
          screen={screen}
          table={table}
          row={acting}
          isOnList={working.ids.has(acting.id) && !working.saved}
          onOpen={acts.recordScreen ? () => acts.open(acting.id, acting.index) : null}
          onEdit={acts.formScreen ? () => acts.edit(acting.id) : null}
          onCollect={() => acts.collect(acting)}
          onChoose={() => choosing.toggle(acting.id, acting.name)}
          onDelete={() => acts.remove(acting.id)}
          onClose={() => setActing(null)}
        />
      ) : null}
    </View>
  );
}

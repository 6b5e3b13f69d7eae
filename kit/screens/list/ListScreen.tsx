import { View } from 'react-native';
import { describeProblem, toProblem } from '@/core/problem';
import { PartBoundary } from '../../app/PartBoundary';
import { useKit } from '../../base/context';
import { Blank } from '../../base/parts';
import { Text } from '../../base/Text';
import { useParent } from '../../data/useParent';
import { ChosenBar } from '../../rows/ChosenBar';
import { filterWords } from '../../rows/FilterSheet';
import { RecordList } from '../../rows/RecordList';
import { SearchBox } from '../../rows/SearchBox';
import { SaveList } from '../../scanning/SaveList';
import { ListHead } from './ListHead';
import { ListSheets } from './ListSheets';
import { ListTotals } from './ListTotals';
import { NoRows } from './NoRows';
import { RowActs } from './RowActs';
import { type Listing, useListing } from './useListing';
import type { ListScreenProps } from './useRowActs';

/** The rows of a list: search, sort, filters, count, and what can be done with each, or with several. */
export function ListScreen(props: ListScreenProps) {
  const listing = useListing(props);
  const { screen, linked, asking, rows, choosing, working, more, sheet, setSheet } = listing;
  const { collect } = screen.behaviour;
  const parentId = useParent(collect, linked);
  return (
    <View className="flex-1 bg-app-ground">
      {choosing.chosen ? <ListChosen listing={listing} chosen={choosing.chosen} /> : <ListTop listing={listing} />}
      <ListAsked listing={listing} />
      <ListBody listing={listing} />
      <ListTotals screen={screen} rows={rows} />
      {collect && !choosing.chosen ? (
        <SaveList collect={collect} list={working} parentId={parentId} onShow={() => setSheet('list')} />
      ) : null}
      <ListSheets screen={screen} asking={asking} working={working} more={more} sheet={sheet} onSheet={setSheet} />
      <ActingSheet listing={listing} />
    </View>
  );
}

function ListTop({ listing: { screen, table, rows, acts, asking, more, setSheet } }: { listing: Listing }) {
  return (
    <ListHead
      screen={screen}
      table={table}
      rows={rows}
      owner={acts.owner}
      isOfOwner={acts.isOfOwner}
      isNarrowed={asking.isNarrowed}
      isFiltered={asking.filters.length > 0}
      more={more}
      onSheet={setSheet}
      onAdd={acts.add}
    />
  );
}

/** What stands above the rows while several are being chosen. */
function ListChosen({ listing, chosen }: { listing: Listing; chosen: ReadonlyMap<number, string> }) {
  const { screen, table, rows, choosing, working } = listing;
  const { collect, routines } = screen.behaviour;
  const collectChosen = () => {
    working.addAll([...chosen].map(([id, name]) => ({ code: '', tableId: table.id, id, name })));
    choosing.end();
  };
  return (
    <ChosenBar
      table={table}
      chosen={chosen}
      routines={routines}
      onAll={rows.count !== null && rows.count > chosen.size ? () => void choosing.all() : null}
      onCollect={collect ? collectChosen : null}
      onDone={choosing.end}
    />
  );
}

/** The search, and the filters in words. */
function ListAsked({ listing: { screen, asking } }: { listing: Listing }) {
  const { settings } = useKit();
  const { list, name } = screen;
  const { search, filters } = asking;
  return (
    <>
      {list.searches ? (
        <SearchBox label={`Search ${name}`} value={search} onChange={asking.setSearch} className="mx-3 mb-1 mt-3" />
      ) : null}
      {filters.length > 0 ? (
        <Text className="mx-3 mt-2 font-sans text-[14px] text-app-soft">
          {filters.map((filter) => filterWords(list.filters, filter, settings)).join(', ')}
        </Text>
      ) : null}
    </>
  );
}

/** The rows; or why there are none. */
function ListBody({ listing }: { listing: Listing }) {
  const { screen, table, asking, rows, choosing, working, acts, presses } = listing;
  const { list, behaviour, name } = screen;
  if (rows.error) return <Blank text={describeProblem(toProblem(rows.error)).what} />;
  if (rows.count === 0 && !rows.atLeast)
    return (
      <NoRows
        screen={screen}
        table={table}
        search={asking.search}
        isNarrowed={asking.isNarrowed}
        onClear={asking.clear}
        onAdd={acts.add}
      />
    );
  return (
    <PartBoundary name={`the rows of the screen ${name}`} version={list}>
      <RecordList
        list={list}
        table={table}
        behaviour={behaviour}
        title={name}
        rows={rows}
        asked={asking.asked}
        search={asking.search}
        chosen={choosing.chosen}
        collected={behaviour.collect ? working.ids : null}
        onCollect={acts.collect}
        onRun={acts.run}
        onPress={presses.press}
        onEdit={acts.edit}
        onDelete={acts.remove}
        onHold={presses.hold}
        onRefresh={acts.refresh}
      />
    </PartBoundary>
  );
}

/** What can be done with the row that was held. */
function ActingSheet({ listing }: { listing: Listing }) {
  const { screen, table, choosing, working, acts, acting, setActing } = listing;
  if (!acting) return null;
  return (
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
  );
}

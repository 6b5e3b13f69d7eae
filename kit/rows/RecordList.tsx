import { type ReactNode, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import {
  type LayoutChangeEvent,
  type NativeScrollEvent,
  type NativeSyntheticEvent,
  RefreshControl,
  View,
  VirtualizedList,
  type ViewToken,
} from 'react-native';
import { GestureDetector, GestureHandlerRootView } from 'react-native-gesture-handler';
import { Text } from '../base/Text';
import { useKit } from '../base/context';
import { densitySpace, useLook } from '../base/theme';
import type { ListRows } from '../data/useRows';
import { ListRow } from './ListRow';
import { acrossIn, listLines, rowHeight, SECTION_HEIGHT } from './rowLayout';
import { useRowLook } from './rowLook';
import { slotText } from './slots';
import { totalWords } from './totals';
import { useRowSwipe } from './useRowSwipe';
import { type CompiledList, type CompiledTable, COUNT, type ListBehaviour, SECTION } from '@/core/compiled';

interface RecordListProps {
  list: CompiledList;
  table: CompiledTable;
  behaviour: ListBehaviour;
  title: string;
  rows: ListRows;
  /** What the rows answer to: with another of it a row that is drawn aside goes back. */
  asked: unknown;
  search: string;
  /** The records chosen, while several are being. */
  chosen: Pick<ReadonlySet<number>, 'has'> | null;
  /** Those on the working list, where the list has one. */
  collected?: ReadonlySet<number> | null;
  /** Runs the routine that has a button in each row. */
  onRun?: (id: number) => void;
  /** Puts a record on the working list, or takes it off. */
  onCollect?: (record: { id: number; name: string }) => void;
  onPress(id: number, index: number): void;
  onEdit(id: number): void;
  onDelete(id: number): void;
  onHold(record: { id: number; name: string; index: number }): void;
  onRefresh?: () => void;
}

const NO_BUTTONS: ListBehaviour['buttons'] = [];

/** The rows themselves, as many as are in sight, under the heads of their sections. */
export function RecordList(props: RecordListProps) {
  const { list, title, rows, search, onRefresh } = props;
  const { rowAt, answered, show } = rows;
  const [width, setWidth] = useState(0);
  const across = acrossIn(list.row, width || 390);
  const { lines, height } = useLines(props, across);
  const { gesture, rowOf, scrolled } = useDrawnRows(props, lines, across, height);
  const viewability = useInSight(lines, show);
  return (
    <GestureHandlerRootView style={{ flex: 1 }}>
      <GestureDetector gesture={gesture} touchAction="pan-y" userSelect="auto" enableContextMenu>
        <View
          className="flex-1"
          collapsable={false}
          onLayout={({ nativeEvent }: LayoutChangeEvent) => setWidth(nativeEvent.layout.width)}
        >
          <VirtualizedList<number>
            // Beside one another they are drawn anew: a list cannot change that of what it holds.
            key={across}
            role="list"
            aria-label={title}
            aria-busy={answered !== search.trim()}
            {...{ dataSet: { search: answered } }}
            data={lines}
            getItemCount={({ length }) => length}
            getItem={(_data, index) => index}
            keyExtractor={(index) => lineKey(lines.at(index), rowAt)}
            getItemLayout={(_data, index) => ({ length: lines.height(index), offset: lines.offset(index), index })}
            initialNumToRender={12}
            maxToRenderPerBatch={4}
            updateCellsBatchingPeriod={16}
            windowSize={2}
            viewabilityConfig={viewability.config}
            onViewableItemsChanged={viewability.onChange}
            extraData={rowAt}
            scrollEventThrottle={16}
            contentContainerStyle={list.row.shape === 'rows' ? null : { paddingHorizontal: 6, paddingTop: 6 }}
            refreshControl={onRefresh ? <RefreshControl refreshing={false} onRefresh={onRefresh} /> : undefined}
            onScroll={({ nativeEvent }: NativeSyntheticEvent<NativeScrollEvent>) => {
              scrolled.current = nativeEvent.contentOffset.y;
            }}
            renderItem={({ item }) => {
              const line = lines.at(item);
              if (line.kind === 'section') return <SectionHead list={list} rows={rows} index={line.index} />;
              const beside = Array.from({ length: line.count }, (_, at) => rowOf(line.first + at));
              return across === 1 ? (beside[0] ?? null) : <Beside rows={beside} across={across} height={height} />;
            }}
          />
        </View>
      </GestureDetector>
    </GestureHandlerRootView>
  );
}

/** How high a row is, and the lines that rows and heads of sections stand in. */
function useLines({ list, behaviour, rows, collected = null }: RecordListProps, across: number) {
  const { app } = useKit();
  const { scale } = useLook();
  const { count, sections } = rows;
  const height = rowHeight(
    list.row,
    densitySpace[app.theme.density ?? 'normal'],
    scale,
    behaviour.buttons.length > 0 ||
      behaviour.rowRoutine !== null ||
      (behaviour.tap !== 'collect' && collected !== null),
  );
  const counts = useMemo(
    () => (list.section ? (sections ?? []).map((section) => Number(section[COUNT])) : null),
    [list.section, sections],
  );
  const lines = useMemo(() => listLines(count ?? 0, counts, across, height), [count, counts, across, height]);
  return { lines, height };
}

/** Draws a row by its place, and one of them aside while it is swiped. */
function useDrawnRows(props: RecordListProps, lines: Lines, across: number, height: number) {
  const { list, table, behaviour, rows, asked, chosen, collected = null, onPress, onEdit } = props;
  const { settings } = useKit();
  const look = useRowLook();
  const { rowAt } = rows;
  // Where a tap puts a row on the working list, the whole row says whether it is there; else a button of its own does.
  const marked = chosen ?? (behaviour.tap === 'collect' ? collected : null);
  const apart = marked ? null : collected;
  const scrolled = useRef(0);
  const { swipe, gesture, close, takesPress } = useRowSwipe((y) => {
    const at = across === 1 && behaviour.swipe && !chosen ? lines.rowAt(y + scrolled.current) : null;
    return at === null ? undefined : Number(rowAt(at)?.id ?? 0) || undefined;
  });
  useEffect(close, [close, asked]);
  const press = useCallback(
    (id: number, index: number) => void (takesPress() || onPress(id, index)),
    [onPress, takesPress],
  );
  const editAndClose = useCallback(
    (id: number) => {
      close();
      onEdit(id);
    },
    [close, onEdit],
  );
  const rowOf = (index: number) => {
    const row = rowAt(index);
    const id = Number(row?.id);
    return (
      <ListRow
        key={row ? id : `row ${index}`}
        table={table}
        design={list.row}
        row={row}
        index={index}
        height={height}
        look={look}
        settings={settings}
        swiped={row && row.id === swipe.id ? swipe : null}
        chosen={marked ? marked.has(id) : null}
        collected={apart ? apart.has(id) : null}
        buttons={chosen ? NO_BUTTONS : behaviour.buttons}
        routine={chosen ? null : behaviour.rowRoutine}
        onPress={press}
        onEdit={editAndClose}
        onDelete={props.onDelete}
        onHold={props.onHold}
        onCollect={props.onCollect}
        onRun={props.onRun}
      />
    );
  };
  return { gesture, rowOf, scrolled };
}

type Lines = ReturnType<typeof listLines>;

/** Tells which rows are in sight, so that they are fetched. */
function useInSight(lines: Lines, show: ListRows['show']) {
  const latest = useRef(lines);
  latest.current = lines;
  return useMemo(
    () => ({
      config: { itemVisiblePercentThreshold: 1 },
      onChange: ({ viewableItems }: { viewableItems: ViewToken[] }) => {
        const inSight = viewableItems
          .flatMap(({ index }) => (index === null ? [] : [latest.current.at(index)]))
          .flatMap((line) => (line.kind === 'rows' ? [line.first, line.first + line.count - 1] : []));
        if (inSight.length > 0) show(Math.min(...inSight), Math.max(...inSight) + 6);
      },
    }),
    [show],
  );
}

/** Rows beside one another, with gaps where there are fewer. */
function Beside({ rows, across, height }: { rows: ReactNode[]; across: number; height: number }) {
  return (
    <View className="flex-row" style={{ height }}>
      {rows}
      {Array.from({ length: across - rows.length }, (_, at) => (
        <View key={`gap ${at}`} className="flex-1" />
      ))}
    </View>
  );
}

function lineKey(line: ReturnType<Lines['at']>, rowAt: ListRows['rowAt']): string {
  return line.kind === 'section' ? `section ${line.index}` : String(rowAt(line.first)?.id ?? `row ${line.first}`);
}

/** The head of a section: what its rows have in common, how many there are, and their totals. */
function SectionHead({ list, rows, index }: { list: CompiledList; rows: ListRows; index: number }) {
  const { settings } = useKit();
  const section = rows.sections?.[index];
  if (!section || !list.section) return null;
  const { slot, totals } = list.section;
  const name = slotText(slot, section, settings) || 'None';
  const facts = [
    new Intl.NumberFormat(settings.locale).format(Number(section[COUNT])),
    ...totals.map((total) => totalWords(total, section, settings)),
  ];
  return (
    <View
      role="listitem"
      style={{ height: SECTION_HEIGHT }}
      className="flex-row items-end justify-between gap-3 bg-app-ground px-4 pb-1.5"
      {...{ dataSet: { part: SECTION } }}
    >
      <Text role="heading" aria-level={3} numberOfLines={1} className="flex-1 font-bold text-[15px] text-app-accent">
        {name}
      </Text>
      <Text numberOfLines={1} className="font-sans text-[14px] text-app-soft">
        {facts.join(' · ')}
      </Text>
    </View>
  );
}

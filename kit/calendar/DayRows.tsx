import GripVertical from 'lucide-react-native/icons/grip-vertical';
import { useRef } from 'react';
import { type GestureResponderEvent, Platform, View } from 'react-native';
import { useKit } from '../base/context';
import { densitySpace, useColors, useLook } from '../base/theme';
import { ListRow } from '../rows/ListRow';
import { rowHeight } from '../rows/rowLayout';
import { useRowLook } from '../rows/rowLook';
import { dayAfterKey } from './MonthGrid';
import type { CalendarRow } from './calendarRows';
import type { DragHandle } from './useDayDrag';
import { standsOn } from '@/core/calendar';
import type { CompiledRow, CompiledTable } from '@/core/compiled';

export interface DayRowsProps {
  table: CompiledTable;
  design: CompiledRow;
  /** The day, and the rows among which those that stand on it are. */
  day: string;
  rows: readonly CalendarRow[];
  label: string;
  handle: DragHandle;
  onOpen(id: number): void;
  onEdit(id: number): void;
  onDelete(id: number): void;
  onActions(row: CalendarRow, day: string): void;
  onMove(row: CalendarRow, from: string, to: string): void;
}

const NO_BUTTONS: never[] = [];

/** The rows of one day, each with a handle to drag it to another. */
export function DayRows({ table, design, day, rows, label, handle, ...act }: DayRowsProps) {
  const { app, settings } = useKit();
  const { scale } = useLook();
  const look = useRowLook();
  const plain = { ...design, shape: 'rows' as const };
  const height = rowHeight(plain, densitySpace[app.theme.density ?? 'normal'], scale);
  const here = rows.filter((row) => standsOn(row, day));
  if (here.length === 0) return null;
  return (
    <View role="list" aria-label={label}>
      {here.map((each, index) => (
        <View key={each.id} className="flex-row items-center">
          <View className="min-w-0 flex-1">
            <ListRow
              table={table}
              design={plain}
              row={each.row}
              index={index}
              height={height}
              look={look}
              settings={settings}
              swiped={null}
              chosen={null}
              collected={null}
              buttons={NO_BUTTONS}
              routine={null}
              onPress={act.onOpen}
              onEdit={act.onEdit}
              onDelete={act.onDelete}
              onHold={() => act.onActions(each, day)}
              onCollect={undefined}
              onRun={undefined}
            />
          </View>
          <Handle row={each} day={day} handle={handle} onMove={act.onMove} onPress={() => act.onActions(each, day)} />
        </View>
      ))}
    </View>
  );
}

/** How far a finger goes before it drags and no longer presses, in px. */
const SLACK = 6;

/** A finger on it drags; the page stays where it is. */
const still = Platform.OS === 'web' ? ({ touchAction: 'none', cursor: 'grab' } as object) : null;

function Handle({
  row,
  day,
  handle,
  onMove,
  onPress,
}: {
  row: CalendarRow;
  day: string;
  handle: DragHandle;
  onMove: DayRowsProps['onMove'];
  onPress: () => void;
}) {
  const colors = useColors();
  const start = useRef({ x: 0, y: 0, dragged: false });
  const drags = {
    tabIndex: 0 as const,
    onStartShouldSetResponder: () => true,
    onResponderTerminationRequest: () => false,
    onResponderGrant: ({ nativeEvent }: GestureResponderEvent) => {
      start.current = { x: nativeEvent.pageX, y: nativeEvent.pageY, dragged: false };
      handle.take(row, day);
    },
    onResponderMove: ({ nativeEvent: { pageX, pageY } }: GestureResponderEvent) => {
      if (Math.abs(pageX - start.current.x) + Math.abs(pageY - start.current.y) > SLACK) start.current.dragged = true;
      if (start.current.dragged) handle.over(pageX, pageY);
    },
    onResponderRelease: () => {
      if (start.current.dragged) return handle.drop();
      handle.cancel();
      onPress();
    },
    onResponderTerminate: handle.cancel,
    // A press that no finger made: of a screen reader, say.
    onClick: ({ detail }: { detail: number }) => detail === 0 && onPress(),
    onKeyDown: (event: { key: string; preventDefault(): void }) => {
      if (event.key === 'Enter' || event.key === ' ') {
        event.preventDefault();
        return onPress();
      }
      const to = dayAfterKey(day, event.key);
      if (to === null) return;
      event.preventDefault();
      onMove(row, day, to);
    },
  };
  return (
    <View
      accessible
      role="button"
      onAccessibilityTap={onPress}
      aria-label={`Move ${row.name}`}
      className="min-h-[44px] w-11 items-center justify-center self-stretch border-b border-app-line"
      style={still}
      {...drags}
    >
      <GripVertical size={20} color={colors.soft} />
    </View>
  );
}

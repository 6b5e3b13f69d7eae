import Pencil from 'lucide-react-native/icons/pencil';
import Trash2 from 'lucide-react-native/icons/trash';
import { memo } from 'react';
import { Pressable, Text, View } from 'react-native';
import type { CompiledTable } from '@/core/compile';
import type { Row } from '@/core/engine';
import type { Column } from '@/core/definition';
import type { FormatSettings } from '@/core/format';
import { RowText } from './parts';
import { RowPicture } from './RowPicture';
import { shownText } from './shownText';
import { type ColorName, useColors } from './theme';
import { ACTION_WIDTH, type RowSwipe } from './useRowSwipe';
import { SHOWN_NAME } from './useWrites';

export const ROW_HEIGHT = 68;
/** How a row that was let go comes to rest. */
const settling = { transitionProperty: 'transform', transitionDuration: '140ms' } as object;

interface ListRowProps {
  table: CompiledTable;
  row: Row | undefined;
  settings: FormatSettings;
  /** Set for the one row that is drawn aside. */
  swiped: RowSwipe | null;
  onOpen(id: number): void;
  onEdit(id: number): void;
  onDelete(id: number): void;
  onActions(record: { id: number; name: string }): void;
}

/** Where a browser tells of keys; React Native's own types know only those of text fields. */
interface KeyPress {
  key: string;
  shiftKey: boolean;
  preventDefault(): void;
}

/**
 * One record in a list. It takes all by properties that stay the same, so that a save renders the one row that it
 * changed and no other. Tap opens; swipe, long press, F2, Delete and the menu key do the rest.
 */
export const ListRow = memo(function ListRow({ table, row, settings, swiped, onOpen, onEdit, onDelete, onActions }: ListRowProps) {
  if (!row) return <View style={{ height: ROW_HEIGHT }} className="border-b border-app-line bg-app-ground" />;
  const id = Number(row.id);
  const name = String(row[SHOWN_NAME]);
  const shown = (column: Column) => shownText(column, row, settings);
  const line = table.row.line.map(shown).filter((text) => text !== '').join(' · ');
  const edge = table.row.edge ? shown(table.row.edge) : '';
  const actions = () => onActions({ id, name });
  const keys = {
    onKeyDown: (event: KeyPress) => {
      const action = event.key === 'Delete' ? () => onDelete(id) : event.key === 'F2' ? () => onEdit(id) : event.key === 'ContextMenu' || (event.key === 'F10' && event.shiftKey) ? actions : null;
      if (!action) return;
      event.preventDefault();
      action();
    },
    onContextMenu: (event: { preventDefault(): void }) => {
      event.preventDefault();
      actions();
    },
  };
  return (
    <View role="listitem">
      {swiped ? (
        <View className="absolute inset-y-0 right-0 flex-row" aria-hidden>
          <SwipeAction icon={Pencil} label="Edit" className="bg-app-tint" tone="accent" onPress={() => onEdit(id)} />
          <SwipeAction icon={Trash2} label="Delete" className="bg-app-danger" tone="on-accent" onPress={() => onDelete(id)} />
        </View>
      ) : null}
      <Pressable
        role="button"
        aria-label={[name, line, edge].filter((text) => text !== '').join(', ')}
        onPress={() => onOpen(id)}
        onLongPress={actions}
        {...keys}
        style={[{ height: ROW_HEIGHT }, swiped ? { transform: [{ translateX: swiped.shift }], ...(swiped.dragging ? {} : settling) } : null]}
        className="flex-row items-center gap-3 border-b border-app-line bg-app-ground px-4 active:bg-app-tint"
      >
        {table.row.picture ? <RowPicture table={table} column={table.row.picture} id={id} there={row[table.row.picture.identifier] === 1} /> : null}
        <View className="flex-1 gap-0.5">
          <RowText name={name} line={line} />
        </View>
        {edge ? (
          <Text className="font-sans text-[15px] text-app-ink" style={{ fontVariant: ['tabular-nums'] }}>
            {edge}
          </Text>
        ) : null}
      </Pressable>
    </View>
  );
}, isSame);

/** A list fetched anew has new row objects at other places; a row whose values are as before need not be drawn again. */
function isSame(before: ListRowProps, after: ListRowProps): boolean {
  const { row: rowBefore, ...othersBefore } = before;
  const { row: rowAfter, ...othersAfter } = after;
  return isShallowEqual(othersBefore, othersAfter) && (rowBefore === rowAfter || (rowBefore !== undefined && rowAfter !== undefined && isShallowEqual(rowBefore, rowAfter)));
}

function isShallowEqual(left: object, right: object): boolean {
  const entries = Object.entries(left);
  return entries.length === Object.keys(right).length && entries.every(([key, value]) => Object.is(value, (right as Record<string, unknown>)[key]));
}

function SwipeAction({ icon: Icon, label, className, tone, onPress }: { icon: typeof Pencil; label: string; className: string; tone: ColorName; onPress: () => void }) {
  const colors = useColors();
  return (
    <Pressable onPress={onPress} tabIndex={-1} aria-label={label} style={{ height: ROW_HEIGHT, width: ACTION_WIDTH }} className={`items-center justify-center ${className}`}>
      <Icon size={22} color={colors[tone]} />
    </Pressable>
  );
}

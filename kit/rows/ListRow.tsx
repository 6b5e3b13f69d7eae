import ListCheck from 'lucide-react-native/icons/list-check';
import ListPlus from 'lucide-react-native/icons/list-plus';
import Pencil from 'lucide-react-native/icons/pencil';
import Square from 'lucide-react-native/icons/square';
import SquareCheck from 'lucide-react-native/icons/square-check';
import Trash2 from 'lucide-react-native/icons/trash';
import Zap from 'lucide-react-native/icons/zap';
import { memo } from 'react';
import { Pressable, View } from 'react-native';
import { ownOf } from '../base/own';
import { IconButton } from '../base/parts';
import { AsCard, AsOwn, AsRow, rowWords } from './RowShape';
import { SwipeAction } from './SwipeAction';
import type { RowLook } from './rowLook';
import type { ListRowProps } from './rowProps';
import { styled } from './slots';
import { SHOWN_NAME } from '@/core/compiled';

/** How a row that was let go comes to rest. */
const settling = { transitionProperty: 'transform', transitionDuration: '140ms' } as object;

/** Where a browser tells of keys; React Native's own types know only those of text fields. */
interface KeyPress {
  key: string;
  shiftKey: boolean;
  preventDefault(): void;
}

const rowPart = { dataSet: { part: 'row' } };

/**
 * One record in a list. It takes all by properties that stay the same, so that a save renders the one row that it
 * changed and no other. Tap opens; swipe, long press, F2, Delete and the menu key do the rest.
 */
export const ListRow = memo(function ListRow(props: ListRowProps) {
  const { design, row, index, height, look, settings, swiped, chosen, onPress, onHold } = props;
  const { box } = look;
  // As high as a row that is there, or the list would jump.
  if (!row)
    return (
      <View style={box.row}>
        <View style={[box.blank, { height }]} />
      </View>
    );
  const id = Number(row.id);
  const name = String(row[SHOWN_NAME]);
  const { tone, strong, hidden } = styled(design.styles, row);
  const hold = () => onHold({ id, name, index });
  const isList = design.shape === 'rows';
  const role =
    chosen === null ? ({ role: 'button' } as const) : ({ role: 'checkbox', 'aria-checked': chosen } as const);
  const press = isList ? box.press : box.pressCard;
  const Shape = ownOf('row', design) ? AsOwn : isList ? AsRow : AsCard;
  return (
    <View role="listitem" style={[isList ? box.row : box.cardOuter, hidden ? { opacity: 0.45 } : null]}>
      {swiped ? <SwipeActions {...props} id={id} /> : null}
      <View
        style={[
          isList ? box.line : box.card,
          { height: isList ? height : height - 12 },
          swiped ? { transform: [{ translateX: swiped.shift }], ...(swiped.dragging ? {} : settling) } : null,
          tone ? { backgroundColor: look.tones[tone].tint } : null,
        ]}
      >
        <Pressable
          {...role}
          aria-label={rowWords(design, row, name, settings)}
          onPress={() => onPress(id, index)}
          onLongPress={hold}
          {...keysOf(props, id, hold)}
          {...rowPart}
          style={({ pressed }) => [press, pressed ? box.pressed : null]}
        >
          {chosen === null ? null : <ChosenMark chosen={chosen} isList={isList} look={look} />}
          <Shape {...props} row={row} name={name} strong={strong} />
        </Pressable>
        <RowButtons {...props} id={id} name={name} isList={isList} />
      </View>
    </View>
  );
}, isSame);

/** Keys of a row: Delete and F2, and the menu key for all that can be done. */
const keysOf = ({ onDelete, onEdit }: ListRowProps, id: number, hold: () => void) => ({
  onKeyDown: (event: KeyPress) => {
    const action =
      event.key === 'Delete'
        ? () => onDelete(id)
        : event.key === 'F2'
          ? () => onEdit(id)
          : event.key === 'ContextMenu' || (event.key === 'F10' && event.shiftKey)
            ? hold
            : null;
    if (!action) return;
    event.preventDefault();
    action();
  },
  onContextMenu: (event: { preventDefault(): void }) => {
    event.preventDefault();
    hold();
  },
});

/** What stands behind a row that is drawn aside. */
function SwipeActions({ id, height, look, onEdit, onDelete }: ListRowProps & { id: number }) {
  return (
    <View style={{ position: 'absolute', top: 0, bottom: 0, right: 0, flexDirection: 'row' }} aria-hidden>
      <SwipeAction
        icon={Pencil}
        label="Edit"
        height={height}
        look={look}
        ground="tint"
        tone="accent"
        onPress={() => onEdit(id)}
      />
      <SwipeAction
        icon={Trash2}
        label="Delete"
        height={height}
        look={look}
        ground="danger"
        tone="on-danger"
        onPress={() => onDelete(id)}
      />
    </View>
  );
}

/** Whether a row is chosen; on a card, over its picture. */
function ChosenMark({ chosen, isList, look: { colors } }: { chosen: boolean; isList: boolean; look: RowLook }) {
  const over = {
    position: 'absolute',
    right: 8,
    top: 8,
    zIndex: 10,
    borderRadius: 6,
    backgroundColor: colors.card,
  } as const;
  return (
    <View style={isList ? null : over}>
      {chosen ? <SquareCheck size={22} color={colors.accent} /> : <Square size={22} color={colors.soft} />}
    </View>
  );
}

/** The buttons that a row shows. */
function RowButtons(props: ListRowProps & { id: number; name: string; isList: boolean }) {
  const { id, name, isList, look, buttons, routine, collected, onCollect, onRun, onEdit, onDelete } = props;
  if (buttons.length === 0 && routine === null && collected === null) return null;
  const inRow = { flexDirection: 'row', paddingRight: 4 } as const;
  const onCard = {
    flexDirection: 'row',
    justifyContent: 'flex-end',
    borderTopWidth: 1,
    borderColor: look.colors.line,
  } as const;
  return (
    <View style={isList ? inRow : onCard}>
      {collected === null ? null : (
        <IconButton
          icon={collected ? ListCheck : ListPlus}
          label={collected ? `Take ${name} off the list` : `Put ${name} on the list`}
          tone={collected ? 'accent' : 'ink'}
          onPress={() => onCollect?.({ id, name })}
        />
      )}
      {routine ? (
        <IconButton icon={Zap} label={`${routine.name}: ${name}`} tone="accent" onPress={() => onRun?.(id)} />
      ) : null}
      {buttons.includes('edit') ? (
        <IconButton icon={Pencil} label={`Edit ${name}`} tone="accent" onPress={() => onEdit(id)} />
      ) : null}
      {buttons.includes('delete') ? (
        <IconButton icon={Trash2} label={`Delete ${name}`} tone="danger" onPress={() => onDelete(id)} />
      ) : null}
    </View>
  );
}

/**
 * A list fetched anew has new row objects at other places; a row whose values are as before need not be drawn again.
 */
function isSame(before: ListRowProps, after: ListRowProps): boolean {
  const { row: rowBefore, ...othersBefore } = before;
  const { row: rowAfter, ...othersAfter } = after;
  return (
    isShallowEqual(othersBefore, othersAfter) &&
    (rowBefore === rowAfter ||
      (rowBefore !== undefined && rowAfter !== undefined && isShallowEqual(rowBefore, rowAfter)))
  );
}

function isShallowEqual(left: object, right: object): boolean {
  const entries = Object.entries(left);
  return (
    entries.length === Object.keys(right).length &&
    entries.every(([key, value]) => Object.is(value, (right as Record<string, unknown>)[key]))
  );
}

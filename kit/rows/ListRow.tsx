import ListCheck from 'lucide-react-native/icons/list-check';
import ListPlus from 'lucide-react-native/icons/list-plus';
import Pencil from 'lucide-react-native/icons/pencil';
import Square from 'lucide-react-native/icons/square';
import SquareCheck from 'lucide-react-native/icons/square-check';
import Trash2 from 'lucide-react-native/icons/trash';
import Zap from 'lucide-react-native/icons/zap';
import { Fragment, memo } from 'react';
import { Pressable, Text, type TextStyle, View } from 'react-native';
import { type CompiledRow, type CompiledSlot, type CompiledTable, SHOWN_NAME } from '@/core/compile';
import type { RowAction } from '@/core/model';
import type { Row } from '@/core/engine';
import type { FormatSettings } from '@/core/format';
import { IconButton } from '../base/parts';
import { factLines, pictureHeight } from './rowLayout';
import type { RowLook } from './rowLook';
import { RowPicture } from './RowPicture';
import { isDrawn, SlotIcon, slotLook, SlotValue, slotText, slotWords, styled } from './slots';
import type { ColorName } from '../base/theme';
import { ACTION_WIDTH, type RowSwipe } from './useRowSwipe';

/** How a row that was let go comes to rest. */
const settling = { transitionProperty: 'transform', transitionDuration: '140ms' } as object;

interface ListRowProps {
  table: CompiledTable;
  design: CompiledRow;
  row: Row | undefined;
  /** Its place in the list. */
  index: number;
  height: number;
  look: RowLook;
  settings: FormatSettings;
  /** Set for the one row that is drawn aside. */
  swiped: RowSwipe | null;
  /** Where a tap chooses it: whether it is chosen. */
  chosen: boolean | null;
  /** Where a button puts it on the working list: whether it is on it. */
  collected: boolean | null;
  buttons: readonly RowAction[];
  /** The routine that has a button in each row. */
  routine: { name: string } | null;
  onPress(id: number, index: number): void;
  onEdit(id: number): void;
  onDelete(id: number): void;
  onHold(record: { id: number; name: string; index: number }): void;
  onCollect: ((record: { id: number; name: string }) => void) | undefined;
  onRun: ((id: number) => void) | undefined;
}

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
  const {
    design,
    row,
    index,
    height,
    look,
    settings,
    swiped,
    chosen,
    collected,
    buttons,
    routine,
    onPress,
    onEdit,
    onDelete,
    onHold,
    onCollect,
    onRun,
  } = props;
  const { box, colors } = look;
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
  const keys = {
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
  };
  const isList = design.shape === 'rows';
  const role =
    chosen === null ? ({ role: 'button' } as const) : ({ role: 'checkbox', 'aria-checked': chosen } as const);
  const press = isList ? box.press : box.pressCard;
  return (
    <View role="listitem" style={[isList ? box.row : box.cardOuter, hidden ? { opacity: 0.45 } : null]}>
      {swiped ? (
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
      ) : null}
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
          {...keys}
          {...rowPart}
          style={({ pressed }) => [press, pressed ? box.pressed : null]}
        >
          {chosen === null ? null : (
            <View
              style={
                isList
                  ? null
                  : {
                      position: 'absolute',
                      right: 8,
                      top: 8,
                      zIndex: 10,
                      borderRadius: 6,
                      backgroundColor: colors.card,
                    }
              }
            >
              {chosen ? <SquareCheck size={22} color={colors.accent} /> : <Square size={22} color={colors.soft} />}
            </View>
          )}
          {isList ? (
            <AsRow {...props} row={row} name={name} strong={strong} />
          ) : (
            <AsCard {...props} row={row} name={name} strong={strong} />
          )}
        </Pressable>
        {buttons.length > 0 || routine !== null || collected !== null ? (
          <View
            style={
              isList
                ? { flexDirection: 'row', paddingRight: 4 }
                : { flexDirection: 'row', justifyContent: 'flex-end', borderTopWidth: 1, borderColor: colors.line }
            }
          >
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
        ) : null}
      </View>
    </View>
  );
}, isSame);

interface Shown {
  row: Row;
  name: string;
  strong: boolean;
}

function AsRow(props: ListRowProps & Shown) {
  const { table, design, row, look, settings } = props;
  return (
    <>
      {design.picture ? (
        <RowPicture
          table={table}
          slot={design.picture}
          id={Number(row.id)}
          there={row[design.picture.key] === 1}
          width={48}
          height={48}
          look={look}
        />
      ) : null}
      <View style={look.box.words}>
        <Words {...props} />
      </View>
      {design.edge.length > 0 || design.badge ? (
        <View style={look.box.side}>
          {design.edge.map((slot) => (
            <Value
              key={slot.id}
              slot={slot}
              row={row}
              settings={settings}
              look={look}
              plain={look.text.edge}
              bold={look.text.strongEdge}
            />
          ))}
          {design.badge ? (
            <Value
              slot={design.badge}
              row={row}
              settings={settings}
              look={look}
              plain={look.text.badge}
              bold={look.text.badge}
              chip
            />
          ) : null}
        </View>
      ) : null}
    </>
  );
}

function AsCard(props: ListRowProps & Shown) {
  const { table, design, row, look, settings } = props;
  return (
    <>
      {design.picture ? (
        <RowPicture
          table={table}
          slot={design.picture}
          id={Number(row.id)}
          there={row[design.picture.key] === 1}
          width="100%"
          height={pictureHeight(design.shape)}
          look={look}
        />
      ) : null}
      <View style={look.box.cardBody}>
        <Words {...props} />
        <View style={look.box.row} />
        {design.badge ? (
          <View style={{ flexDirection: 'row' }}>
            <Value
              slot={design.badge}
              row={row}
              settings={settings}
              look={look}
              plain={look.text.badge}
              bold={look.text.badge}
              chip
            />
          </View>
        ) : null}
        {design.edge.length > 0 ? (
          <View style={look.box.cardEdge}>
            {design.edge.map((slot) => (
              <Value
                key={slot.id}
                slot={slot}
                row={row}
                settings={settings}
                look={look}
                plain={look.text.edge}
                bold={look.text.strongEdge}
              />
            ))}
          </View>
        ) : null}
      </View>
    </>
  );
}

/** The title of a row, and its facts line by line. */
function Words({ design, row, name, strong, look, settings }: ListRowProps & Shown) {
  const { title, lines } = design;
  const { text } = look;
  const plain = strong ? text.titleBold : text.title;
  return (
    <>
      {title ? (
        <Value slot={title} row={row} settings={settings} look={look} plain={plain} bold={text.titleBold} />
      ) : (
        <Text numberOfLines={1} style={plain}>
          {name}
        </Text>
      )}
      {factLines(lines).map(({ slots, maxLines }) => {
        const shown = slots.filter((slot) => slotText(slot, row, settings) !== '');
        if (shown.length === 0) return null;
        return (
          <Text key={slots[0]?.id} numberOfLines={maxLines} style={text.fact} {...{ dataSet: { part: slots[0]?.id } }}>
            {shown.map((slot, at) => {
              const own = slotLook(slot, row, look.tones);
              const words = slotText(slot, row, settings);
              const between = at > 0 ? ' · ' : '';
              // Without a look of its own it is one text with its neighbours: a row is drawn sooner.
              if (!own.ink && !own.strong && !own.icon && !isDrawn(slot)) return `${between}${words}`;
              return (
                <Fragment key={slot.id}>
                  {between}
                  <Text
                    style={[
                      own.strong ? text.strongFact : text.fact,
                      own.ink ? { color: own.ink } : null,
                      own.tint && slot.column.kind === 'choice'
                        ? { backgroundColor: own.tint, borderRadius: 8, paddingHorizontal: 8 }
                        : null,
                    ]}
                  >
                    {own.icon ? <SlotIcon icon={own.icon} color={own.ink ?? look.colors.ink} /> : null}
                    {isDrawn(slot) ? (
                      <SlotValue
                        slot={slot}
                        row={row}
                        settings={settings}
                        color={own.ink ?? look.colors.accent}
                        size={13}
                      />
                    ) : (
                      words
                    )}
                  </Text>
                </Fragment>
              );
            })}
          </Text>
        );
      })}
    </>
  );
}

interface ValueProps {
  slot: CompiledSlot;
  row: Row;
  settings: FormatSettings;
  look: RowLook;
  plain: TextStyle;
  bold: TextStyle;
  /** On the tint of its tone, also where it is no choice. */
  chip?: boolean;
}

/** One slot by itself. */
function Value({ slot, row, settings, look, plain, bold, chip = false }: ValueProps) {
  const words = slotText(slot, row, settings);
  if (words === '') return null;
  const { ink, tint, strong, icon } = slotLook(slot, row, look.tones);
  const soft = slot.look === 'soft' && !ink ? { color: look.colors.soft } : null;
  return (
    <Text
      numberOfLines={slot.maxLines ?? 1}
      style={[
        strong ? bold : plain,
        soft,
        ink ? { color: ink } : null,
        tint && (chip || slot.column.kind === 'choice')
          ? { backgroundColor: tint, borderRadius: 8, paddingHorizontal: 8 }
          : null,
      ]}
      {...{ dataSet: { part: slot.id } }}
    >
      {icon ? <SlotIcon icon={icon} color={ink ?? look.colors.ink} /> : null}
      {isDrawn(slot) ? (
        <SlotValue slot={slot} row={row} settings={settings} color={ink ?? look.colors.accent} size={14} />
      ) : (
        words
      )}
    </Text>
  );
}

/** A row as it is read out. */
function rowWords(design: CompiledRow, row: Row, name: string, settings: FormatSettings): string {
  const words = (slots: CompiledRow['lines']) =>
    slots.map((slot) => slotWords(slot, row, settings)).filter((text) => text !== '');
  const title = design.title ? slotWords(design.title, row, settings) : name;
  return [
    title || name,
    words(design.lines).join(' · '),
    ...words(design.edge),
    ...(design.badge ? words([design.badge]) : []),
  ]
    .filter((text) => text !== '')
    .join(', ');
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

function SwipeAction({
  icon: Icon,
  label,
  height,
  look,
  ground,
  tone,
  onPress,
}: {
  icon: typeof Pencil;
  label: string;
  height: number;
  look: RowLook;
  ground: ColorName;
  tone: ColorName;
  onPress: () => void;
}) {
  return (
    <Pressable
      onPress={onPress}
      tabIndex={-1}
      aria-label={label}
      style={{
        height,
        width: ACTION_WIDTH,
        alignItems: 'center',
        justifyContent: 'center',
        backgroundColor: look.colors[ground],
      }}
    >
      <Icon size={22} color={look.colors[tone]} />
    </Pressable>
  );
}

import isSame from 'fast-deep-equal';
import {
  type CompiledRow,
  type CompiledSlot,
  type CompiledStyle,
  type CompiledTotal,
  type FieldSaid,
  type Place,
  rowPlaces,
  type RowsOf,
  slotOf,
  type StyleSaid,
} from '@/core/compiled';
import type { Column } from '@/core/model';
import { without } from './leaveOut';
import { Call } from './parts';

/** What of a slot has to be said in this place. */
function fieldSaid(slot: CompiledSlot, place: Place, rows: RowsOf): FieldSaid {
  const { column, label, format, look, maxLines, value, tone, link, styles, apart } = slot;
  const isOwn = isSame(slotOf({ column }, place, rows).value, value);
  const said: FieldSaid = {
    column,
    ...(label === column.name ? {} : { label }),
    ...(format ? { format } : {}),
    ...(look ? { look } : {}),
    ...(maxLines ? { maxLines } : {}),
    ...(isOwn ? {} : { value }),
  };
  const usual = slotOf(said, place, rows);
  return {
    ...said,
    ...(isSame(usual.tone, tone) ? {} : { tone: tone && tone.value }),
    ...(isSame(usual.link, link) ? {} : { link: link && { tableId: link.tableId, value: link.value } }),
    ...(styles.length > 0 ? { styles: styles.map(styleSaid) } : {}),
    ...(isSame(usual.apart, apart) ? {} : { apart }),
  };
}

const styleSaid = (style: CompiledStyle): StyleSaid => ({
  ...without(style, 'id', 'key', 'value'),
  when: style.value,
});

/** `field(schema.garments.tag)`, with what else there is to it. */
export function fieldWords(slot: CompiledSlot, place: Place, rows: RowsOf): Call {
  const { column, ...how } = fieldSaid(slot, place, rows);
  return called('field', columnShown(column), how);
}

/** A word with one thing given, and how where that is said. */
export const called = (word: string, given: unknown, how: object): Call =>
  new Call(word, Object.keys(how).length > 0 ? [given, how] : [given]);

/** What a value is called that is no column's. */
const VALUE = 'value';

/** A column, or a value that is none in the words of its kind. */
export function columnShown(column: Column): Column | Call {
  if (column.id !== VALUE) return column;
  const { kind, name, ...settings } = column;
  const usual: readonly string[] = ['id', 'identifier', 'required', 'unique', 'default'];
  return called(kind, name, Object.fromEntries(Object.entries(settings).filter(([key]) => !usual.includes(key))));
}

/** `total('Hours', schema.repairs.hours, { value: … })`. */
export const totalWords = (total: CompiledTotal): Call =>
  new Call('total', [total.label, columnShown(total.column), without(total, 'label', 'column', 'id', 'key')]);

/** A row design as a call: `cards({ picture: field(…) })`. */
export function rowWords(row: Omit<CompiledRow, 'cells'>, rows: RowsOf): Call {
  const { shape, across, minHeight, picture, title, badge, lines, edge, styles } = row;
  const one = (part: 'picture' | 'title' | 'badge', slot: CompiledSlot | null) =>
    slot ? { [part]: fieldWords(slot, rowPlaces[part], rows) } : {};
  const several = (part: 'line' | 'edge', slots: readonly CompiledSlot[]) =>
    slots.map((slot, at) => fieldWords(slot, rowPlaces[part](at), rows));
  return new Call(shape, [
    {
      ...(across === 1 ? {} : { across }),
      ...(minHeight === null ? {} : { minHeight }),
      ...one('picture', picture),
      ...one('title', title),
      ...one('badge', badge),
      ...(lines.length > 0 ? { lines: several('line', lines) } : {}),
      ...(edge.length > 0 ? { edge: several('edge', edge) } : {}),
      ...(styles.length > 0 ? { styles: styles.map(styleSaid) } : {}),
    },
  ]);
}

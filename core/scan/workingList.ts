import { z } from 'zod';

/** One record on a working list, with how often it was put there. */
const Item = z.object({
  /** What was scanned; '' where it was not. */
  code: z.string(),
  count: z.number().int().min(1),
  tableId: z.string(),
  id: z.number(),
  name: z.string(),
});
export type Item = z.infer<typeof Item>;
export type ItemKey = Pick<Item, 'tableId' | 'id'>;
export type NewItem = Omit<Item, 'count'>;

const SavedAs = z.object({ tableId: z.string(), ids: z.array(z.number()) });
/** The records that a working list became when it was saved. */
export type SavedAs = z.infer<typeof SavedAs>;

const Held = z.object({ items: z.array(Item), saved: z.boolean(), savedAs: SavedAs.nullish() });
/** A working list as it is kept: the last that was put there first, no record twice. `savedAs`: where that is known. */
export type Held = z.infer<typeof Held>;

export const NOTHING_HELD: Held = { items: [], saved: false };

const isSame = (one: ItemKey, other: ItemKey): boolean => one.tableId === other.tableId && one.id === other.id;
export const holds = ({ items }: Held, key: ItemKey): boolean => items.some((each) => isSame(each, key));

/** With records put on top of the list one after another. What was saved makes room for a new list. */
export function withItems(held: Held, added: readonly NewItem[], repeats: 'count' | 'ignore'): Held {
  if (added.length === 0) return held;
  const items = new Map((held.saved ? [] : [...held.items].reverse()).map((item) => [keyOf(item), item]));
  for (const item of added) {
    const key = keyOf(item);
    const there = items.get(key);
    if (there && repeats === 'ignore') continue;
    items.delete(key);
    items.set(key, there ? { ...there, count: there.count + 1 } : { ...item, count: 1 });
  }
  return { items: [...items.values()].reverse(), saved: false };
}

export const withoutItem = (held: Held, key: ItemKey): Held => ({
  ...held,
  items: held.items.filter((each) => !isSame(each, key)),
});

/** With a record that is not there put on it, or one that is taken off. */
export const toggled = (held: Held, item: NewItem): Held =>
  holds(held, item) && !held.saved ? withoutItem(held, item) : withItems(held, [item], 'ignore');

export const counted = (held: Held, key: ItemKey, count: number): Held => ({
  ...held,
  items: held.items.map((each) => (isSame(each, key) ? { ...each, count: Math.max(1, count) } : each)),
});

/** What was kept as text; nothing where that is no list. */
export function heldFrom(text: string | null): Held {
  if (text === null) return NOTHING_HELD;
  try {
    return Held.parse(JSON.parse(text));
  } catch {
    return NOTHING_HELD;
  }
}

const keyOf = ({ tableId, id }: ItemKey): string => `${tableId} ${id}`;

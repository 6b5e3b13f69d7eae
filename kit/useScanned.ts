import { useCallback, useEffect, useRef, useState } from 'react';
import { z } from 'zod';
import { useKit } from './context';

/** One thing that was scanned, with how often. */
const Scanned = z.object({
  code: z.string(),
  count: z.number().int().min(1),
  tableId: z.string(),
  id: z.number(),
  name: z.string(),
});
export type Scanned = z.infer<typeof Scanned>;
const Kept = z.object({ items: z.array(Scanned), saved: z.boolean() });
type Kept = z.infer<typeof Kept>;

const NOTHING: Kept = { items: [], saved: false };

export interface ScannedList extends Kept {
  /** Until what was kept is read: what is put on the list before would be lost to it. */
  whenRead(): Promise<void>;
  /** Puts a scan on the list; tells whether it was there already. What was saved makes room for a new list. */
  add(item: Omit<Scanned, 'count'>, repeats: 'count' | 'ignore'): boolean;
  remove(id: number): void;
  setSaved(saved: boolean): void;
  clear(): void;
}

/** What was scanned on a screen, kept on the phone so that it outlasts a restart; `clears`: leaving the screen empties it. */
export function useScanned(screenId: string, clears: boolean): ScannedList {
  const { app, keep, people } = useKit();
  const key = ['scanned', app.id, people.current ?? 'nobody', screenId].join('/');
  const [read, setRead] = useState<{ key: string; kept: Kept } | null>(null);
  // A scan may come before the one before it was drawn.
  const latest = useRef<Kept>(NOTHING);
  const reading = useRef<Promise<void>>(Promise.resolve());
  useEffect(() => {
    let isHere = true;
    const take = (text: string | null) => {
      if (!isHere) return;
      latest.current = parsed(text);
      setRead({ key, kept: latest.current });
    };
    reading.current = keep.read(key).then(take, () => take(null));
    return () => {
      isHere = false;
    };
  }, [keep, key]);
  const put = useCallback(
    (kept: Kept) => {
      latest.current = kept;
      setRead({ key, kept });
      void keep.write(key, kept.items.length === 0 ? null : JSON.stringify(kept)).catch(() => undefined);
    },
    [keep, key],
  );
  useEffect(() => (clears ? () => void keep.write(key, null).catch(() => undefined) : undefined), [clears, keep, key]);
  const add = useCallback<ScannedList['add']>(
    (item, repeats) => {
      const { items: all, saved } = latest.current;
      const items = saved ? [] : all;
      const there = items.find(({ tableId, id }) => tableId === item.tableId && id === item.id);
      if (!there) put({ items: [{ ...item, count: 1 }, ...items], saved: false });
      // The one that was scanned last stands first.
      else if (repeats === 'count') put({ items: [{ ...there, count: there.count + 1 }, ...items.filter((each) => each !== there)], saved: false });
      return there !== undefined;
    },
    [put],
  );
  const { items, saved } = read?.key === key ? read.kept : NOTHING;
  return {
    items,
    saved,
    whenRead: useCallback(() => reading.current, []),
    add,
    remove: useCallback((id) => put({ ...latest.current, items: latest.current.items.filter((each) => each.id !== id) }), [put]),
    setSaved: useCallback((now) => put({ ...latest.current, saved: now }), [put]),
    clear: useCallback(() => put(NOTHING), [put]),
  };
}

function parsed(text: string | null): Kept {
  if (text === null) return NOTHING;
  try {
    return Kept.parse(JSON.parse(text));
  } catch {
    return NOTHING;
  }
}

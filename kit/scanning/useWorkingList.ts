import { useQueries } from '@tanstack/react-query';
import { useCallback, useContext, useEffect, useMemo, useRef, useState } from 'react';
import { type Linked, tableOf, useKit } from '../base/context';
import { rowsQuery } from '../data/rowsQuery';
import { OnTopContext } from './scans';
import { NO_STATEMENT, SHOWN_NAME } from '@/core/compiled';
import {
  counted,
  type Held,
  heldFrom,
  holds,
  type Item,
  type ItemKey,
  type NewItem,
  NOTHING_HELD,
  type SavedAs,
  toggled,
  withItems,
  withoutItem,
} from '@/core/scan';

/** As its record is now: by the name of now, or gone. */
export interface WorkingItem extends Item {
  gone: boolean;
}

export interface WorkingList {
  items: readonly WorkingItem[];
  /** The ids of the records on it. */
  ids: ReadonlySet<number>;
  /** Whether it was saved, and that was not taken back. */
  saved: boolean;
  /** Until what was kept is read: what is put on the list before would be lost to it. */
  whenRead(): Promise<void>;
  /**
   * Puts a record on the list, the last one first; tells whether it was there already. What was saved makes room for a
   * new list.
   */
  add(item: NewItem, repeats: 'count' | 'ignore'): boolean;
  /** Puts those on the list that are not there, in one go. */
  addAll(items: readonly NewItem[]): void;
  /** Puts a record on the list, or takes it off. */
  toggle(item: NewItem): void;
  setCount(key: ItemKey, count: number): void;
  remove(key: ItemKey): void;
  setSaved(saved: boolean, as?: SavedAs | null): void;
  clear(): void;
}

/**
 * A list of records that a screen holds, kept on the phone so that it outlasts a restart; apart for each person and for
 * each record that the screen was opened from; `clears`: leaving the screen empties it. Without a screen it is none.
 */
export function useWorkingList(screenId: string | null, linked: Linked | undefined, clears: boolean): WorkingList {
  const { app, keep, notify, people } = useKit();
  const onTop = useContext(OnTopContext);
  const key =
    screenId === null
      ? null
      : [
          'scanned',
          app.id,
          people.current ?? 'nobody',
          screenId,
          ...(linked ? [linked.columnId, linked.recordId] : []),
        ].join('/');
  const [read, setRead] = useState<{ key: string | null; kept: Held } | null>(null);
  // A scan may come before the one before it was drawn.
  const latest = useRef<Held>(NOTHING_HELD);
  const reading = useRef<Promise<void>>(Promise.resolve());
  // Read again when the screen comes to the top: another of the same may have been above it.
  useEffect(() => {
    if (key === null || !onTop) return;
    let isHere = true;
    const take = (text: string | null) => {
      if (!isHere) return;
      latest.current = heldFrom(text);
      setRead({ key, kept: latest.current });
    };
    reading.current = keep.read(key).then(take, () => take(null));
    return () => {
      isHere = false;
    };
  }, [keep, key, onTop]);
  const put = useCallback(
    (kept: Held) => {
      if (key === null) return;
      latest.current = kept;
      setRead({ key, kept });
      void keep.write(key, kept.items.length === 0 ? null : JSON.stringify(kept)).catch(() =>
        notify({
          text: [
            'This list cannot be kept: the phone may be full. It is',
            'here as long as the screen is open, so save it now.',
          ].join(' '),
          tone: 'problem',
        }),
      );
    },
    [keep, key, notify],
  );
  useEffect(
    () => (clears && key !== null ? () => void keep.write(key, null).catch(() => undefined) : undefined),
    [clears, keep, key],
  );
  const add = useCallback<WorkingList['add']>(
    (item, repeats) => {
      const wasThere = !latest.current.saved && holds(latest.current, item);
      put(withItems(latest.current, [item], repeats));
      return wasThere;
    },
    [put],
  );
  const { items, saved: wasSaved, savedAs } = read?.key === key ? read.kept : NOTHING_HELD;
  // Where the saving was undone, none of the records that came of it are there, and the list waits to be saved again.
  const [still] = useNamesOf(wasSaved && savedAs ? [savedAs] : []);
  const saved = wasSaved && still?.size !== 0;
  useEffect(() => {
    if (wasSaved && !saved) latest.current = { ...latest.current, saved: false };
  }, [wasSaved, saved]);
  return {
    items: useNow(items),
    ids: useMemo(() => new Set(items.map(({ id }) => id)), [items]),
    saved,
    whenRead: useCallback(() => reading.current, []),
    add,
    addAll: useCallback((all) => void reading.current.then(() => put(withItems(latest.current, all, 'ignore'))), [put]),
    toggle: useCallback((item) => void reading.current.then(() => put(toggled(latest.current, item))), [put]),
    setCount: useCallback((item, count) => put(counted(latest.current, item, count)), [put]),
    remove: useCallback((item) => put(withoutItem(latest.current, item)), [put]),
    setSaved: useCallback((now, savedAs = null) => put({ ...latest.current, saved: now, savedAs }), [put]),
    clear: useCallback(() => put(NOTHING_HELD), [put]),
  };
}

/** The items by the names that their records have now; those whose records are no longer there are told. */
function useNow(items: readonly Item[]): WorkingItem[] {
  const tables = [...new Set(items.map(({ tableId }) => tableId))];
  const names = useNamesOf(
    tables.map((tableId) => ({ tableId, ids: items.filter((each) => each.tableId === tableId).map(({ id }) => id) })),
  );
  return items.map((item) => {
    const known = names[tables.indexOf(item.tableId)];
    return { ...item, name: known?.get(item.id) ?? item.name, gone: known?.has(item.id) === false };
  });
}

/** The names of the records that there are of those, by their ids; null until they are read. */
function useNamesOf(records: readonly SavedAs[]): (ReadonlyMap<number, string> | null)[] {
  const { app, database } = useKit();
  const found = useQueries({
    queries: records.map(({ tableId, ids }) =>
      rowsQuery(database, {
        ...(tableOf(app, tableId)?.statements.names ?? NO_STATEMENT),
        params: { ids: JSON.stringify(ids) },
      }),
    ),
  });
  return found.map(({ data }) =>
    data ? new Map(data.rows.map((row) => [Number(row.id), String(row[SHOWN_NAME])])) : null,
  );
}

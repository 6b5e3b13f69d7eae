import { type Build, buildNewest, type Built } from './building';
import { DatabaseStore } from './databaseStore';
import type { JournalEntry } from './journalEntry';
import { guarded, type KeyValueStore, type Wait } from './keyValueStore';
import {
  ASIDE,
  type Deciding,
  type Epoch,
  EPOCH_KEY,
  journalKey,
  NEWEST,
  ownerKey,
  SNAPSHOT,
  writerOf,
} from './layout';
import { decisionIn, register } from './ownership';
import { type Contents, contentsOf, readValues } from './reading';
import { seal } from './seal';
import { type Parts, readBack, writePieces } from './snapshot';

export interface OpenedStore<T> extends Built<T> {
  store: DatabaseStore;
  /** Acknowledged entries at the end of the journal that could not be read or replayed; they were put aside. */
  damaged: number;
}

/**
 * Opens a store and becomes its newest owner; null where nothing is stored. `token` names this opening and is never
 * used twice. Throws a Problem of code `store-newer`, `store-damaged` where no snapshot is whole, or `not-owner` where
 * another registered meanwhile; or what `build` threw for the last snapshot there is.
 */
export async function openStore<T>(
  store: KeyValueStore,
  token: string,
  wait: Wait,
  build: Build<T>,
): Promise<OpenedStore<T> | null> {
  const kv = guarded(store);
  if (!(await isStored(kv))) return null;
  const { epoch, keys } = await register(kv, token);
  const values = await readValues(kv, keys);
  const before = decisionIn(values, epoch);
  const contents = contentsOf(values, before);
  const built = await buildNewest(kv, contents, build);
  const { snapshot, former, last } = built;

  const decision = decisionAfter(
    before,
    contents,
    epoch,
    last,
    [snapshot, ...former].map(({ key }) => key),
  );
  const left = [...contents.counted].filter(([seq]) => seq > last).map(([, key]) => key);
  const aside = Object.fromEntries(left.map((key) => [`${ASIDE}${epoch}/${key}`, values[key] ?? '']));
  for (const seq of contents.sizes.keys()) if (seq > last) contents.sizes.delete(seq);
  const opened = new DatabaseStore(kv, wait, decision, snapshot, former[0] ?? null, contents.sizes, last);
  await opened.decide(aside);
  const gone = [...left, ...contents.dead];
  if (gone.length > 0) await kv.removeMany(gone);
  return { ...built, store: opened, damaged: left.length };
}

async function isStored(kv: KeyValueStore): Promise<boolean> {
  return (
    (await kv.getMany([EPOCH_KEY]))[EPOCH_KEY] !== null ||
    (await kv.getAllKeys()).some((key) => key.startsWith(SNAPSHOT))
  );
}

/** What a store holds that counts, built: read as it stands, whoever owns it, and nothing is written. */
export interface ReadStore<T> extends Omit<Built<T>, 'snapshot' | 'former'> {
  /** Acknowledged entries at the end of the journal that cannot be read or replayed. */
  damaged: number;
}

/** How often a store is read whose owner clears what was just listed. */
const MOST_READINGS = 4;

/** Reads a store without opening it; null where nothing is stored. Throws as `openStore` does. */
export async function readStore<T>(store: KeyValueStore, build: Build<T>): Promise<ReadStore<T> | null> {
  const kv = guarded(store);
  if (!(await isStored(kv))) return null;
  for (let reading = 1; ; reading++) {
    const values = await readValues(kv, await kv.getAllKeys());
    const contents = contentsOf(values, decisionIn(values, NEWEST));
    try {
      const { value, entries, last } = await buildNewest(kv, contents, build);
      return { value, entries, last, damaged: [...contents.counted.keys()].filter((seq) => seq > last).length };
    } catch (error) {
      if (reading === MOST_READINGS) throw error;
    }
  }
}

/**
 * Lays down a store, or another in the place of what is there: one snapshot up to and with place `seq`, and its
 * history.
 */
export async function createStore(
  store: KeyValueStore,
  token: string,
  wait: Wait,
  parts: Parts,
  seq = 0,
  history: readonly JournalEntry[] = [],
): Promise<DatabaseStore> {
  const kv = guarded(store);
  const { epoch, keys } = await register(kv, token);
  const manifest = await writePieces(kv, epoch, '0', parts, seq, null);
  const key = `${SNAPSHOT}${epoch}/${seq}-0`;
  const entries = history.map((entry): [string, string] => [journalKey(entry.seq, epoch), seal(JSON.stringify(entry))]);
  await kv.setMany({ ...Object.fromEntries(entries), [key]: seal(JSON.stringify(manifest)) });
  await readBack(kv, key, manifest, null);
  const decision: Deciding = {
    epoch,
    from: seq + 1,
    held: history[0] ? [{ epoch, from: history[0].seq }] : [],
    snapshots: [],
  };
  const sizes = new Map(history.map(({ seq: place }, index) => [place, entries[index]?.[1].length ?? 0]));
  const created = new DatabaseStore(kv, wait, decision, { key, manifest, parts }, null, sizes, seq);
  await created.decide({});
  if (keys.some((each) => writerOf(each) !== null && each !== ownerKey(epoch))) await created.clear();
  return created;
}

/**
 * What an owner decides that has replayed up to the place `last`. Holders of places that are no longer kept are left
 * out.
 */
function decisionAfter(
  before: Deciding,
  { counted }: Contents,
  epoch: Epoch,
  last: number,
  snapshots: string[],
): Deciding {
  const [first = last + 1] = counted.keys();
  const held = [...before.held, { epoch: before.epoch, from: before.from }];
  const end = (index: number) => Math.min(held[index + 1]?.from ?? Infinity, last + 1);
  return {
    epoch,
    from: last + 1,
    held: held.filter(({ from }, index) => Math.max(from, first) < end(index)),
    snapshots,
  };
}

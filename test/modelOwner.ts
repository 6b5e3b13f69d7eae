import {
  createStore,
  type DatabaseStore,
  type JournalEntry,
  type KeyValueStore,
  memoryStore,
  openStore,
  type Parts,
  type Wait,
} from '@/core/store';
import { ProblemError } from '@/core/problem';

/** What was said of each write, by its label. */
export type Log = Map<string, 'acknowledged' | 'refused' | 'in doubt'>;

/** `fold`: a snapshot that the next act does not wait for. */
export type Act = 'write' | 'snapshot' | 'fold' | 'undo';

const text = (parts: Parts) => new TextDecoder().decode(parts.document);
const bytes = (state: readonly string[]): Parts => ({ document: new TextEncoder().encode(JSON.stringify(state)) });

/** What an owner keeps instead of a database: the labels of all changes, in their order. */
const build = (parts: Parts, entries: readonly JournalEntry[]) => {
  const state = JSON.parse(text(parts)) as string[];
  return { value: [...state, ...entries.map(({ label }) => label)], replayed: entries.length };
};

/** A store that was just laid down, as its keys and values. */
export async function laidDown(): Promise<Map<string, string>> {
  const kv = memoryStore();
  await createStore(kv, 'install', async () => undefined, bytes([]));
  return kv.values;
}

export async function openModel(kv: KeyValueStore, token: string, wait: Wait) {
  const opened = await openStore(kv, token, wait, build);
  if (!opened) throw new Error('nothing is stored');
  return opened;
}

/** Opens the store and does one thing after another, until something tells that it owns the store no more. */
export async function openAndAct(
  name: string,
  acts: readonly Act[],
  log: Log,
  kv: KeyValueStore,
  wait: Wait,
): Promise<void> {
  const opened = await openModel(kv, name, wait).catch(() => null);
  if (opened) await actAs(name, opened.store, opened.value, acts, log);
}

/** The same where it was opened before anything else happens. */
export async function actWhereOpen(
  name: string,
  acts: readonly Act[],
  log: Log,
  kv: KeyValueStore,
  wait: Wait,
  direct: KeyValueStore,
): Promise<void> {
  const through = { ...direct };
  const opened = await openModel(through, name, wait);
  Object.assign(through, kv);
  await actAs(name, opened.store, opened.value, acts, log);
}

async function actAs(
  name: string,
  store: DatabaseStore,
  before: readonly string[],
  acts: readonly Act[],
  log: Log,
): Promise<void> {
  let state = before;
  for (const [index, act] of acts.entries()) {
    if (act === 'snapshot' || act === 'fold') {
      const made = store.snapshot(bytes(state), state.length).catch(() => undefined);
      if (act === 'snapshot') await made;
      continue;
    }
    const label = `${name} ${act} ${index}`;
    const entry: JournalEntry = {
      kind: 'rows',
      seq: state.length + 1,
      label,
      at: '',
      changeSet: '',
      ...(act === 'undo' ? { undoes: state.length } : {}),
    };
    try {
      await store.append(entry);
      log.set(label, 'acknowledged');
      state = [...state, label];
    } catch (error) {
      const { code } = (error as ProblemError).problem;
      log.set(label, code === 'store-doubt' ? 'in doubt' : 'refused');
      if (code === 'not-owner' || code === 'store-doubt') return;
    }
  }
}

/** What a store must keep to, whatever came before; in words where it does not. */
export async function brokenPromise(values: Map<string, string>, log: Log): Promise<string | null> {
  const kv = memoryStore(new Map(values));
  const opened = await openModel(kv, 'afterwards', async () => undefined).catch((error: Error) => error);
  if (opened instanceof Error) return `it does not open: ${opened.message}`;
  const { value, damaged, last, snapshot } = opened;
  if (damaged > 0) return `${damaged} entries were put aside`;
  if (value.length !== last || new Set(value).size < value.length)
    return `the journal has ${last} places, and ${value.length} changes: ${value.join(', ')}`;
  if ((JSON.parse(text(snapshot.parts)) as string[]).length !== snapshot.manifest.seq)
    return 'a snapshot holds another state than it says';
  for (const [label, said] of log) {
    if (said === 'acknowledged' && !value.includes(label)) return `“${label}” was acknowledged and is gone`;
    if (said === 'refused' && value.includes(label)) return `“${label}” was refused and is there`;
  }
  // It can be gone on with.
  await opened.store.append({ kind: 'rows', seq: last + 1, label: 'one more', at: '', changeSet: '' });
  const again = await openModel(kv, 'once more', async () => undefined);
  return again.value.at(-1) === 'one more' && again.last === last + 1
    ? null
    : 'what is written afterwards is not there';
}

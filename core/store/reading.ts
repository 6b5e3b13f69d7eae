import { ProblemError } from '@/core/problem';
import { JournalEntry } from './journalEntry';
import type { KeyValueStore } from './keyValueStore';
import {
  type Deciding,
  FORMAT_KEY,
  formatOf,
  holderOf,
  JOURNAL,
  journalKey,
  Manifest,
  OWNER,
  readSealed,
  seqOf,
  SNAPSHOT,
  STORE_FORMAT,
  writerOf,
} from './layout';

/** What a store holds at one moment, as far as it counts under a decision. */
export interface Contents {
  /** The snapshots that count, newest first; a damaged one is left out. */
  snapshots: { key: string; manifest: Manifest }[];
  /** The entries that count and can be read, by their places, and how long each is as it is stored, in characters. */
  entries: Map<number, JournalEntry>;
  sizes: Map<number, number>;
  /**
   * The keys of the entries that count, whether they can be read or not, by their places; in the order of the journal.
   */
  counted: Map<number, string>;
  /** Keys of entries that do not count. */
  dead: string[];
}

/** Reads everything but the pieces of snapshots, each value once. Throws a Problem of code `store-newer`. */
export async function readValues(kv: KeyValueStore, keys: readonly string[]): Promise<Record<string, string | null>> {
  const values = await kv.getMany(
    keys.filter((key) => key === FORMAT_KEY || [OWNER, SNAPSHOT, JOURNAL].some((prefix) => key.startsWith(prefix))),
  );
  const format = formatOf(values[FORMAT_KEY]);
  if (format > STORE_FORMAT) throw new ProblemError({ code: 'store-newer', found: format, supported: STORE_FORMAT });
  return values;
}

/** What of `values` counts under a decision. */
export function contentsOf(values: Record<string, string | null>, decision: Deciding): Contents {
  const contents: Contents = { snapshots: [], entries: new Map(), sizes: new Map(), counted: new Map(), dead: [] };
  for (const [key, value] of Object.entries(values).sort(([left], [right]) => (left < right ? -1 : 1))) {
    if (key.startsWith(SNAPSHOT) && (writerOf(key) === decision.epoch || decision.snapshots.includes(key))) {
      const manifest = readSealed(Manifest, value);
      if (manifest) contents.snapshots.push({ key, manifest });
    }
    if (!key.startsWith(JOURNAL)) continue;
    const seq = seqOf(key);
    if (key !== journalKey(seq, holderOf(decision, seq) ?? '')) {
      contents.dead.push(key);
      continue;
    }
    contents.counted.set(seq, key);
    const entry = readSealed(JournalEntry, value);
    if (entry?.seq !== seq) continue;
    contents.entries.set(seq, entry);
    contents.sizes.set(seq, value?.length ?? 0);
  }
  contents.snapshots.sort((left, right) => right.manifest.seq - left.manifest.seq || (left.key < right.key ? 1 : -1));
  return contents;
}

/** The entries after a place, each the next to the one before, as far as they can be read. */
export function entriesAfter({ entries }: Contents, seq: number): JournalEntry[] {
  const run: JournalEntry[] = [];
  for (let entry = entries.get(seq + 1); entry; entry = entries.get(seq + 1 + run.length)) run.push(entry);
  return run;
}

/**
 * The entries up to and with a place, back to where one is missing: what cannot be read there costs undo steps, not
 * data.
 */
export function entriesUpTo({ entries }: Contents, seq: number): JournalEntry[] {
  const run: JournalEntry[] = [];
  for (let entry = entries.get(seq); entry; entry = entries.get(seq - run.length)) run.push(entry);
  return run.reverse();
}

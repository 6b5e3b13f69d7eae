import { ProblemError } from '@/core/problem';
import type { JournalEntry } from './journalEntry';
import type { KeyValueStore } from './keyValueStore';
import type { Manifest } from './layout';
import { type Contents, entriesAfter, entriesUpTo } from './reading';
import { type Kept, type Parts, readPieces } from './snapshot';

/**
 * Builds what is opened from a snapshot and the entries after it; tells how many of those replayed. Throws where the
 * snapshot itself cannot be opened.
 */
export type Build<T> = (parts: Parts, entries: readonly JournalEntry[]) => { value: T; replayed: number };

export interface KeptSnapshot extends Kept {
  key: string;
}

/** What was read and built. */
export interface Built<T> {
  value: T;
  snapshot: KeptSnapshot;
  /** The snapshots before it that count, newest first. */
  former: { key: string; manifest: Manifest }[];
  /** Every entry that can be read up to the last that was replayed; those after the snapshot's place were replayed. */
  entries: JournalEntry[];
  /** The last place that was replayed. */
  last: number;
}

/**
 * The newest snapshot that is whole and opens, with what was built from it. Throws a Problem of code `store-damaged`,
 * or what `build` threw last.
 */
export async function buildNewest<T>(kv: KeyValueStore, contents: Contents, build: Build<T>): Promise<Built<T>> {
  const { snapshots } = contents;
  let failure: unknown = new ProblemError({ code: 'store-damaged' });
  for (const [index, { key, manifest }] of snapshots.entries()) {
    const parts = await readPieces(kv, manifest);
    if (!parts) continue;
    const after = entriesAfter(contents, manifest.seq);
    try {
      const { value, replayed } = build(parts, after);
      const entries = [...entriesUpTo(contents, manifest.seq), ...after.slice(0, replayed)];
      return {
        value,
        snapshot: { key, manifest, parts },
        former: snapshots.slice(index + 1),
        entries,
        last: manifest.seq + replayed,
      };
    } catch (error) {
      // The one before it may still open.
      failure = error;
    }
  }
  throw failure;
}

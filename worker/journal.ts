import type { Build, Built, DatabaseStore, JournalEntry, OpenedStore, Parts } from '@/core/store';
import { History } from './history';

/**
 * The journal is folded into a snapshot when it is longer than this and than half of the database, or has so many
 * entries.
 */
const FOLD_CHARACTERS = 2_000_000;
const FOLD_ENTRIES = 1000;
/** After a snapshot that failed the next one waits so long, and each time twice as long as before; milliseconds. */
const RETRY_AFTER_MS = 5000;
const LONGEST_RETRY_MS = 300_000;

/** An entry before it has its place in the journal. */
export type NewEntry = JournalEntry extends infer E ? (E extends JournalEntry ? Omit<E, 'seq' | 'at'> : never) : never;

/** What was done to an open app, in its order: stored entry by entry, and folded into a snapshot now and then. */
export class Journal {
  private readonly store: DatabaseStore;
  private history: History;
  private last: number;
  private lastAt: string | null;
  private characters: number;
  private entries: number;
  private byteLength: number;
  private folding: Promise<void> | null = null;
  private failures = 0;
  private retryAt = -Infinity;

  constructor(
    opened: OpenedStore<unknown>,
    private readonly clock: () => number,
  ) {
    this.store = opened.store;
    const { entries, last, snapshot } = opened;
    this.history = new History(entries);
    this.last = last;
    this.lastAt = entries.at(-1)?.at ?? null;
    this.characters = this.store.charactersAfter(snapshot.manifest.seq);
    this.entries = last - snapshot.manifest.seq;
    this.byteLength = snapshot.parts.database?.length ?? 0;
  }

  /** The last place that was written. */
  get seq(): number {
    return this.last;
  }

  /** When the last entry was written, ISO 8601; null where none is kept. */
  get changedAt(): string | null {
    return this.lastAt;
  }

  get undo(): readonly JournalEntry[] {
    return this.history.undo;
  }

  get redo(): readonly JournalEntry[] {
    return this.history.redo;
  }

  /** The first place that an undo can reach back to. */
  get oldest(): number {
    return this.store.oldest;
  }

  /**
   * Stores an entry at the next place; it is acknowledged when this returns. Throws a Problem as `DatabaseStore.append`
   * does.
   */
  async append(entry: NewEntry, at: string): Promise<JournalEntry> {
    const placed = { ...entry, seq: this.last + 1, at } as JournalEntry;
    await this.store.append(placed);
    this.last = placed.seq;
    this.lastAt = at;
    this.history.add(placed);
    this.characters += placed.kind === 'rows' ? placed.changeSet.length : JSON.stringify(placed).length;
    this.entries++;
    return placed;
  }

  /** Whether the journal is so long that a snapshot is worth its cost. */
  get isLong(): boolean {
    const long = this.characters > Math.max(FOLD_CHARACTERS, this.byteLength / 2) || this.entries > FOLD_ENTRIES;
    return long && !this.folding && this.clock() >= this.retryAt;
  }

  /**
   * Makes what `take` gives the new snapshot; entries that come meanwhile stand after it. Where that fails, it is tried
   * again later.
   */
  fold(take: () => Promise<{ parts: Parts; seq: number }>): Promise<void> {
    this.folding ??= this.foldNow(take).finally(() => {
      this.folding = null;
    });
    return this.folding;
  }

  /** Ends when no snapshot is under way. */
  async settled(): Promise<void> {
    await this.folding;
  }

  private async foldNow(take: () => Promise<{ parts: Parts; seq: number }>): Promise<void> {
    const [characters, entries] = [this.characters, this.entries];
    try {
      const { parts, seq } = await take();
      await this.store.snapshot(parts, seq);
      this.characters -= characters;
      this.entries -= entries;
      this.byteLength = parts.database?.length ?? 0;
      this.failures = 0;
      this.history.forgetBefore(this.store.oldest);
    } catch {
      // The journal still holds everything.
      this.retryAt = this.clock() + Math.min(LONGEST_RETRY_MS, RETRY_AFTER_MS * 2 ** this.failures++);
    }
  }

  /**
   * Reads anew what is stored, under the same registration. Throws a Problem where that is less than what was
   * acknowledged.
   */
  async reread<T>(build: Build<T>): Promise<Built<T>> {
    await this.settled();
    const built = await this.store.reread(build);
    this.history = new History(built.entries);
    return built;
  }
}

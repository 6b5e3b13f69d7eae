import { ProblemError } from '@/core/problem';
import { type Build, buildNewest, type Built, type KeptSnapshot } from './building';
import type { JournalEntry } from './journalEntry';
import { type KeyValueStore, storeProblem, type Wait } from './keyValueStore';
import {
  type Deciding,
  FORMAT_KEY,
  holderOf,
  JOURNAL,
  journalKey,
  type Manifest,
  NEWEST,
  OWNER,
  ownerKey,
  seqOf,
  SNAPSHOT,
  STORE_FORMAT,
  writerOf,
} from './layout';
import { assertNewest, standingOf } from './ownership';
import { contentsOf, readValues } from './reading';
import { seal } from './seal';
import { type Parts, piecesOf, readBack, writePieces } from './snapshot';

/**
 * Entries before the older snapshot are kept for history and undo while all together are no more than these, nor
 * longer.
 */
export const HISTORY_CHARACTERS = 8_000_000;
const HISTORY_ENTRIES = 500;
/**
 * How long a writer waits from one look to the next for the store's answer, or for a newer owner's decision;
 * milliseconds.
 */
const PATIENCE = [0, 20, 50, 100, 200, 400, 800, 1600, 3200, 3200];

/**
 * The durable side of one open database: its journal and its snapshots. docs/durability.md has the protocol. After a
 * Problem of code `not-owner`, `store-doubt` or `store-gone` nothing more can be written.
 */
export class DatabaseStore {
  private readonly epoch: string;
  private snapshots = 1;
  private writing: Promise<void> = Promise.resolve();
  private ended: ProblemError | null = null;

  constructor(
    private readonly kv: KeyValueStore,
    private readonly wait: Wait,
    private readonly decision: Deciding,
    private kept: KeptSnapshot,
    private former: { key: string; manifest: Manifest } | null,
    /** How long each entry is as it is stored, by its place. */
    private readonly sizes: Map<number, number>,
    private last: number,
  ) {
    this.epoch = decision.epoch;
  }

  /** The first place of the journal that is kept. */
  get oldest(): number {
    const [first = this.last + 1] = this.sizes.keys();
    return first;
  }

  /** How long the entries after a place are together as they are stored, in characters. */
  charactersAfter(seq: number): number {
    return [...this.sizes].reduce((sum, [place, size]) => (place > seq ? sum + size : sum), 0);
  }

  /** Stores what this owner decided, with `aside` in the same step. To be called once, before all else. */
  async decide(aside: Record<string, string>): Promise<void> {
    const { epoch, ...decision } = this.decision;
    await this.kv.setMany({
      ...aside,
      [FORMAT_KEY]: seal(String(STORE_FORMAT)),
      [ownerKey(epoch)]: seal(JSON.stringify({ decision })),
    });
    await assertNewest(this.kv, epoch);
  }

  /**
   * Stores an entry at the next place. When this returns, the entry is acknowledged: every later opening has it. A
   * Problem says that it does not count, `store-doubt` alone that nobody can tell.
   */
  async append(entry: JournalEntry): Promise<void> {
    if (this.ended) throw this.ended;
    const key = journalKey(entry.seq, this.epoch);
    const sealed = seal(JSON.stringify(entry));
    const failure = await this.kv.setMany({ [key]: sealed }).then(() => null, storeProblem);
    const refusal = await this.refusalOf(entry.seq, key, sealed, failure);
    if (refusal) throw refusal;
    this.sizes.set(entry.seq, sealed.length);
    this.last = entry.seq;
  }

  /**
   * Makes `parts` the snapshot up to and with place `seq`: writes the pieces that differ, reads them back, then clears
   * what is no longer needed. A Problem leaves the journal and the snapshot before as they were.
   */
  snapshot(parts: Parts, seq: number): Promise<void> {
    const run = this.writing.then(() => this.writeSnapshot(parts, seq));
    this.writing = run.catch(() => undefined);
    return run;
  }

  /** Builds anew from what is stored. Throws a Problem where that is less than what was acknowledged here. */
  async reread<T>(build: Build<T>): Promise<Built<T>> {
    const values = await readValues(this.kv, await this.kv.getAllKeys());
    const built = await buildNewest(this.kv, contentsOf(values, this.decision), build);
    if (built.last !== this.last)
      throw new ProblemError({
        code: 'store-failed',
        detail: `of ${this.last} changes, only ${built.last} are stored`,
      });
    this.kept = built.snapshot;
    this.former = built.former[0] ?? null;
    return built;
  }

  /**
   * Why the entry at `seq` does not count, or null where it does; `failure`: what setting it gave, where that failed.
   */
  private async refusalOf(
    seq: number,
    key: string,
    sealed: string,
    failure: ProblemError | null,
  ): Promise<ProblemError | null> {
    for (const milliseconds of PATIENCE) {
      if (milliseconds > 0) await this.wait(milliseconds);
      try {
        const standing = await standingOf(this.kv, this.epoch);
        // What failed may have had its effect all the same.
        const isThere = failure === null || (await this.kv.getMany([key]))[key] === sealed;
        if (standing.newest) return isThere ? null : failure;
        if (!standing.decision || seq < (standing.decision.held[0]?.from ?? standing.decision.from)) continue;
        this.ended = new ProblemError({ code: 'not-owner' });
        return holderOf(standing.decision, seq) === this.epoch ? null : this.ended;
      } catch (error) {
        if (storeProblem(error).problem.code === 'store-gone') return (this.ended = storeProblem(error));
      }
    }
    return (this.ended = new ProblemError({ code: 'store-doubt' }));
  }

  private async writeSnapshot(parts: Parts, seq: number): Promise<void> {
    if (this.ended) throw this.ended;
    const name = String(this.snapshots++);
    const manifest = await writePieces(this.kv, this.epoch, name, parts, seq, this.kept);
    const key = `${SNAPSHOT}${this.epoch}/${seq}-${name}`;
    await this.kv.setMany({ [key]: seal(JSON.stringify(manifest)) });
    await readBack(this.kv, key, manifest, this.kept);
    await assertNewest(this.kv, this.epoch);
    this.former = { key: this.kept.key, manifest: this.kept.manifest };
    this.kept = { key, manifest, parts };
    await this.clear();
  }

  /**
   * Removes what neither snapshot needs, and entries beyond the history: only what this owner or an earlier one wrote.
   */
  async clear(): Promise<void> {
    const { epoch, decision, kept, former } = this;
    const needed = new Set(
      [kept, ...(former ? [former] : [])].flatMap(({ key, manifest }) => [
        key,
        ...piecesOf(manifest).map((piece) => piece.key),
      ]),
    );
    const oldest = this.oldestNeeded((former ?? kept).manifest.seq);
    const isNeeded = (key: string): boolean => {
      if (key.startsWith(OWNER)) return key === ownerKey(epoch);
      if (!key.startsWith(JOURNAL)) return needed.has(key);
      const seq = seqOf(key);
      return seq >= oldest && key === journalKey(seq, holderOf(decision, seq) ?? '');
    };
    // What a newer owner wrote is not this one's to remove.
    const gone = (await this.kv.getAllKeys()).filter((key) => (writerOf(key) ?? NEWEST) <= epoch && !isNeeded(key));
    if (gone.length > 0) await this.kv.removeMany(gone);
    for (const seq of this.sizes.keys()) if (seq < oldest) this.sizes.delete(seq);
  }

  /** The first place that history or a snapshot needs; `base` is the last one that is in both snapshots. */
  private oldestNeeded(base: number): number {
    let [characters, count, oldest] = [0, 0, this.last + 1];
    for (const [seq, size] of [...this.sizes].reverse()) {
      characters += size;
      count++;
      if (seq <= base && (characters > HISTORY_CHARACTERS || count > HISTORY_ENTRIES)) break;
      oldest = seq;
    }
    return oldest;
  }
}

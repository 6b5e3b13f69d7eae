import type { RowChange } from './readSet';
import type { Params } from './row';
import type { SearchTexts } from './searchTexts';
import type { OpenWrite, PendingWrite, QueryResult } from './writer';

/**
 * What a compiled app asks of a SQLite, so that it runs on any: in a browser, on a phone, in a test. Each method throws
 * a Problem: `constraint` where a rule of the schema is broken, `slow` where a statement was stopped, `sql` for
 * whatever else SQLite refuses.
 */
export interface Driver {
  /**
   * Runs a statement that reads, and tells what it read; one that runs longer than `within` milliseconds is stopped.
   */
  query(sql: string, params?: Params, within?: number): QueryResult;
  /** Begins a transaction that records what it changes. Nobody else may use the database until it has ended. */
  beginWrite(): OpenWrite;
  /** Applies a change set as one such transaction. Throws a `ConflictError` where rows are not as it expects them. */
  applyChangeSet(changeSet: Uint8Array): PendingWrite<void>;
  /** The change set that undoes another. */
  invert(changeSet: Uint8Array): Uint8Array;
  /** What a change set does to its first rows. */
  rowChanges(changeSet: Uint8Array, most: number): RowChange[];
  /** Makes ready what a search looks through, with the parameters of its texts; `freshenSearch` then fills it. */
  ensureSearch(texts: SearchTexts, params: Params): void;
  /** Brings up to `count` searched texts up to date; true while there are more. */
  freshenSearch(name: string, count: number): boolean;
  /** A short piece of work on searched texts that can wait for a moment when nobody calls; true while there is more. */
  maintainSearches(): boolean;
}

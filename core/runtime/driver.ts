import type { OpenWrite, Params, PendingWrite, QueryResult, RowChange, SearchIndex } from '@/core/engine';

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
  /** Makes the search index of a table if it is not there; `fillSearch` then fills it. */
  ensureSearch(index: SearchIndex): void;
  /** Puts up to `count` more records into a search index; true while there are more to come. */
  fillSearch(name: string, count: number): boolean;
  /** A short piece of work on search indexes that can wait for a moment when nobody calls; true while there is more. */
  maintainSearches(): boolean;
}

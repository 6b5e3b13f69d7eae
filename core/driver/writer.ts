import type { ReadSet, TableChange } from './readSet';
import type { Params, Row } from './row';

export interface QueryResult {
  rows: Row[];
  reads: ReadSet;
}

/** A statement that ran, as a ripple shows it. */
export interface RanStatement {
  sql: string;
  params: Params;
  rows: number;
}

/** The statements that may be run inside a write. */
export interface Writer {
  /** Runs one statement and tells how many rows it changed, and the last id that it gave. */
  run(sql: string, params?: Params, intoTable?: string): { rows: number; lastId: number };
  rows(sql: string, params?: Params): Row[];
}

/** A write that has run and is not yet committed: acknowledge it with `commit` only after its change set is stored. */
export interface PendingWrite<T> {
  value: T;
  changeSet: Uint8Array;
  changes: TableChange[];
  statements: RanStatement[];
  commit(): void;
  rollback(): void;
}

/** A recorded transaction under way, for work that takes pauses. Whoever holds it keeps all else off the database. */
export interface OpenWrite {
  writer: Writer;
  finish<T>(value: T): PendingWrite<T>;
  rollback(): void;
}

import type { SqlValue } from '@sqlite.org/sqlite-wasm';
import type { Params } from '@/core/driver';

/** A change of schema under way, foreign keys off until its end. */
export interface OpenMigration {
  /** `within`: milliseconds, after which it is stopped with a Problem of code `slow`. */
  run(sql: string, params?: Params, within?: number): void;
  /** Runs a statement once a row, its parameters (`?`) bound by place. */
  runRows(sql: string, rows: readonly (readonly SqlValue[])[]): void;
  /** Checks the foreign keys; the change is then still to be committed. */
  finish(): { commit(): void; rollback(): void };
  rollback(): void;
}

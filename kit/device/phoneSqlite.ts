import type { Params, Row } from '@/core/driver';

/** What of a phone's SQLite is used: that of `expo-sqlite`, and of what stands in for it in tests. */
export interface PhoneSqlite {
  execSync(sql: string): void;
  prepareSync(sql: string): PhoneStatement;
  createSessionSync(database: string): PhoneSession;
  isInTransactionSync(): boolean;
  /** The database as a file's bytes. */
  serializeSync(): Uint8Array;
}

export interface PhoneStatement {
  /** Parameters by their names, with the colons. */
  executeSync(params: Params): PhoneResult;
  finalizeSync(): void;
}

export interface PhoneResult {
  readonly changes: number;
  readonly lastInsertRowId: number;
  getAllSync(): unknown[];
}

/** SQLite's session extension. */
export interface PhoneSession {
  attachSync(table: string | null): void;
  createChangesetSync(): Uint8Array;
  invertChangesetSync(changeSet: Uint8Array): Uint8Array;
  closeSync(): void;
}

export interface Ran {
  rows: Row[];
  changes: number;
  lastId: number;
}

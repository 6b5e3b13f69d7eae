import type { Database, Sqlite3Static } from '@sqlite.org/sqlite-wasm';
import { invert, readAll, Recording } from '@/core/engine';
import type { PhoneSqlite } from '@/kit/device';

/**
 * Stands in for a phone's SQLite: the same calls, with no function in JavaScript and no authorizer, an error that tells
 * its code in words only, and FTS5 only where it is said to be there.
 */
export function phoneStandIn(sqlite3: Sqlite3Static, image: Uint8Array, { trigrams }: { trigrams: boolean }) {
  const { capi, wasm } = sqlite3;
  const db: Database = new sqlite3.oo1.DB(':memory:');
  const flags = capi.SQLITE_DESERIALIZE_FREEONCLOSE | capi.SQLITE_DESERIALIZE_RESIZEABLE;
  const pointer = wasm.allocFromTypedArray(image);
  db.checkRc(capi.sqlite3_deserialize(db, 'main', pointer, image.length, image.length, flags));
  const told = <T>(work: () => T): T => {
    try {
      return work();
    } catch (error) {
      if (!(error instanceof sqlite3.SQLite3Error)) throw error;
      throw new Error(`Error code ${capi.sqlite3_errcode(db)}: ${capi.sqlite3_errmsg(db)}`);
    }
  };
  const phone: PhoneSqlite = {
    execSync: (sql) => {
      if (!trigrams && /USING fts5/i.test(sql)) throw new Error('Error code 1: no such module: fts5');
      told(() => void db.exec(sql));
    },
    isInTransactionSync: () => capi.sqlite3_get_autocommit(db) === 0,
    prepareSync: (sql) => {
      const statement = told(() => db.prepare(sql));
      return {
        executeSync: (params) => {
          const bare = Object.fromEntries(Object.entries(params).map(([name, value]) => [name.slice(1), value]));
          const rows = told(() => readAll(statement, bare));
          return {
            changes: Number(db.changes()),
            lastInsertRowId: Number(capi.sqlite3_last_insert_rowid(db)),
            getAllSync: () => rows,
          };
        },
        finalizeSync: () => void statement.finalize(),
      };
    },
    createSessionSync: () => {
      let recording: Recording | null = null;
      return {
        attachSync: () => {
          recording = Recording.start(sqlite3, db.pointer as number);
        },
        createChangesetSync: () => (recording as Recording).bytes(),
        invertChangesetSync: (changeSet) => invert(sqlite3, changeSet),
        closeSync: () => recording?.stop(),
      };
    },
  };
  return { phone, close: () => db.close() };
}

import type { Database, Sqlite3Static, WasmPointer } from '@sqlite.org/sqlite-wasm';
import type { PhoneSession, PhoneSqlite } from '@/kit/device';

/**
 * Stands in for a phone's SQLite: the same calls, with no function in JavaScript and no authorizer, an error that tells
 * its code in words only, and FTS5 only where it is said to be there. `image`: the bytes of a database file; none is an empty database.
 */
export function phoneStandIn(sqlite3: Sqlite3Static, image: Uint8Array, { trigrams }: { trigrams: boolean }) {
  const { capi } = sqlite3;
  const db = opened(sqlite3, image);
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
    serializeSync: () => capi.sqlite3_js_db_export(db),
    isInTransactionSync: () => capi.sqlite3_get_autocommit(db) === 0,
    prepareSync: (sql) => {
      const statement = told(() => db.prepare(sql));
      return {
        executeSync: (params) => {
          const rows = told(() => {
            try {
              for (const [name, value] of Object.entries(params)) {
                const index = statement.getParamIndex(name);
                if (index) statement.bind(index, value);
              }
              const found: unknown[] = [];
              while (statement.step()) found.push(statement.get({}));
              return found;
            } finally {
              statement.reset(true);
            }
          });
          return {
            changes: Number(db.changes()),
            lastInsertRowId: Number(capi.sqlite3_last_insert_rowid(db)),
            getAllSync: () => rows,
          };
        },
        finalizeSync: () => void statement.finalize(),
      };
    },
    createSessionSync: () => session(sqlite3, db),
  };
  return { phone, close: () => db.close() };
}

function opened({ capi, wasm, oo1 }: Sqlite3Static, image: Uint8Array): Database {
  const db = new oo1.DB(':memory:');
  const flags = capi.SQLITE_DESERIALIZE_FREEONCLOSE | capi.SQLITE_DESERIALIZE_RESIZEABLE;
  if (image.length === 0) return db;
  const pointer = wasm.allocFromTypedArray(image);
  db.checkRc(capi.sqlite3_deserialize(db, 'main', pointer, image.length, image.length, flags));
  return db;
}

/** SQLite's session extension, as a phone has it. */
function session({ capi, wasm }: Sqlite3Static, db: Database): PhoneSession {
  let recording: WasmPointer | null = null;
  const withPointers = <T>(work: (pointers: [WasmPointer, WasmPointer]) => T): T => {
    const stack = wasm.pstack.pointer;
    try {
      return work([wasm.pstack.alloc(8), wasm.pstack.alloc(8)]);
    } finally {
      wasm.pstack.restore(stack);
    }
  };
  /** What SQLite writes as a size and a place in its memory. */
  const bytesBy = (write: (size: WasmPointer, data: WasmPointer) => number): Uint8Array =>
    withPointers(([size, data]) => {
      db.checkRc(write(size, data));
      const at = wasm.peekPtr(data);
      const bytes = wasm.heap8u().slice(Number(at), Number(at) + wasm.peek32(size));
      capi.sqlite3_free(at);
      return bytes;
    });
  return {
    attachSync: (table) =>
      withPointers(([out]) => {
        db.checkRc(capi.sqlite3session_create(db.pointer as number, 'main', out));
        recording = wasm.peekPtr(out);
        db.checkRc(capi.sqlite3session_attach(recording, table ?? 0));
      }),
    createChangesetSync: () =>
      bytesBy((size, data) => capi.sqlite3session_changeset(recording as WasmPointer, size, data)),
    invertChangesetSync: (changeSet) => {
      const source = wasm.allocFromTypedArray(changeSet);
      try {
        return bytesBy((size, data) => capi.sqlite3changeset_invert(changeSet.length, source, size, data));
      } finally {
        wasm.dealloc(source);
      }
    },
    closeSync: () => {
      if (recording !== null) capi.sqlite3session_delete(recording);
      recording = null;
    },
  };
}

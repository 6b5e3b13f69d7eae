import type { Sqlite3Static, WasmPointer } from '@sqlite.org/sqlite-wasm';
import { ConflictError } from '@/core/driver';

/** SQLITE_CHANGESETAPPLY_FKNOACTION. Source: sqlite.org/session/c_changesetapply_fknoaction.html */
const FK_NO_ACTION = 0x0008;

/**
 * Records what happens in `main` between `start` and `stop`; `bytes` gives it. One a transaction.
 * Source: SQLite's session extension.
 */
export class Recording {
  private constructor(
    private readonly sqlite3: Sqlite3Static,
    private readonly session: WasmPointer,
  ) {}

  static start(sqlite3: Sqlite3Static, db: WasmPointer): Recording {
    const session = withPointers(sqlite3, ([out]) => {
      check(sqlite3, sqlite3.capi.sqlite3session_create(db, 'main', out));
      return sqlite3.wasm.peekPtr(out);
    });
    check(sqlite3, sqlite3.capi.sqlite3session_attach(session, 0));
    return new Recording(sqlite3, session);
  }

  /** The change set so far. */
  bytes(): Uint8Array {
    const { capi, wasm } = this.sqlite3;
    return withPointers(this.sqlite3, ([size, data]) => {
      check(this.sqlite3, capi.sqlite3session_changeset(this.session, size, data));
      return takeBytes(this.sqlite3, wasm.peekPtr(data), wasm.peek32(size));
    });
  }

  stop(): void {
    this.sqlite3.capi.sqlite3session_delete(this.session);
  }
}

/** The change set that undoes `changeSet`. */
export function invert(sqlite3: Sqlite3Static, changeSet: Uint8Array): Uint8Array {
  const { capi, wasm } = sqlite3;
  if (changeSet.length === 0) return changeSet;
  return withBytes(sqlite3, changeSet, (source) =>
    withPointers(sqlite3, ([size, data]) => {
      check(sqlite3, capi.sqlite3changeset_invert(changeSet.length, source, size, data));
      return takeBytes(sqlite3, wasm.peekPtr(data), wasm.peek32(size));
    }),
  );
}

/** Applies a change set, all of it or, with a ConflictError, none. To be called inside a transaction. */
export function apply(sqlite3: Sqlite3Static, db: WasmPointer, changeSet: Uint8Array): void {
  const { capi } = sqlite3;
  if (changeSet.length === 0) return;
  withBytes(sqlite3, changeSet, (source) => {
    // What a foreign key's action did is in the change set itself; done again by the action it would be a conflict.
    const rc = capi.sqlite3changeset_apply_v2(
      db,
      changeSet.length,
      source,
      0,
      () => capi.SQLITE_CHANGESET_ABORT,
      0,
      0,
      0,
      FK_NO_ACTION,
    );
    if (rc !== capi.SQLITE_OK) throw new ConflictError(capi.sqlite3_js_rc_str(rc) ?? `code ${rc}`);
  });
}

function check(sqlite3: Sqlite3Static, rc: number): void {
  if (rc !== sqlite3.capi.SQLITE_OK) throw new Error(`SQLite session: ${sqlite3.capi.sqlite3_js_rc_str(rc) ?? rc}`);
}

function withPointers<T>({ wasm }: Sqlite3Static, use: (pointers: [WasmPointer, WasmPointer]) => T): T {
  const stack = wasm.pstack.pointer;
  try {
    return use([wasm.pstack.alloc(8), wasm.pstack.alloc(8)]);
  } finally {
    wasm.pstack.restore(stack);
  }
}

function withBytes<T>({ wasm }: Sqlite3Static, bytes: Uint8Array, use: (pointer: WasmPointer) => T): T {
  const pointer = wasm.allocFromTypedArray(bytes);
  try {
    return use(pointer);
  } finally {
    wasm.dealloc(pointer);
  }
}

/** Copies memory that SQLite gave away, and frees it. */
function takeBytes({ wasm, capi }: Sqlite3Static, pointer: WasmPointer, size: number): Uint8Array {
  try {
    return wasm.heap8u().slice(pointer, pointer + size);
  } finally {
    capi.sqlite3_free(pointer);
  }
}

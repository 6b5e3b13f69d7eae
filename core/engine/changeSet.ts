import type { Sqlite3Static, WasmPointer } from '@sqlite.org/sqlite-wasm';
import type { Row } from './engine';
import type { RowChange, TableChange } from './readSet';

/** Keys are listed up to this many a table; beyond it every query on the table is affected anyhow. */
const MOST_KEYS = 1000;

/** SQLITE_CHANGESETAPPLY_FKNOACTION. Source: sqlite.org/session/c_changesetapply_fknoaction.html */
const FK_NO_ACTION = 0x0008;

/** Thrown when a change set no longer fits the rows that it would change. */
export class ConflictError extends Error {}

/** Records what happens in `main` between `start` and `finish`. One a transaction. Source: SQLite's session extension. */
export class Recording {
  private constructor(
    private readonly sqlite3: Sqlite3Static,
    private readonly session: WasmPointer,
  ) {}

  static start(sqlite3: Sqlite3Static, db: WasmPointer): Recording {
    const session = withPointers(sqlite3, 1, ([out]) => {
      check(sqlite3, sqlite3.capi.sqlite3session_create(db, 'main', out));
      return sqlite3.wasm.peekPtr(out);
    });
    check(sqlite3, sqlite3.capi.sqlite3session_attach(session, 0));
    return new Recording(sqlite3, session);
  }

  /** The change set so far. */
  bytes(): Uint8Array {
    const { capi, wasm } = this.sqlite3;
    return withPointers(this.sqlite3, 2, ([size, data]) => {
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
    withPointers(sqlite3, 2, ([size, data]) => {
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
    const rc = capi.sqlite3changeset_apply_v2(db, changeSet.length, source, 0, () => capi.SQLITE_CHANGESET_ABORT, 0, 0, 0, FK_NO_ACTION);
    if (rc !== capi.SQLITE_OK) throw new ConflictError(capi.sqlite3_js_rc_str(rc) ?? `code ${rc}`);
  });
}

/** What a change set does, table by table; `columnsOf` names a table's columns in order. */
export function summarize(sqlite3: Sqlite3Static, changeSet: Uint8Array, columnsOf: (table: string) => readonly string[]): TableChange[] {
  const { capi, wasm } = sqlite3;
  if (changeSet.length === 0) return [];
  const tables = new Map<string, { change: TableChange; keys: Set<number>; columns: Set<string> }>();
  withBytes(sqlite3, changeSet, (source) =>
    withPointers(sqlite3, 5, ([out, name, count, operation, indirect]) => {
      check(sqlite3, capi.sqlite3changeset_start(out, changeSet.length, source));
      const iterator = wasm.peekPtr(out);
      try {
        for (let rc = capi.sqlite3changeset_next(iterator); rc === capi.SQLITE_ROW; rc = capi.sqlite3changeset_next(iterator)) {
          check(sqlite3, capi.sqlite3changeset_op(iterator, name, count, operation, indirect));
          const table = wasm.cstrToJs(wasm.peekPtr(name)) ?? '';
          let entry = tables.get(table);
          if (!entry) {
            entry = { change: { table, inserted: 0, updated: 0, deleted: 0, columns: [], keys: null }, keys: new Set(), columns: new Set() };
            tables.set(table, entry);
          }
          const op = wasm.peek32(operation);
          const keyOf = op === capi.SQLITE_INSERT ? capi.sqlite3changeset_new_js : capi.sqlite3changeset_old_js;
          if (entry.keys.size <= MOST_KEYS) entry.keys.add(Number(keyOf(iterator, 0)));
          if (op === capi.SQLITE_INSERT) entry.change.inserted++;
          else if (op === capi.SQLITE_DELETE) entry.change.deleted++;
          else {
            entry.change.updated++;
            const columns = columnsOf(table);
            for (let index = 1; index < wasm.peek32(count); index++) {
              const column = columns[index];
              if (column && !entry.columns.has(column) && capi.sqlite3changeset_new_js(iterator, index) !== undefined) entry.columns.add(column);
            }
          }
        }
      } finally {
        capi.sqlite3changeset_finalize(iterator);
      }
    }),
  );
  return [...tables.values()].map(({ change, keys, columns }) => ({
    ...change,
    columns: [...columns],
    keys: keys.size > MOST_KEYS ? null : [...keys],
  }));
}

/** What a change set does to single rows, at most `most` of them; of an update only the columns that it changes. */
export function rowChanges(sqlite3: Sqlite3Static, changeSet: Uint8Array, columnsOf: (table: string) => readonly string[], most: number): RowChange[] {
  const { capi, wasm } = sqlite3;
  if (changeSet.length === 0) return [];
  const found: RowChange[] = [];
  withBytes(sqlite3, changeSet, (source) =>
    withPointers(sqlite3, 5, ([out, name, count, operation, indirect]) => {
      check(sqlite3, capi.sqlite3changeset_start(out, changeSet.length, source));
      const iterator = wasm.peekPtr(out);
      const values = (read: typeof capi.sqlite3changeset_new_js, columns: readonly string[]): Row =>
        Object.fromEntries(columns.flatMap((column, index) => {
          const value = read(iterator, index);
          return value === undefined ? [] : [[column, typeof value === 'bigint' ? Number(value) : (value as Row[string])]];
        }));
      try {
        while (found.length < most && capi.sqlite3changeset_next(iterator) === capi.SQLITE_ROW) {
          check(sqlite3, capi.sqlite3changeset_op(iterator, name, count, operation, indirect));
          const table = wasm.cstrToJs(wasm.peekPtr(name)) ?? '';
          const columns = columnsOf(table);
          const op = wasm.peek32(operation);
          const [before, after] = [op === capi.SQLITE_INSERT ? null : values(capi.sqlite3changeset_old_js, columns), op === capi.SQLITE_DELETE ? null : values(capi.sqlite3changeset_new_js, columns)];
          found.push({ table, key: Number((after?.id ?? before?.id) as number), before, after });
        }
      } finally {
        capi.sqlite3changeset_finalize(iterator);
      }
    }),
  );
  return found;
}

function check(sqlite3: Sqlite3Static, rc: number): void {
  if (rc !== sqlite3.capi.SQLITE_OK) throw new Error(`SQLite session: ${sqlite3.capi.sqlite3_js_rc_str(rc) ?? rc}`);
}

function withPointers<T>({ wasm }: Sqlite3Static, count: number, use: (pointers: [WasmPointer, WasmPointer, WasmPointer, WasmPointer, WasmPointer]) => T): T {
  const stack = wasm.pstack.pointer;
  try {
    const pointers = Array.from({ length: 5 }, (_, index) => (index < count ? wasm.pstack.alloc(8) : 0));
    return use(pointers as [number, number, number, number, number]);
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

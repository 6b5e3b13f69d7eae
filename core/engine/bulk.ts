import type { PreparedStatement, Sqlite3Static, SqlValue } from '@sqlite.org/sqlite-wasm';

/** What of SQLite's C interface is called without the wrapper, whose checks cost more than the insert itself. */
interface Exports {
  sqlite3_bind_text(statement: number, index: number, pointer: number, bytes: number, destructor: number): number;
  sqlite3_bind_int(statement: number, index: number, value: number): number;
  sqlite3_bind_int64(statement: number, index: number, value: bigint): number;
  sqlite3_bind_double(statement: number, index: number, value: number): number;
  sqlite3_bind_null(statement: number, index: number): number;
  sqlite3_step(statement: number): number;
  sqlite3_reset(statement: number): number;
}

const BUFFER_BYTES = 1 << 16;
const MOST_BYTES_A_LETTER = 3;
const INT_32 = 2 ** 31;
const SHORT = 64;

/**
 * Runs a statement once a row, its parameters bound by place: texts, numbers and nulls. Throws what a failed step
 * gives.
 */
export function runRows(
  sqlite3: Sqlite3Static,
  statement: PreparedStatement,
  rows: readonly (readonly SqlValue[])[],
): void {
  const { wasm, capi } = sqlite3;
  const exports = (wasm as unknown as { exports: Exports }).exports;
  const pointer = statement.pointer as number;
  const encoder = new TextEncoder();
  let size = BUFFER_BYTES;
  let buffer = wasm.alloc(size) as number;
  try {
    for (const row of rows) {
      let needed = 0;
      for (const value of row) if (typeof value === 'string') needed += value.length * MOST_BYTES_A_LETTER;
      if (needed > size) {
        wasm.dealloc(buffer);
        size = needed * 2;
        buffer = wasm.alloc(size) as number;
      }
      // The heap may have moved with the last step.
      const heap = wasm.heap8u();
      let at = buffer;
      for (let index = 0; index < row.length; index++) {
        const value = row[index];
        if (typeof value === 'string') {
          const end = write(heap, at, value, encoder, buffer + size);
          // The buffer stands until the step is over: SQLite need not copy (SQLITE_STATIC is 0).
          exports.sqlite3_bind_text(pointer, index + 1, at, end - at, 0);
          at = end;
        } else if (typeof value === 'number') {
          if (!Number.isInteger(value)) exports.sqlite3_bind_double(pointer, index + 1, value);
          else if (value >= -INT_32 && value < INT_32) exports.sqlite3_bind_int(pointer, index + 1, value);
          else if (Number.isSafeInteger(value)) exports.sqlite3_bind_int64(pointer, index + 1, BigInt(value));
          else exports.sqlite3_bind_double(pointer, index + 1, value);
        } else exports.sqlite3_bind_null(pointer, index + 1);
      }
      const code = exports.sqlite3_step(pointer);
      exports.sqlite3_reset(pointer);
      if (code !== capi.SQLITE_DONE && code !== capi.SQLITE_ROW)
        throw new sqlite3.SQLite3Error('a row could not be inserted');
    }
  } finally {
    statement.clearBindings();
    wasm.dealloc(buffer);
  }
}

/**
 * Writes a text in UTF-8 and tells where it ends. Short plain ones go letter by letter: the encoder costs more to call.
 */
function write(heap: Uint8Array, at: number, text: string, encoder: TextEncoder, limit: number): number {
  if (text.length <= SHORT) {
    let index = 0;
    for (; index < text.length; index++) {
      const letter = text.charCodeAt(index);
      if (letter > 0x7f) break;
      heap[at + index] = letter;
    }
    if (index === text.length) return at + index;
  }
  return at + encoder.encodeInto(text, heap.subarray(at, limit)).written;
}

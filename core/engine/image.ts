import type { Database, Sqlite3Static } from '@sqlite.org/sqlite-wasm';
import { quoteName } from '@/core/sql';

/** Whether a file is a SQLite database. Source: sqlite.org/fileformat2.html §1.3. */
export const isDatabase = (bytes: Uint8Array): boolean =>
  new TextDecoder('latin1').decode(bytes.subarray(0, 16)) === 'SQLite format 3\0';

/** Puts the database of a file into a schema of a connection. */
export function load({ capi, wasm }: Sqlite3Static, db: Database, bytes: Uint8Array, schema = 'main'): void {
  const pointer = wasm.allocFromTypedArray(bytes);
  // A file of a database in WAL mode says so in these two bytes; in memory there is no such mode.
  if (isDatabase(bytes)) [18, 19].forEach((at) => wasm.poke8((pointer as number) + at, 1));
  const flags = capi.SQLITE_DESERIALIZE_FREEONCLOSE | capi.SQLITE_DESERIALIZE_RESIZEABLE;
  db.checkRc(capi.sqlite3_deserialize(db, schema, pointer, bytes.length, bytes.length, flags));
}

/** Does something with a copy without the tables whose name begins with `_fern`, and with what `statements` add. */
export function withClean<T>(
  sqlite3: Sqlite3Static,
  image: Uint8Array,
  statements: readonly string[],
  use: (copy: Database) => T,
): T {
  const copy = new sqlite3.oo1.DB(':memory:');
  try {
    load(sqlite3, copy, image);
    const ours = copy.selectValues("SELECT name FROM sqlite_schema WHERE type = 'table' AND name GLOB '_fern*'");
    for (const name of ours) copy.exec(`DROP TABLE ${quoteName(String(name))}`);
    statements.forEach((sql) => copy.exec(sql));
    return use(copy);
  } finally {
    copy.close();
  }
}

import type { Sqlite3Static } from '@sqlite.org/sqlite-wasm';

declare const nativeImport: (name: string) => Promise<{ default: () => Promise<Sqlite3Static> }>;

let loaded: Promise<Sqlite3Static> | undefined;

/** The same SQLite that runs in the browser. */
export function sqlite(): Promise<Sqlite3Static> {
  loaded ??= nativeImport('@sqlite.org/sqlite-wasm').then((module) => module.default());
  return loaded;
}

import type { Database, Sqlite3Static } from '@sqlite.org/sqlite-wasm';
import type { Access, Reach, ReadSet } from '@/core/driver';

/** Functions that tell what somebody else did on the same connection. */
const OF_CONNECTION: ReadonlySet<string> = new Set(['last_insert_rowid', 'changes', 'total_changes', 'load_extension']);

/** What SQLite's authorizer is asked with, and what it notes. */
export interface Watched {
  /** The columns by table that the statement being prepared reads; null where nobody wants to know. */
  reading: Map<string, Set<string>> | null;
  /** A statement that a person typed, and what it may read; `beyond`: what of it it may not. */
  onlyReading: boolean;
  reach: Reach | null;
  beyond: Access | null;
  /** A script that somebody else wrote. */
  scripting: boolean;
  /** What the texts that stand in a table are made of; null where it is no table of searched texts. */
  searched(table: string): ReadSet['tables'] | null;
}

/**
 * Notes each column that a statement being prepared reads (searched texts count as the columns they are made of), and
 * refuses what it may not do. Source: sqlite.org/c3ref/set_authorizer.html
 */
export function setAuthorizer({ capi }: Sqlite3Static, db: Database, watched: Watched): void {
  const refusedWhileReading = new Set<number>([capi.SQLITE_PRAGMA, capi.SQLITE_ATTACH, capi.SQLITE_DETACH]);
  capi.sqlite3_set_authorizer(
    db,
    (_context, action, first, second, schema, within) => {
      if (watched.onlyReading && refusedWhileReading.has(action)) return capi.SQLITE_DENY;
      if (
        watched.scripting &&
        (action === capi.SQLITE_ATTACH ||
          action === capi.SQLITE_DETACH ||
          (action === capi.SQLITE_PRAGMA && String(first).toLowerCase() === 'writable_schema'))
      )
        return capi.SQLITE_DENY;
      if (action === capi.SQLITE_FUNCTION && watched.reach && OF_CONNECTION.has(String(second).toLowerCase())) {
        watched.beyond ??= { table: `${String(second)}()`, column: '', schema: null, within: null };
        return capi.SQLITE_DENY;
      }
      if (action === capi.SQLITE_READ && watched.reach) {
        const access: Access = {
          table: String(first),
          column: second ? String(second) : '',
          schema: schema ? String(schema) : null,
          within: within ? String(within) : null,
        };
        if (!watched.reach(access)) {
          watched.beyond ??= access;
          return capi.SQLITE_DENY;
        }
      }
      if (action !== capi.SQLITE_READ || !watched.reading) return capi.SQLITE_OK;
      const table = String(first);
      const read = watched.searched(table) ?? { [table]: second ? [String(second)] : [] };
      for (const [each, columns] of Object.entries(read)) {
        const known = watched.reading.get(each) ?? new Set<string>();
        columns.forEach((column) => known.add(column));
        watched.reading.set(each, known);
      }
      return capi.SQLITE_OK;
    },
    0,
  );
}

/** What was noted, as plain data. */
export function plain(reading: Map<string, Set<string>>): Record<string, string[]> {
  return Object.fromEntries([...reading].map(([table, columns]) => [table, [...columns]]));
}

import type { Database, Sqlite3Static } from '@sqlite.org/sqlite-wasm';
import {
  ConflictError,
  type Driver,
  type OpenWrite,
  type Params,
  type PendingWrite,
  type QueryResult,
  type RanStatement,
  rowChanges,
  Searches,
  type SearchTexts,
  sqlProblem,
  summarize,
} from '@/core/driver';
import { apply, invert, readAll, Recording } from '@/core/engine';
import { ProblemError } from '@/core/problem';

/**
 * A driver with no more than a phone's SQLite has: sessions, but no function written in JavaScript, no authorizer that
 * tells what is read, and FTS5 only where it is said to be there.
 */
export class PlainDriver implements Driver {
  private readonly db: Database;
  private readonly searches: Searches;

  constructor(
    private readonly sqlite3: Sqlite3Static,
    image: Uint8Array,
    { trigrams }: { trigrams: boolean },
  ) {
    const { capi, wasm } = sqlite3;
    this.db = new sqlite3.oo1.DB(':memory:');
    const flags = capi.SQLITE_DESERIALIZE_FREEONCLOSE | capi.SQLITE_DESERIALIZE_RESIZEABLE;
    const pointer = wasm.allocFromTypedArray(image);
    this.db.checkRc(capi.sqlite3_deserialize(this.db, 'main', pointer, image.length, image.length, flags));
    this.db.exec('PRAGMA foreign_keys = ON');
    this.searches = new Searches({
      trigrams,
      exec: (sql) => void this.db.exec(sql),
      rows: (sql, params) => this.rows(sql, params),
      readsOf: () => null,
    });
  }

  query(sql: string, params?: Params): QueryResult {
    return { rows: this.rows(sql, params), reads: { tables: {}, unknown: true } };
  }

  beginWrite(): OpenWrite {
    const statements: RanStatement[] = [];
    this.db.exec('BEGIN IMMEDIATE');
    const recording = Recording.start(this.sqlite3, this.db.pointer as number);
    const end = (how: 'COMMIT' | 'ROLLBACK') => void this.db.exec(how);
    return {
      writer: {
        run: (sql, params = {}, intoTable) => {
          this.rows(sql, params, intoTable);
          const rows = Number(this.db.changes());
          statements.push({ sql, params, rows });
          return { rows, lastId: Number(this.sqlite3.capi.sqlite3_last_insert_rowid(this.db)) };
        },
        rows: (sql, params) => this.rows(sql, params),
      },
      rollback: () => {
        recording.stop();
        end('ROLLBACK');
      },
      finish: (value) => {
        const changeSet = recording.bytes();
        const changes = summarize(changeSet, (table) => this.columnsOf(table));
        recording.stop();
        return { value, changeSet, changes, statements, commit: () => end('COMMIT'), rollback: () => end('ROLLBACK') };
      },
    };
  }

  applyChangeSet(changeSet: Uint8Array): PendingWrite<void> {
    const open = this.beginWrite();
    try {
      return open.finish(apply(this.sqlite3, this.db.pointer as number, changeSet));
    } catch (error) {
      open.rollback();
      throw error;
    }
  }

  invert = (changeSet: Uint8Array): Uint8Array => invert(this.sqlite3, changeSet);
  rowChanges = (changeSet: Uint8Array, most: number) => rowChanges(changeSet, (table) => this.columnsOf(table), most);
  ensureSearch = (texts: SearchTexts, params: Params): void => this.searches.ensure(texts, params);
  freshenSearch = (name: string, count: number): boolean => this.searches.freshen(name, count);
  maintainSearches = (): boolean => this.searches.maintain();
  close = (): void => this.db.close();

  private columnsOf(table: string): string[] {
    return this.db.selectValues('SELECT name FROM pragma_table_info(?)', [table]).map(String);
  }

  private rows(sql: string, params: Params = {}, intoTable: string | null = null) {
    try {
      const statement = this.db.prepare(sql);
      try {
        return readAll(statement, params);
      } finally {
        statement.finalize();
      }
    } catch (error) {
      if (error instanceof ConflictError || !(error instanceof this.sqlite3.SQLite3Error)) throw error;
      const { capi } = this.sqlite3;
      const message = capi.sqlite3_errmsg(this.db);
      throw new ProblemError(
        sqlProblem(capi.sqlite3_extended_errcode(this.db), message, capi.sqlite3_error_offset(this.db), intoTable),
      );
    }
  }
}

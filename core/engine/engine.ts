import type { Sqlite3Static } from '@sqlite.org/sqlite-wasm';
import { runRows } from './bulk';
import { apply, invert, Recording } from './changeSet';
import { Connection } from './connection';
import { dumpSql } from './dump';
import { load, withClean } from './image';
import type { OpenMigration } from './migration';
import { exact, readAll } from './readRows';
import {
  type OpenWrite,
  type Params,
  type PendingWrite,
  type QueryResult,
  type RanStatement,
  type Reach,
  type Row,
  type RowChange,
  rowChanges,
  type SearchTexts,
  SLOWEST_READ_MS,
  summarize,
  throwProblem,
  type Writer,
} from '@/core/driver';
import { type Problem, ProblemError } from '@/core/problem';
import { quoteName } from '@/core/sql';

/** One statement of a write, such as a step of a routine over all rows. */
const SLOWEST_WRITE_MS = 30_000;

const SLOWEST_SCRIPT_MS = 120_000;

/** A read that was stopped is not tried again for so long: what asks for it would keep everybody else waiting. */
const REST_MS = 20_000;

const MOST_READ_ROWS = 1000;

/** One SQLite database in memory, recorded change by change. Synchronous; whoever uses it keeps calls in order. */
export class Engine {
  private readonly stopped = new Map<string, number>();

  private constructor(private readonly connection: Connection) {}

  /** Opens a database: a new one, or the one in `bytes`. `clock` gives milliseconds. */
  static open(sqlite3: Sqlite3Static, bytes: Uint8Array | null, clock: () => number): Engine {
    const db = new sqlite3.oo1.DB(':memory:');
    try {
      if (bytes && bytes.length > 0) load(sqlite3, db, bytes);
      return new Engine(new Connection(sqlite3, db, clock));
    } catch (error) {
      db.close();
      throw error;
    }
  }

  /** Puts the database in `bytes` beside, under the name `schema`. */
  attach(schema: string, bytes: Uint8Array): void {
    this.connection.guarded(null, () => {
      this.connection.db.exec(`ATTACH ':memory:' AS ${quoteName(schema)}`);
      load(this.connection.sqlite3, this.connection.db, bytes, schema);
    });
  }

  close(): void {
    this.connection.forgetStatements();
    this.connection.db.close();
  }

  /**
   * Runs a SELECT and tells what it read. With `within` (milliseconds) it is stopped after that: throws a Problem of
   * code `slow`.
   */
  query(sql: string, params: Params = {}, within = Infinity): QueryResult {
    if (within !== Infinity && this.connection.clock() < (this.stopped.get(sql) ?? -Infinity))
      throwProblem({ code: 'slow', seconds: within / 1000 });
    try {
      return this.connection.timed(within, null, () => {
        const { statement, reads } = this.connection.prepare(sql);
        return { rows: readAll(statement, params), reads };
      });
    } catch (error) {
      if (error instanceof ProblemError && error.problem.code === 'slow')
        this.stopped.set(sql, this.connection.clock() + REST_MS);
      throw error;
    }
  }

  /**
   * Runs a statement that a person typed: one statement, reading only, at most 1,000 rows and 4 seconds; of what it may
   * read, `reach` decides. Throws a Problem of code `sql` with the position, `sql-refused`, or `slow`.
   */
  readOnly(sql: string, reach: Reach | null = null): { columns: string[]; rows: Row[string][][]; more: boolean } {
    return this.connection.timed(SLOWEST_READ_MS, null, () =>
      this.connection.typed(sql, reach, (statement) => {
        const columns = statement.getColumnNames([]);
        const rows: Row[string][][] = [];
        while (rows.length <= MOST_READ_ROWS && statement.step())
          rows.push((statement.get([]) as Row[string][]).map(exact));
        return { columns, rows: rows.slice(0, MOST_READ_ROWS), more: rows.length > MOST_READ_ROWS };
      }),
    );
  }

  /** Has SQLite read a statement that a person typed, without running it. Throws as `readOnly` does. */
  inspect(sql: string, reach: Reach | null = null): void {
    this.connection.guarded(null, () => this.connection.typed(sql, reach, () => undefined));
  }

  /** Runs `work` as one recorded transaction, left open. Where `work` throws, nothing has happened. */
  write<T>(work: (writer: Writer) => T): PendingWrite<T> {
    return this.within((writer) => work(writer));
  }

  /** Opens a recorded transaction. */
  beginWrite(): OpenWrite {
    const statements: RanStatement[] = [];
    const writer: Writer = {
      run: (sql, params = {}, intoTable) =>
        this.connection.timed(SLOWEST_WRITE_MS, intoTable ?? null, () => {
          const { statement } = this.connection.prepare(sql);
          readAll(statement, params);
          const rows = Number(this.connection.db.changes());
          statements.push({ sql, params, rows });
          return { rows, lastId: Number(this.connection.sqlite3.capi.sqlite3_last_insert_rowid(this.connection.db)) };
        }),
      rows: (sql, params = {}) => this.connection.timed(SLOWEST_WRITE_MS, null, () => this.query(sql, params).rows),
    };
    this.connection.db.exec('BEGIN IMMEDIATE');
    const recording = Recording.start(this.connection.sqlite3, this.connection.db.pointer as number);
    const end = (how: 'COMMIT' | 'ROLLBACK') => {
      // After some failures (a full disk, a statement that was stopped) SQLite has rolled back by itself.
      if (how === 'COMMIT' || this.connection.sqlite3.capi.sqlite3_get_autocommit(this.connection.db) === 0)
        this.connection.db.exec(how);
    };
    const rollback = () => {
      recording.stop();
      end('ROLLBACK');
    };
    return {
      writer,
      rollback,
      finish: (value) => {
        const changeSet = recording.bytes();
        const changes = summarize(changeSet, (table) => this.connection.columnsOf(table));
        recording.stop();
        return { value, changeSet, changes, statements, commit: () => end('COMMIT'), rollback: () => end('ROLLBACK') };
      },
    };
  }

  /** Applies a stored change set (a replay, an undo) as one recorded transaction, left open. */
  applyChangeSet(changeSet: Uint8Array): PendingWrite<void> {
    return this.within(() => apply(this.connection.sqlite3, this.connection.db.pointer as number, changeSet));
  }

  /** What a change set does to its first rows. */
  rowChanges(changeSet: Uint8Array, most: number): RowChange[] {
    return rowChanges(changeSet, (table) => this.connection.columnsOf(table), most);
  }

  invert(changeSet: Uint8Array): Uint8Array {
    return invert(this.connection.sqlite3, changeSet);
  }

  /**
   * Runs a script that somebody else wrote, in a database that is there for this alone: it may neither reach other
   * files nor write to the schema by hand. Throws a Problem of code `sql`.
   */
  script(sql: string): void {
    this.connection.script(sql, SLOWEST_SCRIPT_MS);
  }

  /**
   * Changes the schema: all statements in one transaction, left open, with foreign keys checked at its end. What is
   * prepared or indexed for search is dropped, as it may no longer fit.
   */
  migrate(statements: readonly string[]): { commit(): void; rollback(): void } {
    const migration = this.beginMigration();
    try {
      statements.forEach((sql) => migration.run(sql));
    } catch (error) {
      migration.rollback();
      throw error;
    }
    return migration.finish();
  }

  beginMigration(): OpenMigration {
    this.dropSearches();
    this.connection.db.exec('PRAGMA foreign_keys = OFF; BEGIN IMMEDIATE');
    const end = (how: 'COMMIT' | 'ROLLBACK') => {
      const isOpen = this.connection.sqlite3.capi.sqlite3_get_autocommit(this.connection.db) === 0;
      this.connection.db.exec(`${isOpen || how === 'COMMIT' ? `${how}; ` : ''}PRAGMA foreign_keys = ON`);
      this.connection.forgetStatements();
    };
    return {
      run: (sql, params, within = Infinity) =>
        this.connection.timed(
          within,
          null,
          () => void (params ? readAll(this.connection.prepare(sql).statement, params) : this.connection.db.exec(sql)),
        ),
      runRows: (sql, rows) =>
        this.connection.guarded(null, () =>
          runRows(this.connection.sqlite3, this.connection.prepare(sql).statement, rows),
        ),
      rollback: () => end('ROLLBACK'),
      finish: () => {
        if (this.connection.db.selectValue('SELECT count(*) FROM pragma_foreign_key_check') !== 0) {
          end('ROLLBACK');
          throwProblem({
            code: 'constraint',
            rule: 'foreign-key',
            table: '',
            column: null,
            detail: 'foreign_key_check',
          });
        }
        return { commit: () => end('COMMIT'), rollback: () => end('ROLLBACK') };
      },
    };
  }

  /** Makes ready what a search looks through; `freshenSearch` then fills it. */
  ensureSearch(texts: SearchTexts, params: Params): void {
    this.connection.searches.ensure(texts, params);
  }

  /** Brings up to `count` searched texts up to date; true while there are more. */
  freshenSearch(name: string, count: number): boolean {
    return this.connection.searches.freshen(name, count);
  }

  /** A short piece of work on searched texts that can wait for idle maintenance; true while there is more. */
  maintainSearches(): boolean {
    return this.connection.searches.maintain();
  }

  /** Makes the file anew without pages that are free. */
  compact(): void {
    this.dropSearches();
    this.connection.forgetStatements();
    this.connection.db.exec('VACUUM');
  }

  /** The database file, as it is. */
  export(): Uint8Array {
    return this.connection.sqlite3.capi.sqlite3_js_db_export(this.connection.db);
  }

  /**
   * The database file as it is taken away: without the tables whose name begins with `_fern`, with what `statements`
   * add, and compacted.
   */
  exportClean(statements: readonly string[] = []): Uint8Array {
    return withClean(this.connection.sqlite3, this.export(), statements, (copy) => {
      copy.exec('VACUUM');
      return this.connection.sqlite3.capi.sqlite3_js_db_export(copy);
    });
  }

  /** The same as an SQL script that makes it anew. */
  dump(statements: readonly string[] = []): string {
    return withClean(this.connection.sqlite3, this.export(), statements, dumpSql);
  }

  private within<T>(work: (writer: Writer) => T): PendingWrite<T> {
    const open = this.beginWrite();
    try {
      return open.finish(work(open.writer));
    } catch (error) {
      open.rollback();
      throw error;
    }
  }

  /** Has every statement looked at before it is first run: what `guard` gives a Problem for is refused with it. */
  setGuard(guard: ((sql: string) => Problem | null) | null): void {
    this.connection.setGuard(guard);
  }

  /** Forgets all searched texts: before a change of schema, or of so many rows that filling anew costs less. */
  dropSearches(): void {
    this.connection.searches.dropAll();
    this.connection.forgetStatements();
  }
}

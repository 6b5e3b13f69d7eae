import type { Database, PreparedStatement, Sqlite3Static, SqlValue } from '@sqlite.org/sqlite-wasm';
import { parseAttachment, scalarOf } from '@/core/column';
import { type Problem, ProblemError } from '@/core/problem';
import { quoteName } from '@/core/expression';
import { rowChanges, summarize } from './changes';
import { apply, ConflictError, invert, Recording } from './changeSet';
import { runRows } from './bulk';
import { dumpSql } from './dump';
import { sqlProblem, throwProblem } from './errors';
import { fold } from './fold';
import type { Access, Reach } from './reach';
import type { ReadSet, RowChange, TableChange } from './readSet';
import type { Params, Row } from './row';
import { dropSearch, ensureSearch, fillSearch, mergeSearch, type SearchIndex } from './search';

/** Parameters by name, without the colon. */

export interface QueryResult {
  rows: Row[];
  reads: ReadSet;
}

/** A statement that ran, as a ripple shows it. */
export interface RanStatement {
  sql: string;
  params: Params;
  rows: number;
}

/** The statements that may be run inside a write. */
export interface Writer {
  /** Runs one statement and tells how many rows it changed, and the last id that it gave. */
  run(sql: string, params?: Params, intoTable?: string): { rows: number; lastId: number };
  rows(sql: string, params?: Params): Row[];
}

/** A write that has run and is not yet committed: acknowledge it with `commit` only after its change set is stored. */
export interface PendingWrite<T> {
  value: T;
  changeSet: Uint8Array;
  changes: TableChange[];
  statements: RanStatement[];
  commit(): void;
  rollback(): void;
}

/** A recorded transaction under way, for work that takes pauses. Whoever holds it keeps all else off the database. */
export interface OpenWrite {
  writer: Writer;
  finish<T>(value: T): PendingWrite<T>;
  rollback(): void;
}

/** A change of schema under way, foreign keys off until its end. */
export interface OpenMigration {
  run(sql: string, params?: Params): void;
  /** Runs a statement once a row, its parameters (`?`) bound by place. */
  runRows(sql: string, rows: readonly (readonly SqlValue[])[]): void;
  /** Checks the foreign keys; the change is then still to be committed. */
  finish(): { commit(): void; rollback(): void };
  rollback(): void;
}

interface Prepared {
  statement: PreparedStatement;
  reads: ReadSet;
}

/** What a step of tending a search index does: some 10 ms of work. */
const ROWS_A_STEP = 500;
const PAGES_A_STEP = 40;
/** How long statements may take that somebody else wrote, or that show something: what runs longer is stopped. */
export const SLOWEST_READ_MS = 4000;
/** One statement of a write, such as a step of a routine over all rows. */
const SLOWEST_WRITE_MS = 30_000;
const SLOWEST_SCRIPT_MS = 120_000;
/** A read that was stopped is not tried again for so long: what asks for it would keep everybody else waiting. */
const REST_MS = 20_000;
/** SQLite asks whether to go on after so many steps of its virtual machine: some 100 microseconds. */
const STEPS_A_LOOK = 10_000;
const MOST_READ_ROWS = 1000;

/** What statements of the studio may use beside SQLite's own functions; those of a finished app need only `fold`. */
const ownFunctions: Record<string, (value: NonNullable<SqlValue>) => SqlValue> = {
  fold: (value) => fold(String(value)),
  attachment_url: (value) => scalarOf(value as Uint8Array),
  attachment_bytes: (value) => parseAttachment(String(value))?.bytes ?? null,
};

/** Functions that tell what somebody else did on the same connection. */
const OF_CONNECTION: ReadonlySet<string> = new Set(['last_insert_rowid', 'changes', 'total_changes', 'load_extension']);

/** Whether a file is a SQLite database. Source: sqlite.org/fileformat2.html §1.3. */
export const isDatabase = (bytes: Uint8Array): boolean =>
  new TextDecoder('latin1').decode(bytes.subarray(0, 16)) === 'SQLite format 3\0';

/** One SQLite database in memory, recorded change by change. Synchronous; whoever uses it keeps calls in order. */
export class Engine {
  private readonly prepared = new Map<string, Prepared>();
  private readonly columnNames = new Map<string, string[]>();
  private readonly searches = new Map<string, SearchIndex>();
  private readonly stopped = new Map<string, number>();
  private reading: Map<string, Set<string>> | null = null;
  private reach: Reach | null = null;
  private beyond: Access | null = null;
  private onlyReading = false;
  private guard: ((sql: string) => Problem | null) | null = null;
  private scripting = false;
  private deadline = Infinity;

  private constructor(
    private readonly sqlite3: Sqlite3Static,
    private readonly db: Database,
    private readonly clock: () => number,
  ) {
    this.watchReads();
    sqlite3.capi.sqlite3_progress_handler(
      db,
      STEPS_A_LOOK,
      () => (this.deadline !== Infinity && this.clock() > this.deadline ? 1 : 0),
      0,
    );
    db.exec(
      'PRAGMA foreign_keys = ON; PRAGMA trusted_schema = OFF; PRAGMA cache_size = -32000; PRAGMA temp_store = MEMORY;',
    );
    for (const [name, apply] of Object.entries(ownFunctions))
      db.createFunction({
        name,
        arity: 1,
        xFunc: (_context: number, value: SqlValue) => (value === null ? null : apply(value)),
        deterministic: true,
        innocuous: true,
      });
  }

  /** Opens a database: a new one, or the one in `bytes`. `clock` gives milliseconds. */
  static open(sqlite3: Sqlite3Static, bytes: Uint8Array | null, clock: () => number): Engine {
    const db = new sqlite3.oo1.DB(':memory:');
    try {
      if (bytes && bytes.length > 0) load(sqlite3, db, bytes);
      return new Engine(sqlite3, db, clock);
    } catch (error) {
      db.close();
      throw error;
    }
  }

  /** Puts the database in `bytes` beside, under the name `schema`. */
  attach(schema: string, bytes: Uint8Array): void {
    this.guarded(null, () => {
      this.db.exec(`ATTACH ':memory:' AS ${quoteName(schema)}`);
      load(this.sqlite3, this.db, bytes, schema);
    });
  }

  close(): void {
    this.forgetStatements();
    this.db.close();
  }

  /**
   * Runs a SELECT and tells what it read. With `within` (milliseconds) it is stopped after that: throws a Problem of
   * code `slow`.
   */
  query(sql: string, params: Params = {}, within = Infinity): QueryResult {
    if (within !== Infinity && this.clock() < (this.stopped.get(sql) ?? -Infinity))
      throwProblem({ code: 'slow', seconds: within / 1000 });
    try {
      return this.timed(within, null, () => {
        const { statement, reads } = this.prepare(sql);
        return { rows: readAll(statement, params), reads };
      });
    } catch (error) {
      if (error instanceof ProblemError && error.problem.code === 'slow') this.stopped.set(sql, this.clock() + REST_MS);
      throw error;
    }
  }

  /** Runs `work` on SQLite, which gives up after so many milliseconds. */
  private timed<T>(within: number, intoTable: string | null, work: () => T): T {
    const outer = this.deadline;
    this.deadline = Math.min(outer, this.clock() + within);
    try {
      return this.guarded(intoTable, work);
    } catch (error) {
      if (this.deadline !== Infinity && this.clock() > this.deadline)
        throwProblem({ code: 'slow', seconds: within / 1000 });
      throw error;
    } finally {
      this.deadline = outer;
    }
  }

  /**
   * Runs a statement that a person typed: one statement, reading only, at most 1,000 rows and 4 seconds; of what it may
   * read, `reach` decides. Throws a Problem of code `sql` with the position, `sql-refused`, or `slow`.
   */
  readOnly(sql: string, reach: Reach | null = null): { columns: string[]; rows: Row[string][][]; more: boolean } {
    return this.timed(SLOWEST_READ_MS, null, () =>
      this.typed(sql, reach, (statement) => {
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
    this.guarded(null, () => this.typed(sql, reach, () => undefined));
  }

  private typed<T>(sql: string, reach: Reach | null, use: (statement: PreparedStatement) => T): T {
    this.onlyReading = true;
    this.reach = reach;
    this.beyond = null;
    let statement: PreparedStatement | null = null;
    try {
      statement = this.db.prepare(sql);
      if (this.sqlite3.capi.sqlite3_stmt_readonly(statement) === 0 || statement.columnCount === 0)
        throwProblem({ code: 'sql-refused', reason: 'Only a statement that reads can be run here' });
      return use(statement);
    } catch (error) {
      const beyond = this.beyond as Access | null;
      if (beyond)
        throwProblem({
          code: 'sql-refused',
          reason: `“${[beyond.table, beyond.column].filter(Boolean).join('.')}” is not for hand-written SQL: it is not of the plan, or tells what is for single people`,
        });
      throw error;
    } finally {
      (statement as PreparedStatement | null)?.finalize();
      this.onlyReading = false;
      this.reach = null;
    }
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
        this.timed(SLOWEST_WRITE_MS, intoTable ?? null, () => {
          const { statement } = this.prepare(sql);
          readAll(statement, params);
          const rows = Number(this.db.changes());
          statements.push({ sql, params, rows });
          return { rows, lastId: Number(this.sqlite3.capi.sqlite3_last_insert_rowid(this.db)) };
        }),
      rows: (sql, params = {}) => this.timed(SLOWEST_WRITE_MS, null, () => this.query(sql, params).rows),
    };
    this.db.exec('BEGIN IMMEDIATE');
    const recording = Recording.start(this.sqlite3, this.db.pointer as number);
    const end = (how: 'COMMIT' | 'ROLLBACK') => {
      // After some failures (a full disk, a statement that was stopped) SQLite has rolled back by itself.
      if (how === 'COMMIT' || this.sqlite3.capi.sqlite3_get_autocommit(this.db) === 0) this.db.exec(how);
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
        const changes = summarize(changeSet, (table) => this.columnsOf(table));
        recording.stop();
        return { value, changeSet, changes, statements, commit: () => end('COMMIT'), rollback: () => end('ROLLBACK') };
      },
    };
  }

  /** Applies a stored change set (a replay, an undo) as one recorded transaction, left open. */
  applyChangeSet(changeSet: Uint8Array): PendingWrite<void> {
    return this.within(() => apply(this.sqlite3, this.db.pointer as number, changeSet));
  }

  /** What a change set does to its first rows. */
  rowChanges(changeSet: Uint8Array, most: number): RowChange[] {
    return rowChanges(changeSet, (table) => this.columnsOf(table), most);
  }

  invert(changeSet: Uint8Array): Uint8Array {
    return invert(this.sqlite3, changeSet);
  }

  /**
   * Runs a script that somebody else wrote, in a database that is there for this alone: it may neither reach other
   * files nor write to the schema by hand. Throws a Problem of code `sql`.
   */
  script(sql: string): void {
    this.scripting = true;
    try {
      this.timed(SLOWEST_SCRIPT_MS, null, () => void this.db.exec(sql));
    } finally {
      this.scripting = false;
    }
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
    this.db.exec('PRAGMA foreign_keys = OFF; BEGIN IMMEDIATE');
    const end = (how: 'COMMIT' | 'ROLLBACK') => {
      const isOpen = this.sqlite3.capi.sqlite3_get_autocommit(this.db) === 0;
      this.db.exec(`${isOpen || how === 'COMMIT' ? `${how}; ` : ''}PRAGMA foreign_keys = ON`);
      this.forgetStatements();
    };
    return {
      run: (sql, params) =>
        this.guarded(null, () => void (params ? readAll(this.prepare(sql).statement, params) : this.db.exec(sql))),
      runRows: (sql, rows) => this.guarded(null, () => runRows(this.sqlite3, this.prepare(sql).statement, rows)),
      rollback: () => end('ROLLBACK'),
      finish: () => {
        if (this.db.selectValue('SELECT count(*) FROM pragma_foreign_key_check') !== 0) {
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

  /** Makes the search index of a table if it is not there; `fillSearch` then fills it. */
  ensureSearch(index: SearchIndex): void {
    if (this.searches.has(index.name)) return;
    ensureSearch(this.db, index);
    this.searches.set(index.name, index);
  }

  /** Puts up to `count` more records into a search index; true while there are more to come. */
  fillSearch(name: string, count: number): boolean {
    const index = this.searches.get(name);
    return index ? fillSearch(this.db, index, count) : false;
  }

  /**
   * One short step of what search indexes leave to idle maintenance: records to fill in, pieces to merge. True while
   * there is more.
   */
  maintainSearches(): boolean {
    return [...this.searches.values()].some(
      (index) => fillSearch(this.db, index, ROWS_A_STEP) || mergeSearch(this.db, index, PAGES_A_STEP),
    );
  }

  /** The database file, as it is. */
  export(): Uint8Array {
    return this.sqlite3.capi.sqlite3_js_db_export(this.db);
  }

  /**
   * The database file as it is taken away: without the tables whose name begins with `_fern`, with what `statements`
   * add, and compacted.
   */
  exportClean(statements: readonly string[] = []): Uint8Array {
    return this.withClean(statements, (copy) => {
      copy.exec('VACUUM');
      return this.sqlite3.capi.sqlite3_js_db_export(copy);
    });
  }

  /** The same as an SQL script that makes it anew. */
  dump(statements: readonly string[] = []): string {
    return this.withClean(statements, dumpSql);
  }

  private withClean<T>(statements: readonly string[], use: (copy: Database) => T): T {
    const copy = new this.sqlite3.oo1.DB(':memory:');
    try {
      load(this.sqlite3, copy, this.export());
      const ours = copy.selectValues("SELECT name FROM sqlite_schema WHERE type = 'table' AND name GLOB '_fern*'");
      for (const name of ours) copy.exec(`DROP TABLE ${quoteName(String(name))}`);
      statements.forEach((sql) => copy.exec(sql));
      return use(copy);
    } finally {
      copy.close();
    }
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

  private columnsOf(table: string): readonly string[] {
    let names = this.columnNames.get(table);
    if (!names) {
      names = this.db.selectValues('SELECT name FROM pragma_table_info(?)', [table]).map(String);
      this.columnNames.set(table, names);
    }
    return names;
  }

  private prepare(sql: string): Prepared {
    let prepared = this.prepared.get(sql);
    if (!prepared) {
      const refusal = this.guard?.(sql);
      if (refusal) throwProblem(refusal);
      this.reading = new Map();
      try {
        const statement = this.db.prepare(sql);
        prepared = { statement, reads: { tables: plain(this.reading) } };
      } finally {
        this.reading = null;
      }
      this.prepared.set(sql, prepared);
    }
    return prepared;
  }

  /** Has every statement looked at before it is first run: what `guard` gives a Problem for is refused with it. */
  setGuard(guard: ((sql: string) => Problem | null) | null): void {
    this.forgetStatements();
    this.guard = guard;
  }

  private forgetStatements(): void {
    for (const { statement } of this.prepared.values()) statement.finalize();
    this.prepared.clear();
    this.columnNames.clear();
  }

  /** Forgets every search index: before a change of schema, or of so many rows that filling anew costs less. */
  dropSearches(): void {
    this.forgetStatements();
    for (const index of this.searches.values()) dropSearch(this.db, index);
    this.searches.clear();
  }

  /** Notes each column that a statement being prepared reads; a search index counts as the columns it is made of. */
  private watchReads(): void {
    const { capi } = this.sqlite3;
    const refusedWhileReading = new Set<number>([capi.SQLITE_PRAGMA, capi.SQLITE_ATTACH, capi.SQLITE_DETACH]);
    capi.sqlite3_set_authorizer(
      this.db,
      (_context, action, first, second, schema, within) => {
        if (this.onlyReading && refusedWhileReading.has(action)) return capi.SQLITE_DENY;
        if (
          this.scripting &&
          (action === capi.SQLITE_ATTACH ||
            action === capi.SQLITE_DETACH ||
            (action === capi.SQLITE_PRAGMA && String(first).toLowerCase() === 'writable_schema'))
        )
          return capi.SQLITE_DENY;
        if (action === capi.SQLITE_FUNCTION && this.reach && OF_CONNECTION.has(String(second).toLowerCase())) {
          this.beyond ??= { table: `${String(second)}()`, column: '', schema: null, within: null };
          return capi.SQLITE_DENY;
        }
        if (action === capi.SQLITE_READ && this.reach) {
          const access: Access = {
            table: String(first),
            column: second ? String(second) : '',
            schema: schema ? String(schema) : null,
            within: within ? String(within) : null,
          };
          if (!this.reach(access)) {
            this.beyond ??= access;
            return capi.SQLITE_DENY;
          }
        }
        if (action !== capi.SQLITE_READ || !this.reading) return capi.SQLITE_OK;
        const table = String(first);
        const search = [...this.searches.values()].find(({ name }) => table.startsWith(name));
        const target = search ? search.table : table;
        const columns = this.reading.get(target) ?? new Set<string>();
        this.reading.set(target, columns);
        if (search) search.columns.forEach((column) => columns.add(column));
        else if (second) columns.add(String(second));
        return capi.SQLITE_OK;
      },
      0,
    );
  }

  private guarded<T>(intoTable: string | null, work: () => T): T {
    try {
      return work();
    } catch (error) {
      if (error instanceof ProblemError || error instanceof ConflictError) throw error;
      if (!(error instanceof this.sqlite3.SQLite3Error)) throw error;
      const { capi } = this.sqlite3;
      const message = capi.sqlite3_errmsg(this.db) || error.message;
      throw new ProblemError(
        sqlProblem(capi.sqlite3_extended_errcode(this.db), message, capi.sqlite3_error_offset(this.db), intoTable),
      );
    }
  }
}

function load({ capi, wasm }: Sqlite3Static, db: Database, bytes: Uint8Array, schema = 'main'): void {
  const pointer = wasm.allocFromTypedArray(bytes);
  // A file of a database in WAL mode says so in these two bytes; in memory there is no such mode.
  if (isDatabase(bytes)) [18, 19].forEach((at) => wasm.poke8((pointer as number) + at, 1));
  const flags = capi.SQLITE_DESERIALIZE_FREEONCLOSE | capi.SQLITE_DESERIALIZE_RESIZEABLE;
  db.checkRc(capi.sqlite3_deserialize(db, schema, pointer, bytes.length, bytes.length, flags));
}

function readAll(statement: PreparedStatement, params: Params): Row[] {
  try {
    for (const [name, value] of Object.entries(params)) {
      const index = statement.getParamIndex(`:${name}`);
      if (index) statement.bind(index, value);
    }
    const rows: Row[] = [];
    while (statement.step()) rows.push(exactRow(statement.get({}) as Row));
    return rows;
  } finally {
    statement.reset(true);
  }
}

/**
 * A whole number beyond what JavaScript holds exactly comes as the nearest that it does: nothing else in the product
 * knows another kind of number.
 */
const exact = (value: Row[string]): Row[string] => (typeof value === 'bigint' ? Number(value) : value);

function exactRow(row: Row): Row {
  for (const key in row) if (typeof row[key] === 'bigint') row[key] = Number(row[key]);
  return row;
}

function plain(reading: Map<string, Set<string>>): Record<string, string[]> {
  return Object.fromEntries([...reading].map(([table, columns]) => [table, [...columns]]));
}

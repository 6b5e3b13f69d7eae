import type { Database, PreparedStatement, Sqlite3Static, SqlValue } from '@sqlite.org/sqlite-wasm';
import { plain, setAuthorizer, type Watched } from './authorizer';
import { readAll } from './readRows';
import { parseAttachment, scalarOf } from '@/core/column';
import {
  type Access,
  ConflictError,
  type Params,
  type Reach,
  type ReadSet,
  type Row,
  Searches,
  type SearchPort,
  sqlProblem,
  throwProblem,
} from '@/core/driver';
import { type Problem, ProblemError } from '@/core/problem';

interface Prepared {
  statement: PreparedStatement;
  reads: ReadSet;
}

/** SQLite asks whether to go on after so many steps of its virtual machine: some 100 microseconds. */
const STEPS_A_LOOK = 10_000;

/** What statements of the studio may use beside SQLite's own functions; those of a finished app need none. */
const studioFunctions: Record<string, (value: NonNullable<SqlValue>) => SqlValue> = {
  attachment_url: (value) => scalarOf(value as Uint8Array),
  attachment_bytes: (value) => parseAttachment(String(value))?.bytes ?? null,
};

/** A connection to SQLite: what is prepared on it, what its statements read, how long they may take, what they say. */
export class Connection {
  readonly searches = new Searches(this.searchPort());
  private readonly prepared = new Map<string, Prepared>();
  private readonly columnNames = new Map<string, string[]>();
  private readonly watched: Watched = {
    reading: null,
    onlyReading: false,
    reach: null,
    beyond: null,
    scripting: false,
    searched: (table) => this.searches.readsOf(table),
  };
  private guard: ((sql: string) => Problem | null) | null = null;
  private deadline = Infinity;

  constructor(
    readonly sqlite3: Sqlite3Static,
    readonly db: Database,
    readonly clock: () => number,
  ) {
    setAuthorizer(sqlite3, db, this.watched);
    sqlite3.capi.sqlite3_progress_handler(
      db,
      STEPS_A_LOOK,
      () => (this.deadline !== Infinity && this.clock() > this.deadline ? 1 : 0),
      0,
    );
    db.exec(
      'PRAGMA foreign_keys = ON; PRAGMA trusted_schema = OFF; PRAGMA cache_size = -32000; PRAGMA temp_store = MEMORY;',
    );
    for (const [name, apply] of Object.entries(studioFunctions))
      db.createFunction({
        name,
        arity: 1,
        xFunc: (_context: number, value: SqlValue) => (value === null ? null : apply(value)),
        deterministic: true,
        innocuous: true,
      });
  }

  /** The temp schema, where searched texts are kept: nothing of this is looked at by a guard, or recorded. */
  private searchPort(): SearchPort {
    const port = {
      trigrams: true,
      exec: (sql: string) => this.guarded(null, () => void this.db.exec(sql)),
      rows: (sql: string, params: Params = {}): Row[] =>
        this.guarded(null, () => readAll(this.keep(sql).statement, params)),
      readsOf: (sql: string) => this.keep(sql).reads.tables,
    };
    return port;
  }

  /** Runs `work` on SQLite, which gives up after so many milliseconds. */
  timed<T>(within: number, intoTable: string | null, work: () => T): T {
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

  /** Runs a script that somebody else wrote. */
  script(sql: string, within: number): void {
    this.watched.scripting = true;
    try {
      this.timed(within, null, () => void this.db.exec(sql));
    } finally {
      this.watched.scripting = false;
    }
  }

  /** Has a statement that a person typed prepared, and used; it is gone after that. */
  typed<T>(sql: string, reach: Reach | null, use: (statement: PreparedStatement) => T): T {
    this.watched.onlyReading = true;
    this.watched.reach = reach;
    this.watched.beyond = null;
    let statement: PreparedStatement | null = null;
    try {
      statement = this.db.prepare(sql);
      if (this.sqlite3.capi.sqlite3_stmt_readonly(statement) === 0 || statement.columnCount === 0)
        throwProblem({ code: 'sql-refused', reason: 'Only a statement that reads can be run here' });
      return use(statement);
    } catch (error) {
      const beyond = this.watched.beyond as Access | null;
      if (beyond)
        throwProblem({
          code: 'sql-refused',
          reason: [
            `“${[beyond.table, beyond.column].filter(Boolean).join('.')}” is not for`,
            'hand-written SQL: it is not of the plan, or tells what is for single people',
          ].join(' '),
        });
      throw error;
    } finally {
      (statement as PreparedStatement | null)?.finalize();
      this.watched.onlyReading = false;
      this.watched.reach = null;
    }
  }

  /** A statement, prepared once, with what it reads. */
  prepare(sql: string): Prepared {
    const refusal = this.prepared.has(sql) ? null : this.guard?.(sql);
    if (refusal) throwProblem(refusal);
    return this.keep(sql);
  }

  private keep(sql: string): Prepared {
    let prepared = this.prepared.get(sql);
    if (!prepared) {
      this.watched.reading = new Map();
      try {
        const statement = this.db.prepare(sql);
        prepared = { statement, reads: { tables: plain(this.watched.reading) } };
      } finally {
        this.watched.reading = null;
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

  forgetStatements(): void {
    for (const { statement } of this.prepared.values()) statement.finalize();
    this.prepared.clear();
    this.columnNames.clear();
  }

  /** The columns of a table, in order. */
  columnsOf(table: string): readonly string[] {
    let names = this.columnNames.get(table);
    if (!names) {
      names = this.db.selectValues('SELECT name FROM pragma_table_info(?)', [table]).map(String);
      this.columnNames.set(table, names);
    }
    return names;
  }

  /** What SQLite refuses comes as a Problem. */
  guarded<T>(intoTable: string | null, work: () => T): T {
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

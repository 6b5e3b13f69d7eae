import {
  ConflictError,
  type Driver,
  type OpenWrite,
  type Params,
  type PendingWrite,
  type QueryResult,
  type RanStatement,
  type Row,
  rowChanges,
  Searches,
  type SearchTexts,
  summarize,
} from '@/core/driver';
import { ProblemError } from '@/core/problem';
import { applyChanges, isNoMore } from './applyChanges';
import { phoneProblem } from './phoneProblem';
import type { PhoneSqlite, PhoneStatement, Ran } from './phoneSqlite';

/** Every row of a change set, however many. */
const ALL_ROWS = Number.MAX_SAFE_INTEGER;

/** A phone's SQLite as the runtime asks for it. It tells nobody what a statement reads. */
export class PhoneDriver implements Driver {
  /** Whether there is FTS5 with its index of trigrams. */
  readonly trigrams: boolean;
  private readonly statements = new Map<string, PhoneStatement>();
  private readonly columnNames = new Map<string, string[]>();
  private readonly searches: Searches;

  constructor(readonly db: PhoneSqlite) {
    db.execSync('PRAGMA foreign_keys = ON');
    this.trigrams = hasTrigrams(db);
    this.searches = new Searches({
      trigrams: this.trigrams,
      exec: (sql) => db.execSync(sql),
      rows: (sql, params) => this.run(sql, params).rows,
      readsOf: () => null,
    });
  }

  query(sql: string, params?: Params): QueryResult {
    return { rows: this.run(sql, params).rows, reads: { tables: {}, unknown: true } };
  }

  beginWrite(): OpenWrite {
    const statements: RanStatement[] = [];
    this.told(null, () => this.db.execSync('BEGIN IMMEDIATE'));
    const session = this.db.createSessionSync('main');
    session.attachSync(null);
    // After some failures (a full disk) SQLite has rolled back by itself.
    const rollback = () => this.db.isInTransactionSync() && this.db.execSync('ROLLBACK');
    const commit = () => {
      try {
        this.told(null, () => this.db.execSync('COMMIT'));
      } catch (error) {
        rollback();
        throw error;
      }
    };
    return {
      writer: {
        run: (sql, params = {}, intoTable) => {
          const { changes, lastId } = this.run(sql, params, intoTable);
          statements.push({ sql, params, rows: changes });
          return { rows: changes, lastId };
        },
        rows: (sql, params) => this.run(sql, params).rows,
      },
      rollback: () => {
        session.closeSync();
        rollback();
      },
      finish: (value) => {
        const changeSet = session.createChangesetSync();
        session.closeSync();
        const changes = summarize(changeSet, (table) => this.columnsOf(table));
        return { value, changeSet, changes, statements, commit, rollback: () => void rollback() };
      },
    };
  }

  applyChangeSet(changeSet: Uint8Array): PendingWrite<void> {
    const changes = this.rowChanges(changeSet, ALL_ROWS);
    const open = this.beginWrite();
    try {
      applyChanges(open.writer, changes);
    } catch (error) {
      open.rollback();
      throw error;
    }
    const pending = open.finish(undefined);
    if (!isNoMore(changes, this.rowChanges(pending.changeSet, ALL_ROWS))) {
      pending.rollback();
      throw new ConflictError('it would take along what has come since');
    }
    // What was done to that end is no statement of the app's.
    return { ...pending, statements: [] };
  }

  invert(changeSet: Uint8Array): Uint8Array {
    if (changeSet.length === 0) return changeSet;
    const session = this.db.createSessionSync('main');
    try {
      return session.invertChangesetSync(changeSet);
    } finally {
      session.closeSync();
    }
  }

  rowChanges = (changeSet: Uint8Array, most: number) => rowChanges(changeSet, (table) => this.columnsOf(table), most);
  ensureSearch = (texts: SearchTexts, params: Params): void => this.searches.ensure(texts, params);
  freshenSearch = (name: string, count: number): boolean => this.searches.freshen(name, count);
  maintainSearches = (): boolean => this.searches.maintain();

  /** The columns of a table, in order. */
  columnsOf(table: string): string[] {
    let names = this.columnNames.get(table);
    if (!names) {
      names = this.run('SELECT name FROM pragma_table_info(:table)', { table }).rows.map(({ name }) => String(name));
      this.columnNames.set(table, names);
    }
    return names;
  }

  private run(sql: string, params: Params = {}, intoTable: string | null = null): Ran {
    const named = Object.fromEntries(Object.entries(params).map(([name, value]) => [`:${name}`, value]));
    try {
      return this.told(intoTable, () => {
        const result = this.prepared(sql).executeSync(named);
        return { rows: result.getAllSync() as Row[], changes: result.changes, lastId: result.lastInsertRowId };
      });
    } catch (error) {
      this.forget(sql);
      throw error;
    }
  }

  /** What SQLite refuses comes as a Problem. */
  private told<T>(intoTable: string | null, work: () => T): T {
    try {
      return work();
    } catch (error) {
      throw new ProblemError(phoneProblem(error, intoTable));
    }
  }

  /** A statement that failed is not used again: some SQLites tell its error once more when it is begun anew. */
  private forget(sql: string): void {
    try {
      this.statements.get(sql)?.finalizeSync();
    } catch {
      // That is the error once more.
    }
    this.statements.delete(sql);
  }

  private prepared(sql: string): PhoneStatement {
    let statement = this.statements.get(sql);
    if (!statement) {
      statement = this.db.prepareSync(sql);
      this.statements.set(sql, statement);
    }
    return statement;
  }
}

function hasTrigrams(db: PhoneSqlite): boolean {
  try {
    db.execSync("CREATE VIRTUAL TABLE temp._probe USING fts5(t, tokenize = 'trigram'); DROP TABLE temp._probe");
    return true;
  } catch {
    return false;
  }
}

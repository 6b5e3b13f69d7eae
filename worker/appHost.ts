import type { Sqlite3Static } from '@sqlite.org/sqlite-wasm';
import { z } from 'zod';
import { asPerson, compileApp } from '@/core/compile';
import { applyEdit, Definition, describeEdit, type Edit, patchDefinition, physicalPlan, type Table } from '@/core/definition';
import { ConflictError, Engine, type Params, type PendingWrite, type RanStatement } from '@/core/engine';
import { quoteName, quoteText } from '@/core/expression';
import { ProblemError, type Problem } from '@/core/problem';
import { type Fills, type Impact, KEPT_PREFIX, stepSql, upgradeSteps } from '@/core/schema';
import { DatabaseStore, fromBase64, type JournalEntry, type KeyValueStore, toBase64 } from '@/core/store';
import { type AppFile, DEFINITION_TABLE, fitTables, type ImportReport, MOST_TOLD, prefixedId, rowsCsv, rowsJson, type RowSet, type Sheet, Starting } from '@/core/transfer';
import { assertFits, deleteAllRows, insertAllRows, installSql, installSteps, readRows } from './bulkRows';
import { historyOf } from './history';
import { impactsOn } from './impacts';
import type { Cargo, Chunk } from './incoming';
import { assertNoCircle, unchanged, whereStopped } from './linkRules';
import { mergeRows, type MergeRequest } from './mergeRows';
import { copy, insertJsonSql, insertRowSql, pour, type Task } from './pour';
import { currentStartingRows, patchStarting, startingPatches, type StartingTable, startingTable, withStartingRows, withTableRows } from './startingRows';
import type { AppState, ReadRequest, ReadResult, Ripple, SqlResult, WorkerEvent, WriteRequest } from './protocol';

/** What a host needs from outside. */
export interface HostEnvironment {
  sqlite3: Sqlite3Static;
  kv: KeyValueStore;
  /** Names this opening of the store; never used twice. */
  token: string;
  /** Milliseconds, for measuring. */
  clock: () => number;
  /** The current moment, ISO 8601 in UTC. */
  now: () => string;
  emit: (event: WorkerEvent) => void;
  /** Ends the task of now and comes back after so many milliseconds; calls that came in meanwhile have their turn. */
  wait: (milliseconds: number) => Promise<void>;
}

/** The journal is folded into a snapshot beyond this size, and a quarter of the database's. */
const JOURNAL_BYTES = 1_000_000;
const JOURNAL_ENTRIES = 1000;
const SEARCH_ROWS_A_CALL = 20_000;
/** Nobody has called for so long: a quiet moment. */
const QUIET_MS = 120;
const SOON_MS = 1500;

/** One open app: its definition, its database and its store, with every call in order. */
export class AppHost {
  private queue: Promise<unknown> = Promise.resolve();
  private journalBytes = 0;
  private journalEntries = 0;
  private compacting: Promise<void> | null = null;
  private generation = 1;
  private closed = false;
  private tending = false;
  private calledAt = 0;

  private constructor(
    private readonly environment: HostEnvironment,
    private engine: Engine,
    private store: DatabaseStore,
    private definition: Definition,
    private entries: JournalEntry[],
    private starting: Starting | null,
    private damaged: number,
    private byteLength: number,
    private snapshotSeq: number,
  ) {}

  /** Lays a new app down in an empty store: its tables, then its rows, as the first snapshot. */
  static async install(environment: HostEnvironment, file: AppFile): Promise<void> {
    const { store } = await DatabaseStore.open(environment.kv, environment.token);
    const engine = openEngine(environment, null);
    try {
      engine.migrate(installSql(file.definition)).commit();
      const rows = file.rows ?? (file.starting ? currentStartingRows(() => openEngine(environment, null), file.starting, file.definition, {}) : {});
      engine.write((writer) => insertAllRows(writer, file.definition, rows)).commit();
      if (file.starting) await store.writeExtra('starting', keptStarting(file.starting, 0));
      await store.snapshot(engine.export(), JSON.stringify(file.definition), 0);
    } finally {
      engine.close();
    }
  }

  /** Lays down a new app that comes out of a file. Nothing is stored before all of it is there. */
  static async installCargo(environment: HostEnvironment, definition: Definition, cargo: Cargo, task: Task): Promise<void> {
    const { tables } = physicalPlan(definition);
    const engine = cargo.beside?.engine ?? openEngine(environment, null);
    try {
      const open = engine.beginMigration();
      try {
        // Indexes are made when the rows are there: that costs less than keeping them up row by row.
        const [first, last] = installSteps(definition);
        first.forEach((sql) => open.run(sql));
        if (cargo.beside) await copy(cargo.beside, open, tables, cargo.total, task);
        else await pour(cargo, tables, (table, { columns, rows }) => open.runRows(insertRowSql(table, columns), rows), task);
        last.forEach((sql) => open.run(sql));
      } catch (error) {
        open.rollback();
        throw error;
      }
      open.finish().commit();
      const { store } = await DatabaseStore.open(environment.kv, environment.token);
      await store.snapshot(engine.export(), JSON.stringify(definition), 0);
    } finally {
      if (!cargo.beside) engine.close();
    }
  }

  /** Opens an installed app: the snapshot, then every later entry of the journal. */
  static async open(environment: HostEnvironment, stolen = false): Promise<AppHost> {
    const opened = await DatabaseStore.open(environment.kv, environment.token, { stolen });
    if (!opened.bytes || opened.document === null) throw new ProblemError({ code: 'app-gone' });
    const engine = openEngine(environment, opened.bytes);
    let definition = Definition.parse(JSON.parse(opened.document));
    for (const entry of opened.entries) {
      if (entry.seq <= opened.snapshotSeq) continue;
      if (entry.kind === 'plan') {
        if (entry.statements.length > 0) engine.migrate(entry.statements).commit();
        definition = patchDefinition(definition, entry.patches);
      } else if (entry.kind === 'rows') {
        engine.applyChangeSet(fromBase64(entry.changeSet)).commit();
      }
    }
    const extra = await opened.store.readExtra('starting');
    const starting = extra === null ? null : KeptStarting.parse(JSON.parse(extra)).starting;
    const host = new AppHost(environment, engine, opened.store, definition, opened.entries, starting, opened.damaged, opened.bytes.length, opened.snapshotSeq);
    host.journalEntries = opened.entries.filter(({ seq }) => seq > opened.snapshotSeq).length;
    return host;
  }

  state(): AppState {
    const { undo, redo } = historyOf(this.entries);
    return {
      seq: this.nextSeq() - 1,
      definition: this.definition,
      undo: undo.at(-1)?.label ?? null,
      redo: redo.at(-1)?.label ?? null,
      generation: `${this.environment.token}.${this.generation}`,
      starting: this.starting && Object.fromEntries(Object.entries(this.starting.rows).map(([id, { rows }]) => [id, rows.length])),
      damaged: this.damaged,
    };
  }

  /** When the app was last changed, ISO 8601, as far back as the history goes. */
  lastEdit(): string | null {
    return this.entries.at(-1)?.at ?? null;
  }

  /** Rows in all tables. */
  rowCount(): Promise<number> {
    return this.inTurn(() => {
      const counts = this.definition.tables.map(({ identifier }) => `(SELECT count(*) FROM ${quoteName(identifier)})`);
      return Number(this.engine.query(`SELECT ${counts.join(' + ') || '0'} AS "count"`).rows[0]?.count ?? 0);
    });
  }

  read(request: ReadRequest): Promise<ReadResult> {
    return this.inTurn(() => {
      if (request.search) {
        this.ensureSearch(request.search);
        while (this.engine.fillSearch(request.search, SEARCH_ROWS_A_CALL));
      }
      const { rows, reads } = this.engine.query(request.sql, asPerson(request.sql, request.params ?? {}, request.person));
      return { rows, reads: request.key ? { ...reads, key: request.key } : reads };
    });
  }

  /** Makes a search index and has it filled in quiet moments, so that the first search finds it ready. */
  async warmSearch(name: string): Promise<void> {
    await this.inTurn(() => this.ensureSearch(name));
    void this.tend();
  }

  /** Works on search indexes a step at a time, whenever nobody has called for a moment. */
  private async tend(): Promise<void> {
    if (this.tending) return;
    this.tending = true;
    const { wait, clock } = this.environment;
    let more = true;
    while (more && !this.closed) {
      await wait(0);
      if (clock() - this.calledAt < QUIET_MS) await wait(QUIET_MS);
      else more = await this.turn(() => this.engine.tendSearches()).catch(() => false);
    }
    this.tending = false;
  }

  write(request: WriteRequest): Promise<Ripple> {
    return this.inTurn(async () => {
      const started = this.environment.clock();
      const pending = this.engine.write((writer) => {
        const { subject, person = null } = request;
        const nameOf = (id: number) => String(writer.rows(subject?.sql ?? '', asPerson(subject?.sql ?? '', subject?.params ?? { id }, person))[0]?._name ?? '');
        const written = request.statements[0]?.table;
        let name = subject?.when === 'before' ? nameOf(Number(subject.id)) : '';
        let lastId: number | null = null;
        let changed = 0;
        for (const { sql, params, table, mustChange } of request.statements) {
          const ran = this.named(() => whereStopped(this.definition, writer, table, params, person, () => writer.run(sql, asPerson(sql, params, person), table)));
          if (mustChange && ran.rows === 0) throw unchanged(this.definition, writer, table, params.id, person);
          changed += ran.rows;
          // What goes into a table beside is no record of its own.
          if (table !== written) continue;
          lastId = ran.lastId;
          assertNoCircle(this.definition, writer, table, Number(params.id ?? lastId), person);
        }
        if (subject?.when === 'after') name = nameOf(subject.id === 'last' ? (lastId ?? 0) : subject.id);
        const verb = changed === 0 ? (request.unchangedVerb ?? request.verb) : request.verb;
        return { label: name ? `${verb} ${name}` : verb, lastId };
      });
      return this.acknowledge(pending, pending.value.label, started, {}, pending.value.lastId);
    });
  }

  /** Adds the tables of a file with all their rows: one change, undone like any other. */
  importTables(cargo: Cargo, from: string, prefix: string, task: Task): Promise<ImportReport> {
    return this.inTurn(async () => {
      const tables = fitTables(this.definition, cargo.definition.tables, prefix);
      const edit: Edit = { kind: 'importTables', tables, from };
      const { definition, patches, inverse } = applyEdit(this.definition, edit);
      const statements = upgradeSteps(this.definition, definition).flatMap(stepSql);
      const open = this.engine.beginMigration();
      let rows = 0;
      try {
        statements.forEach((sql) => open.run(sql));
        const insert = (table: Table, { columns, rows: values }: Chunk) => {
          // As text, for the journal: what is replayed is what was done.
          const sql = insertJsonSql(table, columns, quoteText(JSON.stringify(values)));
          open.run(sql);
          statements.push(sql);
          rows += values.length;
        };
        await pour(renamedCargo(cargo, prefix), tables, insert, task);
      } catch (error) {
        open.rollback();
        throw error;
      }
      await this.storePlan(open.finish(), definition, { kind: 'plan', seq: this.nextSeq(), at: this.environment.now(), statements, label: describeEdit(this.definition, edit), patches, inverse });
      return { inserted: rows, updated: 0, skipped: 0, refused: cargo.refused.slice(0, MOST_TOLD), refusedCount: cargo.refused.length, notes: cargo.notes };
    });
  }

  /** Puts the rows of a sheet into a table that is there: one change, undone like any other. */
  mergeRows(sheet: Sheet, request: MergeRequest, task: Task): Promise<ImportReport> {
    return this.inTurn(async () => {
      const started = this.environment.clock();
      const table = physicalPlan(this.definition).tables.find(({ id }) => id === request.tableId);
      if (sheet.rows.length > MANY_ROWS) this.engine.dropSearches();
      const open = this.engine.beginWrite();
      let report: ImportReport;
      try {
        report = await mergeRows(this.definition, open.writer, sheet, request, this.environment.now().slice(0, 10), task);
      } catch (error) {
        open.rollback();
        throw error;
      }
      const { inserted, updated } = report;
      const pending = open.finish(undefined);
      await this.acknowledge({ ...pending, statements: pending.statements.slice(0, STATEMENTS_TOLD) }, `Imported ${inserted + updated} ${inserted + updated === 1 ? 'row' : 'rows'} into ${table?.name ?? 'a table'}`, started, {}, null);
      return report;
    });
  }

  previewEdit(edit: Edit, fills: Fills): Promise<Impact[]> {
    return this.inTurn(() => impactsOn(this.engine, this.definition, applyEdit(this.definition, edit).definition, fills));
  }

  edit(edit: Edit, fills: Fills): Promise<AppState> {
    return this.inTurn(async () => {
      const { definition, patches, inverse } = applyEdit(this.definition, edit);
      if (patches.length === 0) return this.state();
      assertFits(definition, fills, impactsOn(this.engine, this.definition, definition, fills));
      const label = describeEdit(this.definition, edit);
      await this.replan(definition, { label, patches, inverse, fills });
      await this.rememberFills(fills);
      return this.state();
    });
  }

  undo(): Promise<void> {
    return this.inTurn(async () => {
      const entry = historyOf(this.entries).undo.at(-1);
      if (entry) await this.revert(entry);
    });
  }

  /** Undoes one entry, also when others came after it, as long as the plan and those rows are as it left them. */
  undoEntry(seq: number): Promise<void> {
    return this.inTurn(async () => {
      const { undo } = historyOf(this.entries);
      const entry = undo.find((each) => each.seq === seq);
      if (!entry) return;
      const laterPlan = undo.some((each) => each.seq > seq && each.kind === 'plan' && each.statements.length > 0);
      if (laterPlan || (entry.kind !== 'rows' && undo.at(-1) !== entry)) throw new ProblemError({ code: 'undo-conflict', label: entry.label });
      await this.revert(entry);
    });
  }

  redo(): Promise<void> {
    return this.inTurn(async () => {
      const entry = historyOf(this.entries).redo.at(-1);
      if (!entry) return;
      const mark = { redoes: entry.seq };
      if (entry.kind === 'plan') {
        const definition = patchDefinition(this.definition, entry.patches);
        await this.replan(definition, { label: entry.label, patches: entry.patches, inverse: entry.inverse, fills: entry.fills ?? {} }, mark);
      } else if (entry.kind === 'starting') {
        await this.keepStarting(patchStarting(this.starting, entry.patches), entry.label, mark);
      } else {
        await this.reapply(fromBase64(entry.changeSet), entry.label, mark);
      }
    });
  }

  /** Closes the database and opens it again from its store; where it does not open, the one that is open stays. */
  restart(): Promise<AppState> {
    return this.inTurn(async () => {
      await this.compacting;
      const fresh = await AppHost.open({ ...this.environment, token: `${this.environment.token}.${++this.generation}` });
      this.engine.close();
      this.engine = fresh.engine;
      this.store = fresh.store;
      this.definition = fresh.definition;
      this.entries = fresh.entries;
      this.damaged = fresh.damaged;
      this.snapshotSeq = fresh.snapshotSeq;
      return this.tellState();
    });
  }

  /** What the starting rows, laid down as they are, would lose or break under the plan of now. */
  previewFresh(fills: Fills): Promise<Impact[]> {
    return this.inTurn(() => (this.starting ? withStartingRows(this.openBeside, this.starting, this.definition, (engine, then) => impactsOn(engine, then, this.definition, { ...this.starting?.fills, ...fills })) : []));
  }

  /** Empties every table and, where asked, lays the starting rows down again: one change, undone like any other. */
  startFresh(withRows: boolean, fills: Fills): Promise<void> {
    return this.inTurn(async () => {
      const started = this.environment.clock();
      const rows = withRows && this.starting ? currentStartingRows(this.openBeside, this.starting, this.definition, fills) : {};
      // Filling a search index anew costs less than following so many rows.
      this.engine.dropSearches();
      const pending = this.engine.write((writer) => {
        deleteAllRows(writer, this.definition);
        insertAllRows(writer, this.definition, rows);
      });
      await this.acknowledge(pending, withRows ? 'Started fresh with starting rows' : 'Started fresh without rows', started, {}, null);
    });
  }

  keepRowsAsStarting(): Promise<AppState> {
    return this.inTurn(async () => {
      const { tables, people } = this.definition;
      await this.keepStarting({ tables, ...(people ? { people } : {}), rows: this.rowSets() }, 'Kept the rows of now as starting rows');
      return this.state();
    });
  }

  /** The starting rows of one table. */
  startingTable(tableId: string): Promise<StartingTable> {
    return this.inTurn(() => startingTable(this.openBeside, this.starting, this.definition, tableId));
  }

  /** Gives a table other starting rows: those of now where `set` is null. */
  setStartingTable(tableId: string, set: RowSet | null): Promise<AppState> {
    return this.inTurn(async () => {
      const table = physicalPlan(this.definition).tables.find(({ id }) => id === tableId);
      const rows = set ?? this.rowSets()[tableId] ?? { columns: [], rows: [] };
      const next = withTableRows(this.openBeside, this.starting, this.definition, tableId, rows);
      await this.keepStarting(next, `${rows.rows.length === 0 ? 'Took away' : 'Changed'} the starting rows of ${table?.name ?? 'a table'}`);
      return this.state();
    });
  }

  runSql(sql: string): Promise<SqlResult> {
    return this.inTurn(() => {
      const started = this.environment.clock();
      const { columns, rows, more } = this.engine.readOnly(sql);
      return { columns, rows, more, milliseconds: this.environment.clock() - started };
    });
  }

  download(): Promise<Uint8Array> {
    return this.inTurn(() => this.engine.exportClean(this.ownDefinition()));
  }

  /** The database as an SQL script. */
  dump(): Promise<string> {
    return this.inTurn(() => this.engine.dump(this.ownDefinition()));
  }

  /** The rows of one table as CSV, or of all as JSON. */
  csv(tableId: string): Promise<string> {
    return this.inTurn(() => {
      const table = physicalPlan(this.definition).tables.find(({ id }) => id === tableId);
      if (!table) throw new ProblemError({ code: 'app-gone' });
      return rowsCsv(table, this.rowSets()[tableId] ?? { columns: [], rows: [] });
    });
  }

  json(): Promise<string> {
    return this.inTurn(() => rowsJson(physicalPlan(this.definition).tables, this.rowSets()));
  }

  /** The app as a file: definition, starting rows and the rows of now. */
  file(): Promise<AppFile> {
    return this.inTurn(() => ({
      format: 'fern-shelf-app',
      version: 1,
      definition: this.definition,
      ...(this.starting ? { starting: this.starting } : {}),
      rows: this.rowSets(),
    }));
  }

  /** Finishes what has begun, then lets go of the database. */
  async close(): Promise<void> {
    await this.inTurn(async () => {
      this.closed = true;
      await this.compacting;
      this.engine.close();
    });
  }

  /** Calls run one after another: between a write and its acknowledgement nobody reads what may yet be rolled back. */
  private inTurn<T>(work: () => T | Promise<T>): Promise<T> {
    this.calledAt = this.environment.clock();
    return this.turn(work);
  }

  private turn<T>(work: () => T | Promise<T>): Promise<T> {
    const run = this.queue.then(() => {
      if (this.closed) throw new ProblemError({ code: 'not-owner' });
      return work();
    });
    this.queue = run.catch(() => undefined);
    return run;
  }

  /** Stores a pending write and commits it, or rolls it back where it cannot be stored. */
  private async acknowledge(pending: PendingWrite<unknown>, label: string, started: number, marks: { undoes?: number; redoes?: number }, lastId: number | null): Promise<Ripple> {
    const entry: JournalEntry = { kind: 'rows', seq: this.nextSeq(), label, at: this.environment.now(), changeSet: toBase64(pending.changeSet), ...marks };
    if (pending.changeSet.length > 0) {
      try {
        await this.store.append(entry);
      } catch (error) {
        pending.rollback();
        throw error;
      }
    }
    pending.commit();
    if (pending.changeSet.length > 0) this.remember(entry, entry.changeSet.length);
    void this.tend();
    const { clock } = this.environment;
    const ripple: Ripple = { seq: entry.seq, label, at: entry.at, statements: pending.statements.map(withoutBulk), changes: pending.changes, milliseconds: clock() - started, lastId };
    this.environment.emit({ kind: 'changed', appId: this.definition.id, ripple, state: this.state() });
    return ripple;
  }

  /** Brings the database to `definition` and stores the change of plan. */
  private async replan(
    definition: Definition,
    change: Pick<Extract<JournalEntry, { kind: 'plan' }>, 'label' | 'patches' | 'inverse' | 'fills'>,
    marks: { undoes?: number; redoes?: number } = {},
  ): Promise<void> {
    const statements = upgradeSteps(this.definition, definition, change.fills ?? {}, this.keptTables(definition)).flatMap(stepSql);
    const entry: JournalEntry = { kind: 'plan', seq: this.nextSeq(), at: this.environment.now(), statements, ...change, ...marks };
    await this.storePlan(statements.length > 0 ? this.named(() => this.engine.migrate(statements)) : null, definition, entry);
  }

  /** Stores a change of plan that has run, and commits it, or rolls it back where it cannot be stored. */
  private async storePlan(pending: { commit(): void; rollback(): void } | null, definition: Definition, entry: Extract<JournalEntry, { kind: 'plan' }>): Promise<void> {
    try {
      await this.store.append(entry);
    } catch (error) {
      pending?.rollback();
      throw error;
    }
    pending?.commit();
    this.definition = definition;
    if (pending) this.generation++;
    this.remember(entry, JSON.stringify(entry).length);
    this.tellState();
  }

  private async revert(entry: JournalEntry): Promise<void> {
    const mark = { undoes: entry.seq };
    const label = `Undid: ${entry.label}`;
    if (entry.kind === 'plan') {
      const definition = patchDefinition(this.definition, entry.inverse);
      await this.replan(definition, { label, patches: entry.inverse, inverse: entry.patches }, mark);
    } else if (entry.kind === 'starting') {
      await this.keepStarting(patchStarting(this.starting, entry.inverse), label, mark);
    } else {
      await this.reapply(this.engine.invert(fromBase64(entry.changeSet)), label, mark);
    }
  }

  private async reapply(changeSet: Uint8Array, label: string, marks: { undoes?: number; redoes?: number }): Promise<void> {
    const started = this.environment.clock();
    let pending: PendingWrite<void>;
    try {
      pending = this.engine.applyChangeSet(changeSet);
    } catch (error) {
      if (error instanceof ConflictError) throw new ProblemError({ code: 'undo-conflict', label });
      throw error;
    }
    await this.acknowledge(pending, label, started, marks, null);
  }

  private async keepStarting(next: Starting | null, label: string, marks: { undoes?: number; redoes?: number } = {}): Promise<void> {
    const changes = startingPatches(this.starting, next);
    if (changes.patches.length === 0) return;
    const entry: JournalEntry = { kind: 'starting', seq: this.nextSeq(), label, at: this.environment.now(), ...changes, ...marks };
    await this.store.append(entry, { starting: keptStarting(next, entry.seq) });
    this.starting = next;
    this.remember(entry, JSON.stringify(entry).length);
    this.tellState();
  }

  private remember(entry: JournalEntry, bytes: number): void {
    this.entries.push(entry);
    if (this.entries.length > 400) this.entries.splice(0, this.entries.length - 200);
    this.journalBytes += bytes;
    this.journalEntries++;
    const due = this.journalBytes > Math.max(JOURNAL_BYTES, this.byteLength / 4) || this.journalEntries > JOURNAL_ENTRIES;
    if (due && !this.compacting) void this.environment.wait(SOON_MS).then(() => this.compact());
  }

  /** Folds the journal into a new snapshot. Writes go on meanwhile; they stand in the journal after it. */
  compact(): Promise<void> {
    this.compacting ??= this.inTurn(() => ({ bytes: this.engine.export(), document: JSON.stringify(this.definition), seq: this.nextSeq() - 1 }))
      .then(async ({ bytes, document, seq }) => {
        this.journalBytes = 0;
        this.journalEntries = 0;
        await this.store.snapshot(bytes, document, seq);
        this.byteLength = bytes.length;
      })
      // The journal still holds everything; the next write tries again.
      .catch(() => undefined)
      .finally(() => {
        this.compacting = null;
      });
    return this.compacting;
  }

  /** Removed tables that wait in the database and that `definition` asks for again. */
  private keptTables(definition: Definition): Record<string, Table> {
    const waiting = this.engine.query(`SELECT name FROM sqlite_schema WHERE name GLOB '${KEPT_PREFIX}*'`).rows.map(({ name }) => String(name));
    return Object.fromEntries(physicalPlan(definition).tables.filter(({ id }) => waiting.includes(KEPT_PREFIX + id)).map((table) => [table.id, table]));
  }

  private rowSets() {
    return readRows((sql) => this.engine.query(sql).rows, this.definition);
  }

  /** The definition goes with the database, so that it reads back as the same app. */
  private ownDefinition(): string[] {
    return [`CREATE TABLE ${DEFINITION_TABLE} (document TEXT NOT NULL) STRICT`, `INSERT INTO ${DEFINITION_TABLE} VALUES (${quoteText(JSON.stringify(this.definition))})`];
  }

  private ensureSearch(name: string): void {
    const index = compileApp(this.definition).tables.find(({ search }) => search?.name === name)?.search;
    if (index) this.engine.ensureSearch(index);
  }

  private tableNamed(identifier: string): Table | undefined {
    return physicalPlan(this.definition).tables.find((table) => table.identifier === identifier);
  }

  /** Runs `work`; a broken constraint comes out with the names of the plan in place of identifiers. */
  private named<T>(work: () => T): T {
    try {
      return work();
    } catch (error) {
      if (!(error instanceof ProblemError) || error.problem.code !== 'constraint') throw error;
      const problem: Problem = error.problem;
      const table = this.tableNamed(problem.table);
      const column = table?.columns.find(({ identifier }) => identifier === problem.column);
      throw new ProblemError({ ...problem, table: table?.name ?? problem.table, column: column?.name ?? problem.column });
    }
  }

  /** What filled the rows of the phone fills the starting rows too, when they are laid down. */
  private async rememberFills(fills: Fills): Promise<void> {
    if (!this.starting || Object.keys(fills).length === 0) return;
    this.starting = { ...this.starting, fills: { ...this.starting.fills, ...fills } };
    await this.store.writeExtra('starting', keptStarting(this.starting, this.nextSeq() - 1));
  }

  private tellState(): AppState {
    const state = this.state();
    this.environment.emit({ kind: 'state-changed', appId: this.definition.id, state });
    return state;
  }

  private readonly openBeside = () => openEngine(this.environment, null);

  private nextSeq(): number {
    return Math.max(this.entries.at(-1)?.seq ?? 0, this.snapshotSeq) + 1;
  }
}

function openEngine({ sqlite3, clock }: HostEnvironment, bytes: Uint8Array | null): Engine {
  return Engine.open(sqlite3, bytes, clock);
}

/** Starting rows as they stand beside the database, up to and with entry `seq`; older stores have the rows alone. */
const KeptStarting = z.union([z.object({ seq: z.int(), starting: Starting.nullable() }), Starting.transform((starting) => ({ seq: 0, starting }))]);
const keptStarting = (starting: Starting | null, seq: number): string => JSON.stringify({ seq, starting });

/** A cargo whose tables have other ids. */
const renamedCargo = (cargo: Cargo, prefix: string): Cargo => ({
  ...cargo,
  *chunks() {
    for (const chunk of cargo.chunks()) yield { ...chunk, tableId: prefixedId(prefix, chunk.tableId), columns: chunk.columns.map((id) => prefixedId(prefix, id)) };
  },
});

/** Filling a search index anew costs less than following more rows than these. */
const MANY_ROWS = 5000;
/** A ripple of an import tells no more statements. */
const STATEMENTS_TOLD = 200;
const LONGEST_SHOWN = 2000;

/** Of a picture, a file or the rows of a bulk insert, a ripple tells only how long they are. */
function withoutBulk(statement: RanStatement): RanStatement {
  const shown = ([name, value]: [string, Params[string]]): [string, Params[string]] =>
    value instanceof Uint8Array ? [name, `(${value.length} bytes)`] : typeof value === 'string' && value.length > LONGEST_SHOWN ? [name, `(${value.length} characters)`] : [name, value];
  return { ...statement, params: Object.fromEntries(Object.entries(statement.params).map(shown)) };
}

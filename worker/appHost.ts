import { asPerson, compileApp, type CompiledRoutine, compileRoutines, queryStatement, type RoutineNews, type RoutineRequest } from '@/core/compile';
import { applyEdit, Definition, describeEdit, type Edit, patchDefinition, physicalPlan, type Table, tableOf } from '@/core/definition';
import { ConflictError, type Engine, type OpenWrite, type PendingWrite } from '@/core/engine';
import { quoteName, quoteText } from '@/core/expression';
import { ProblemError, type Problem } from '@/core/problem';
import { type Fills, type Impact, keptTables, stepSql, upgradeSteps } from '@/core/schema';
import { DatabaseStore, fromBase64, type JournalEntry, toBase64 } from '@/core/store';
import { type AppFile, DEFINITION_TABLE, type ImportReport, type MergeRequest, MOST_TOLD, type ReadSheet, rowsCsv, rowsJson, type RowSet, type Starting } from '@/core/transfer';
import { assertFits, deleteAllRows, insertAllRows, readRows } from './bulkRows';
import { historyOf } from './history';
import { type HostEnvironment, openEngine } from './hostEnvironment';
import { impactsOn } from './impacts';
import type { Cargo } from './incoming';
import { installApp } from './install';
import { layTables } from './layTables';
import { mergeRows } from './mergeRows';
import type { Task } from './pour';
import { withoutBulk } from './ripple';
import { type RoutineOutcome, runRoutine, runWrite } from '@/core/run';
import { currentStartingRows, KeptStarting, patchStarting, printKept, startingPatches, type StartingTable, startingTable, withStartingRows, withTableRows } from './startingRows';
import { type DryRun, dryRun } from './dryRun';
import type { AppState, RoutineResult, ReadRequest, ReadResult, Ripple, SqlResult, WriteRequest } from './protocol';

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
  private compiled: { definition: Definition; routines: readonly CompiledRoutine[] } | null = null;

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

  static readonly install = installApp;

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
      const pending = this.engine.write((writer) => runWrite(this.definition, this.routines(), writer, request, (work) => this.named(work)));
      const { label, lastId, messages, go } = pending.value;
      return this.acknowledge(pending, label, started, {}, lastId, { messages, go });
    });
  }

  /** Runs a routine as one transaction: all of it or, where it asks, is stopped or fails, none. */
  runRoutine(request: RoutineRequest): Promise<RoutineResult> {
    return this.inTurn(async () => {
      const started = this.environment.clock();
      const { open, outcome, label } = this.beginRoutine(request);
      if (outcome.kind !== 'done') {
        open.rollback();
        return outcome;
      }
      const { messages, go } = outcome;
      const pending = open.finish(undefined);
      const ripple = await this.acknowledge({ ...pending, statements: pending.statements.slice(0, STATEMENTS_TOLD) }, label, started, {}, null, { messages, go });
      return { kind: 'done', ripple, messages, go };
    });
  }

  /** What a routine would do now, with nothing of it kept. */
  tryRoutine(request: RoutineRequest): Promise<DryRun> {
    return this.inTurn(() => {
      const { open, outcome } = this.beginRoutine(request);
      if (outcome.kind !== 'done') {
        open.rollback();
        return outcome;
      }
      const pending = open.finish(undefined);
      try {
        return dryRun(this.engine, this.definition, pending, outcome, request.person ?? null);
      } finally {
        pending.rollback();
      }
    });
  }

  private beginRoutine(request: RoutineRequest): { open: OpenWrite; outcome: RoutineOutcome; label: string } {
    const { routineId, recordIds, answers, person = null } = request;
    const routines = this.routines();
    const routine = routines.find(({ id }) => id === routineId);
    const [only, ...others] = recordIds;
    const nameSql = others.length === 0 && only !== undefined ? routine?.nameSql : null;
    const name = nameSql ? this.engine.query(nameSql, asPerson(nameSql, { id: only as number }, person)).rows[0]?._name : others.length > 0 ? `${recordIds.length} ${tableOf(this.definition, routine?.tableId ?? '').name.toLowerCase()}` : undefined;
    const open = this.engine.beginWrite();
    try {
      const outcome = runRoutine({ definition: this.definition, routines, writer: open.writer, person, answers, named: (work) => this.named(work) }, routineId, recordIds);
      return { open, outcome, label: `${routine?.name ?? ''}${name === undefined ? '' : `: ${String(name)}`}` };
    } catch (error) {
      open.rollback();
      throw error;
    }
  }

  private routines(): readonly CompiledRoutine[] {
    if (this.compiled?.definition !== this.definition) this.compiled = { definition: this.definition, routines: compileRoutines(this.definition) };
    return this.compiled.routines;
  }

  /** Adds the tables of a file with all their rows: one change, undone like any other. */
  importTables(cargo: Cargo, from: string, prefix: string, task: Task): Promise<ImportReport> {
    return this.inTurn(async () => {
      const { edited, pending, statements, rows, label } = await layTables(this.engine, this.definition, cargo, from, prefix, task);
      const { definition, patches, inverse } = edited;
      await this.storePlan(pending, definition, { kind: 'plan', seq: this.nextSeq(), at: this.environment.now(), statements, label, patches, inverse });
      return { inserted: rows, updated: 0, skipped: 0, refused: cargo.refused.slice(0, MOST_TOLD), refusedCount: cargo.refused.length, notes: cargo.notes };
    });
  }

  /** Puts the rows of a sheet into a table that is there: one change, undone like any other. */
  mergeRows(sheet: ReadSheet, request: MergeRequest, task: Task): Promise<ImportReport> {
    return this.inTurn(async () => {
      const started = this.environment.clock();
      const table = tableOf(physicalPlan(this.definition), request.tableId);
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
      await this.acknowledge({ ...pending, statements: pending.statements.slice(0, STATEMENTS_TOLD) }, `Imported ${inserted + updated} ${inserted + updated === 1 ? 'row' : 'rows'} into ${table.name}`, started, {}, null);
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
      const table = tableOf(physicalPlan(this.definition), tableId);
      const rows = set ?? this.rowSets()[tableId] ?? { columns: [], rows: [] };
      const next = withTableRows(this.openBeside, this.starting, this.definition, tableId, rows);
      await this.keepStarting(next, `${rows.rows.length === 0 ? 'Took away' : 'Changed'} the starting rows of ${table.name}`);
      return this.state();
    });
  }

  /** Gives a table those of its rows of now as starting rows that a query selects. */
  setStartingFromQuery(queryId: string, person: number | null): Promise<AppState> {
    return this.inTurn(async () => {
      const query = this.definition.queries?.find(({ id }) => id === queryId);
      if (!query) throw new ProblemError({ code: 'definition', place: 'queries', reason: 'this query is no longer there' });
      const { sql } = queryStatement(this.definition, tableOf(this.definition, query.tableId), query);
      const selected = new Set(this.engine.query(sql, asPerson(sql, {}, person)).rows.map(({ id }) => Number(id)));
      const table = tableOf(physicalPlan(this.definition), query.tableId);
      const all = this.rowSets()[table.id] ?? { columns: [], rows: [] };
      const next = withTableRows(this.openBeside, this.starting, this.definition, table.id, { ...all, rows: all.rows.filter(([id]) => selected.has(Number(id))) });
      await this.keepStarting(next, `Started ${table.name} with ${query.name}`);
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
      const table = tableOf(physicalPlan(this.definition), tableId);
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
  private async acknowledge(pending: PendingWrite<unknown>, label: string, started: number, marks: { undoes?: number; redoes?: number }, lastId: number | null, news?: RoutineNews): Promise<Ripple> {
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
    const ripple: Ripple = { seq: entry.seq, label, at: entry.at, statements: pending.statements.map(withoutBulk), changes: pending.changes, milliseconds: clock() - started, lastId, ...(news && (news.messages.length > 0 || news.go) ? { news } : {}) };
    this.environment.emit({ kind: 'changed', appId: this.definition.id, ripple, state: this.state() });
    return ripple;
  }

  /** Brings the database to `definition` and stores the change of plan. */
  private async replan(
    definition: Definition,
    change: Pick<Extract<JournalEntry, { kind: 'plan' }>, 'label' | 'patches' | 'inverse' | 'fills'>,
    marks: { undoes?: number; redoes?: number } = {},
  ): Promise<void> {
    const statements = upgradeSteps(this.definition, definition, change.fills ?? {}, keptTables((sql) => this.engine.query(sql).rows)).flatMap(stepSql);
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
    await this.store.append(entry, { starting: printKept(next, entry.seq) });
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
    await this.store.writeExtra('starting', printKept(this.starting, this.nextSeq() - 1));
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

/** Filling a search index anew costs less than following more rows than these. */
const MANY_ROWS = 5000;
/** A ripple of an import tells no more statements. */
const STATEMENTS_TOLD = 200;


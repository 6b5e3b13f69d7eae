import type { Patch } from 'immer';
import { asPerson, compileApp, queryStatement, type RoutineNews, type RoutineRequest } from '@/core/compile';
import { applyEdit, describeEdit, type Edit, tableOf } from '@/core/edit';
import type { Definition, Query } from '@/core/model';
import { physicalPlan } from '@/core/plan';
import type { Engine, PendingWrite } from '@/core/engine';
import { parameters, quoteName, quoteText } from '@/core/expression';
import { ProblemError, type Problem, toProblem } from '@/core/problem';
import { type DryRun, inPlanWords, Runtime } from '@/core/runtime';
import { asideTables, type Fills, type Impact, planChange, viewsOf } from '@/core/schema';
import { fromBase64, type JournalEntry, type PlanEntry, replayFault, toBase64 } from '@/core/store';
import {
  type AppFile,
  DEFINITION_TABLE,
  type ImportReport,
  type MergeRequest,
  MOST_TOLD,
  type ReadSheet,
  rowsCsv,
  rowsJson,
  type RowSet,
  type Starting,
} from '@/core/transfer';
import {
  type AppDocument,
  type DocumentChange,
  followedBy,
  patchDocument,
  printDocument,
  withDefinition,
  withStarting,
} from './appDocument';
import { assertFits, deleteAllRows, insertAllRows, readRows } from './bulkRows';
import { forgetWaysBack } from './forgetWaysBack';
import { guardHandQueries, tryHandQuery } from './handQueries';
import { type HostEnvironment, openEngine } from './hostEnvironment';
import { impactsOn } from './impacts';
import type { ImportPayload } from './incoming';
import { installApp } from './install';
import { Journal } from './journal';
import { layTables } from './layTables';
import { mergeRows } from './mergeRows';
import { buildApp, openStored } from './openApp';
import type { Task } from './bulkInsert';
import type {
  AppState,
  HandResult,
  OpeningNews,
  ReadRequest,
  ReadResult,
  Ripple,
  RoutineResult,
  SqlResult,
  WriteRequest,
} from './protocol';
import { readDocument } from './readDocument';
import { rescue } from './rescue';
import { withoutBulk } from './ripple';
import {
  currentStartingRows,
  type StartingTable,
  startingTable,
  withStartingRows,
  withTableRows,
} from './startingRows';

/** Nobody has called for so long: idle maintenance may go on. */
const QUIET_MS = 120;
const SOON_MS = 1500;

/** After these nothing more can be written here: the app has to be opened again, or goes on elsewhere. */
const ENDS: readonly Problem['code'][] = ['not-owner', 'store-doubt'];

/** One open app: its document, its database and its journal, with every call in order. */
export class AppHost {
  private queue: Promise<unknown> = Promise.resolve();
  private generation = 1;
  private closed = false;
  private maintaining = false;
  private calledAt = 0;
  private running: { definition: Definition; engine: Engine; runtime: Runtime } | null = null;

  private constructor(
    private readonly environment: HostEnvironment,
    private engine: Engine,
    private readonly journal: Journal,
    private document: AppDocument,
    private news: OpeningNews,
  ) {}

  static readonly install = installApp;

  /**
   * Opens an installed app: the last snapshot that is whole, then every later entry of the journal. A plan that breaks
   * a limit is mended; where it cannot be read at all, one is made from the rows, and `known` names the app.
   */
  static async open(
    environment: HostEnvironment,
    known: Pick<Definition, 'id' | 'name'> = { id: 'app', name: 'Recovered app' },
  ): Promise<AppHost> {
    const opened = await openStored(environment);
    const { value, damaged, last } = opened;
    const read = readDocument(value.document);
    if (!read) {
      await rescue(environment, value, last, known);
      value.engine.close();
      const host = await AppHost.open({ ...environment, token: `${environment.token}.rescued` });
      host.news = { damaged, mends: [], rescued: true };
      return host;
    }
    const { document, mends } = read;
    guardHandQueries(value.engine, document.definition);
    const host = new AppHost(environment, value.engine, new Journal(opened, environment.clock), document, {
      damaged,
      mends,
      rescued: false,
    });
    if (mends.length > 0) await host.keepMended(value.document as AppDocument);
    return host;
  }

  private get definition(): Definition {
    return this.document.definition;
  }

  private get starting(): Starting | null {
    return this.document.starting;
  }

  state(): AppState {
    return {
      seq: this.journal.seq,
      definition: this.definition,
      undo: this.journal.undo.at(-1)?.label ?? null,
      redo: this.journal.redo.at(-1)?.label ?? null,
      generation: `${this.environment.token}.${this.generation}`,
      starting:
        this.starting &&
        Object.fromEntries(Object.entries(this.starting.rows).map(([id, { rows }]) => [id, rows.length])),
      news: this.news,
    };
  }

  /** When the app was last changed, ISO 8601, as far back as the history goes. */
  lastEdit(): string | null {
    return this.journal.changedAt;
  }

  /** Rows in all tables. */
  rowCount(): Promise<number> {
    return this.inTurn(() => {
      const counts = this.definition.tables.map(({ identifier }) => `(SELECT count(*) FROM ${quoteName(identifier)})`);
      return Number(this.engine.query(`SELECT ${counts.join(' + ') || '0'} AS "count"`).rows[0]?.count ?? 0);
    });
  }

  read(request: ReadRequest): Promise<ReadResult> {
    return this.inTurn(() => this.runtime().read(request));
  }

  /** Makes a search index and has it filled by idle maintenance, so that the first search finds it ready. */
  async warmSearch(name: string): Promise<void> {
    await this.inTurn(() => this.runtime().warmSearch(name));
    void this.idleMaintenance();
  }

  /** Works on search indexes a step at a time, whenever nobody has called for a moment. */
  private async idleMaintenance(): Promise<void> {
    if (this.maintaining) return;
    this.maintaining = true;
    const { wait, clock } = this.environment;
    let more = true;
    while (more && !this.closed) {
      await wait(0);
      if (clock() - this.calledAt < QUIET_MS) await wait(QUIET_MS);
      else more = await this.turn(() => this.engine.maintainSearches()).catch(() => false);
    }
    this.maintaining = false;
  }

  write(request: WriteRequest): Promise<Ripple> {
    return this.inTurn(async () => {
      const started = this.environment.clock();
      const pending = this.runtime().write(request);
      const { label, lastId, messages, go } = pending.value;
      return this.acknowledge(pending, label, started, {}, lastId, { messages, go });
    });
  }

  /** Runs a routine as one transaction: all of it or, where it asks, is stopped or fails, none. */
  runRoutine(request: RoutineRequest): Promise<RoutineResult> {
    return this.inTurn(async () => {
      const started = this.environment.clock();
      const ran = this.runtime().runRoutine(request);
      if (ran.pending === null) return ran.outcome;
      const { pending, label } = ran;
      const { messages, go } = ran.outcome;
      const ripple = await this.acknowledge(
        { ...pending, statements: pending.statements.slice(0, STATEMENTS_TOLD) },
        label,
        started,
        {},
        null,
        { messages, go },
      );
      return { kind: 'done', ripple, messages, go };
    });
  }

  /** What a routine would do now, with nothing of it kept. */
  tryRoutine(request: RoutineRequest): Promise<DryRun> {
    return this.inTurn(() => this.runtime().tryRoutine(request));
  }

  /** The app as it is now, over its database. */
  private runtime(): Runtime {
    if (this.running?.definition !== this.definition || this.running.engine !== this.engine)
      this.running = {
        definition: this.definition,
        engine: this.engine,
        runtime: new Runtime(compileApp(this.definition), this.engine),
      };
    return this.running.runtime;
  }

  /** Adds the tables of a file with all their rows: one change, undone like any other. */
  importTables(payload: ImportPayload, from: string, prefix: string, task: Task): Promise<ImportReport> {
    return this.inTurn(async () => {
      const laid = await layTables(
        this.engine,
        this.definition,
        payload,
        from,
        prefix,
        { edit: this.journal.seq + 1, now: this.environment.now() },
        task,
      );
      const { edited, pending, statements, undoing, rows, label } = laid;
      await this.keepPlan(pending, withDefinition(this.document, edited), { label, statements, undoing });
      return {
        inserted: rows,
        updated: 0,
        skipped: 0,
        refused: payload.refused.slice(0, MOST_TOLD),
        refusedCount: payload.refused.length,
        notes: payload.notes,
      };
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
        report = await mergeRows(
          this.definition,
          open.writer,
          sheet,
          request,
          this.environment.now().slice(0, 10),
          task,
        );
      } catch (error) {
        open.rollback();
        throw error;
      }
      const { inserted, updated } = report;
      const pending = open.finish(undefined);
      await this.acknowledge(
        { ...pending, statements: pending.statements.slice(0, STATEMENTS_TOLD) },
        `Imported ${inserted + updated} ${inserted + updated === 1 ? 'row' : 'rows'} into ${table.name}`,
        started,
        {},
        null,
      );
      return report;
    });
  }

  previewEdit(edit: Edit, fills: Fills): Promise<Impact[]> {
    return this.inTurn(() =>
      impactsOn(this.engine, this.definition, applyEdit(this.definition, edit).definition, fills),
    );
  }

  edit(edit: Edit, fills: Fills): Promise<AppState> {
    return this.inTurn(async () => {
      const edited = applyEdit(this.definition, edit);
      if (edited.patches.length === 0) return this.state();
      assertFits(edited.definition, fills, impactsOn(this.engine, this.definition, edited.definition, fills));
      // What fills the rows of the phone fills the starting rows too, when they are laid down.
      const filled = (starting: Starting | null): Starting | null =>
        starting && Object.keys(fills).length > 0 ? { ...starting, fills: { ...starting.fills, ...fills } } : starting;
      const change = followedBy(withDefinition(this.document, edited), (document) =>
        withStarting(document, filled(document.starting)),
      );
      const asides = asideTables((sql) => this.engine.query(sql).rows);
      const steps = planChange(this.definition, edited.definition, {
        fills,
        edit: this.journal.seq + 1,
        since: this.journal.oldest,
        asides,
        today: this.today(),
      });
      await this.replan(change, { label: describeEdit(this.definition, edit), ...steps });
      return this.state();
    });
  }

  undo(): Promise<void> {
    return this.inTurn(async () => {
      const entry = this.journal.undo.at(-1);
      if (entry) await this.revert(entry);
    });
  }

  /** Undoes one entry, also when others came after it, as long as the plan and those rows are as it left them. */
  undoEntry(seq: number): Promise<void> {
    return this.inTurn(async () => {
      const { undo } = this.journal;
      const entry = undo.find((each) => each.seq === seq);
      if (!entry) return;
      const laterPlan = undo.some((each) => each.seq > seq && each.kind === 'plan' && each.statements.length > 0);
      if (laterPlan || (entry.kind !== 'rows' && undo.at(-1) !== entry))
        throw new ProblemError({ code: 'undo-conflict', label: entry.label });
      await this.revert(entry);
    });
  }

  redo(): Promise<void> {
    return this.inTurn(async () => {
      const entry = this.journal.redo.at(-1);
      if (!entry) return;
      const mark = { redoes: entry.seq };
      const started = this.environment.clock();
      if (entry.kind === 'rows') {
        const pending = this.runtime().redo(fromBase64(entry.changeSet), entry.label);
        await this.acknowledge(pending, entry.label, started, mark, null);
      }
      // What is run is what was run: the rows are as they were before it.
      else await this.repeat(entry, entry.label, mark);
    });
  }

  /** Closes the database and opens it again from its store; where it does not open, the one that is open stays. */
  restart(): Promise<AppState> {
    return this.inTurn(async () => {
      const { value } = await this.journal.reread(buildApp(this.environment));
      const read = readDocument(value.document);
      if (!read) throw new ProblemError({ code: 'store-failed', detail: 'the plan cannot be read' });
      const { document } = read;
      this.engine.close();
      this.engine = value.engine;
      this.document = document;
      guardHandQueries(this.engine, document.definition);
      this.generation++;
      return this.tellState();
    });
  }

  /** What the starting rows, laid down as they are, would lose or break under the plan of now. */
  previewFresh(fills: Fills): Promise<Impact[]> {
    return this.inTurn(() =>
      this.starting
        ? withStartingRows(this.openBeside, this.starting, this.definition, (engine, then) =>
            impactsOn(engine, then, this.definition, { ...this.starting?.fills, ...fills }),
          )
        : [],
    );
  }

  /** Empties every table and, where asked, lays the starting rows down again: one change, undone like any other. */
  startFresh(withRows: boolean, fills: Fills): Promise<void> {
    return this.inTurn(async () => {
      const started = this.environment.clock();
      const rows =
        withRows && this.starting ? currentStartingRows(this.openBeside, this.starting, this.definition, fills) : {};
      // Filling a search index anew costs less than following so many rows.
      this.engine.dropSearches();
      const pending = this.engine.write((writer) => {
        deleteAllRows(writer, this.definition);
        insertAllRows(writer, this.definition, rows);
      });
      await this.acknowledge(
        pending,
        withRows ? 'Started fresh with starting rows' : 'Started fresh without rows',
        started,
        {},
        null,
      );
    });
  }

  keepRowsAsStarting(): Promise<AppState> {
    return this.inTurn(async () => {
      const { tables, people } = this.definition;
      await this.keepStarting(
        { tables, ...(people ? { people } : {}), rows: this.rowSets() },
        'Kept the rows of now as starting rows',
      );
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
      await this.keepStarting(
        next,
        `${rows.rows.length === 0 ? 'Took away' : 'Changed'} the starting rows of ${table.name}`,
      );
      return this.state();
    });
  }

  /** Gives a table those of its rows of now as starting rows that a query selects. */
  setStartingFromQuery(queryId: string, person: number | null): Promise<AppState> {
    return this.inTurn(async () => {
      const query = this.definition.queries?.find(({ id }) => id === queryId);
      if (!query)
        throw new ProblemError({ code: 'definition', place: 'queries', reason: 'this query is no longer there' });
      const statement = queryStatement(this.definition, tableOf(this.definition, query.tableId), query);
      const found = this.engine.query(statement.sql, asPerson(statement, {}, person));
      const selected = new Set(found.rows.map(({ id }) => Number(id)));
      const table = tableOf(physicalPlan(this.definition), query.tableId);
      const all = this.rowSets()[table.id] ?? { columns: [], rows: [] };
      const next = withTableRows(this.openBeside, this.starting, this.definition, table.id, {
        ...all,
        rows: all.rows.filter(([id]) => selected.has(Number(id))),
      });
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

  /**
   * What the hand-written SQL of a query gives now. Throws a Problem where it is not one whole SELECT of what the
   * person sees.
   */
  tryQuery(query: Query, person: number | null): Promise<HandResult> {
    return this.inTurn(() => {
      const started = this.environment.clock();
      return {
        ...tryHandQuery(this.engine, this.definition, query, person),
        milliseconds: this.environment.clock() - started,
      };
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
      await this.journal.settled();
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
  private async acknowledge(
    pending: PendingWrite<unknown>,
    label: string,
    started: number,
    marks: { undoes?: number; redoes?: number },
    lastId: number | null,
    news?: RoutineNews,
  ): Promise<Ripple> {
    const { clock, emit } = this.environment;
    const at = this.environment.now();
    if (pending.changeSet.length > 0)
      await this.append(pending, { kind: 'rows', label, changeSet: toBase64(pending.changeSet), ...marks }, at);
    else pending.commit();
    void this.idleMaintenance();
    const told = news && (news.messages.length > 0 || news.go) ? { news } : {};
    const ripple: Ripple = {
      seq: this.journal.seq,
      label,
      at,
      statements: pending.statements.map(withoutBulk),
      changes: pending.changes,
      milliseconds: clock() - started,
      lastId,
      ...told,
      ...(marks.undoes === undefined ? {} : { undoes: marks.undoes }),
    };
    emit({ kind: 'changed', appId: this.definition.id, ripple, state: this.state() });
    return ripple;
  }

  /** Stores an entry, then commits what it tells of; where it cannot be stored, nothing has happened. */
  private async append(
    pending: { commit(): void; rollback(): void } | null,
    entry: Parameters<Journal['append']>[0],
    at: string,
  ): Promise<void> {
    try {
      await this.journal.append(entry, at);
    } catch (error) {
      pending?.rollback();
      this.endOn(toProblem(error));
      throw error;
    }
    pending?.commit();
    if (this.journal.isLong) void this.environment.wait(SOON_MS).then(() => this.compact());
  }

  /** Where nothing more can be written here, the app is told to be lost. */
  private endOn(problem: Problem): void {
    if (ENDS.includes(problem.code))
      this.environment.emit({ kind: 'lost', appId: this.definition.id, inDoubt: problem.code === 'store-doubt' });
  }

  /** Brings database and document to another plan, and stores that. */
  private async replan(
    change: DocumentChange,
    { label, statements, undoing }: Pick<PlanEntry, 'label' | 'statements' | 'undoing'>,
    marks: { undoes?: number; redoes?: number; final?: true } = {},
  ): Promise<void> {
    const pending =
      statements.length > 0
        ? inPlanWords(physicalPlan(this.definition).tables, () => this.engine.migrate(statements))
        : null;
    await this.keepPlan(pending, change, { label, statements, undoing }, marks);
  }

  /** Stores a change of plan that has run, and commits it, or rolls it back where it cannot be stored. */
  private async keepPlan(
    pending: { commit(): void; rollback(): void } | null,
    { document, patches, inverse }: DocumentChange,
    { label, statements, undoing }: Pick<PlanEntry, 'label' | 'statements' | 'undoing'>,
    marks: { undoes?: number; redoes?: number; final?: true } = {},
  ): Promise<void> {
    const fault = [...statements, ...undoing].map(replayFault).find((each) => each !== null);
    if (fault) {
      pending?.rollback();
      throw new ProblemError({ code: 'unexpected', detail: fault });
    }
    await this.append(
      pending,
      { kind: 'plan', label, patches, inverse, statements, undoing, ...marks },
      this.environment.now(),
    );
    const before = this.definition;
    this.document = document;
    if (pending) this.generation++;
    this.guardQueries(before);
    this.tellState();
  }

  /** Hand-written SQL is looked at again where what it may speak of has changed. */
  private guardQueries(before: Definition): void {
    const { tables, people, queries } = this.definition;
    const isSame = before.tables === tables && before.people === people && before.queries === queries;
    if (!isSame && [...(before.queries ?? []), ...(queries ?? [])].some(({ sql }) => sql !== undefined))
      guardHandQueries(this.engine, this.definition);
  }

  private async revert(entry: JournalEntry): Promise<void> {
    const mark = { undoes: entry.seq };
    const label = `Undid: ${entry.label}`;
    const started = this.environment.clock();
    if (entry.kind === 'rows')
      await this.acknowledge(this.runtime().undo(fromBase64(entry.changeSet), label), label, started, mark, null);
    else await this.repeat({ patches: entry.inverse, inverse: entry.patches, statements: entry.undoing }, label, mark);
  }

  /** Makes a change of plan that an entry of the history tells of, to the letter. */
  private async repeat(
    { patches, inverse, statements }: Pick<PlanEntry, 'patches' | 'inverse' | 'statements'>,
    label: string,
    mark: { undoes?: number; redoes?: number },
  ): Promise<void> {
    const document = patchDocument(this.document, patches as Patch[]);
    await this.replan(
      { document, patches: patches as Patch[], inverse: inverse as Patch[] },
      { label, statements, undoing: [] },
      mark,
    );
  }

  private async keepStarting(next: Starting | null, label: string): Promise<void> {
    const change = withStarting(this.document, next);
    if (change.patches.length > 0) await this.keepPlan(null, change, { label, statements: [], undoing: [] });
  }

  /** What was mended of a document when it was read is kept: nothing before it can be undone. */
  private async keepMended(read: AppDocument): Promise<void> {
    const views = this.engine
      .query("SELECT name FROM sqlite_schema WHERE type = 'view'")
      .rows.map(({ name }) => `DROP VIEW ${quoteName(String(name))}`);
    const statements = [...views, ...viewsOf(this.definition).map(({ sql }) => sql)];
    const patch = (document: AppDocument): Patch[] => [
      { op: 'replace', path: ['definition'], value: document.definition },
      { op: 'replace', path: ['starting'], value: document.starting },
    ];
    await this.replan(
      { document: this.document, patches: patch(this.document), inverse: patch(read) },
      { label: 'Mended the plan', statements, undoing: [] },
      { final: true },
    );
  }

  /** Folds the journal into a new snapshot. Writes go on meanwhile; they stand in the journal after it. */
  compact(): Promise<void> {
    return this.journal.fold(() =>
      this.inTurn(() => {
        forgetWaysBack(this.engine, this.journal.oldest);
        return {
          parts: { database: this.engine.export(), document: printDocument(this.document) },
          seq: this.journal.seq,
        };
      }),
    );
  }

  private rowSets() {
    return readRows((sql) => this.engine.query(sql).rows, this.definition);
  }

  /** The definition goes with the database, so that it reads back as the same app. */
  private ownDefinition(): string[] {
    return [
      `CREATE TABLE ${DEFINITION_TABLE} (document TEXT NOT NULL) STRICT`,
      `INSERT INTO ${DEFINITION_TABLE} VALUES (${quoteText(JSON.stringify(this.definition))})`,
    ];
  }

  private tellState(): AppState {
    const state = this.state();
    this.environment.emit({ kind: 'state-changed', appId: this.definition.id, state });
    return state;
  }

  private readonly openBeside = () => openEngine(this.environment, null);

  /** The day where this machine is, as `:today` is in expressions. */
  private today(): string {
    return String(this.engine.query(`SELECT ${parameters.today?.sql} AS day`).rows[0]?.day);
  }
}

/** Filling a search index anew costs less than following more rows than these. */
const MANY_ROWS = 5000;
/** A ripple of an import tells no more statements. */
const STATEMENTS_TOLD = 200;

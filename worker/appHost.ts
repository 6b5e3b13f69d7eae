import { type AppDocument, printDocument } from './appDocument';
import type { Task } from './bulkInsert';
import { csv, download, dump, file, json } from './fileCalls';
import { forgetWaysBack } from './forgetWaysBack';
import { guardHandQueries, tryHandQuery } from './handQueries';
import { redo, restart, undo, undoEntry } from './historyCalls';
import type { HostEnvironment } from './hostEnvironment';
import { impactsOn } from './impacts';
import type { ImportPayload } from './incoming';
import { installApp } from './install';
import { Journal } from './journal';
import { openStored } from './openApp';
import { OpenedApp } from './openedApp';
import { edit, importTables, keepMended } from './planCalls';
import type { UpgradePart, AppState, HandResult, OpeningNews, RoutineResult, SqlResult } from './protocol';
import { readDocument } from './readDocument';
import { heldBy, type PhoneWay, startingHeld, updatePhone, wayBetween } from './phoneCalls';
import { type MadePhone, madePhone } from './phoneDatabase';
import type { PhoneSource } from './phoneOf';
import { prepareTrial, tryOut } from './rehearsal';
import { keepTried, readTried } from './triedUpgrade';
import {
  nextOf,
  previewReturn,
  release,
  releaseFile,
  releaseReport,
  returnToRelease,
  setReleaseNotes,
  setUpgrade,
  upgradeWay,
} from './releaseCalls';
import { rescue } from './rescue';
import { mergeSheet, rowCounts, runRoutine, write } from './rowCalls';
import { keepRowsAsStarting, previewFresh, setStartingFromQuery, setStartingTable, startFresh } from './startingCalls';
import { type StartingTable, startingTable } from './startingRows';
import { Turns } from './turns';
import type { ReadRequest, ReadResult, Ripple, RoutineRequest, WriteRequest } from '@/core/compiled';
import type { SearchTexts } from '@/core/driver';
import { applyEdit, type Edit } from '@/core/edit';
import type { Definition, Fills, Query, RowSet } from '@/core/model';
import { physicalPlan } from '@/core/plan';
import { ProblemError } from '@/core/problem';
import {
  type Frozen,
  frozenIn,
  type Held,
  type NextRelease,
  type Report,
  type Subject,
  type Trial,
  type Upgrade,
} from '@/core/release';
import { type DryRun, tryRoutine } from '@/core/runtime';
import type { Impact } from '@/core/schema';
import type { AppFile, ImportReport, MergeRequest, ReadSheet } from '@/core/transfer';

/** Nobody has called for so long: idle maintenance may go on. */
const QUIET_MS = 120;

const SOON_MS = 1500;

/** One open app, with every call to it in order. What each does stands with its kind: `rowCalls.ts` and the others. */
export class AppHost {
  private readonly turns = new Turns();
  private readonly app: OpenedApp;
  private maintaining = false;
  private calledAt = 0;
  /** Whether its rows are to stay as they are, but for an upgrade. */
  isReadOnly = false;

  private constructor(
    private readonly environment: HostEnvironment,
    engine: OpenedApp['engine'],
    journal: Journal,
    document: AppDocument,
    news: OpeningNews,
  ) {
    this.app = new OpenedApp(
      environment,
      engine,
      journal,
      document,
      news,
      () => void environment.wait(SOON_MS).then(() => this.compact()),
    );
  }

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
      host.app.news = { damaged, mends: [], rescued: true };
      return host;
    }
    const { document, mends } = read;
    guardHandQueries(value.engine, document.definition);
    const journal = new Journal(opened, environment.clock);
    const host = new AppHost(environment, value.engine, journal, document, { damaged, mends, rescued: false });
    host.app.triedBefore(await readTried(environment.kv, document).catch(() => []));
    if (mends.length > 0) await keepMended(host.app, value.document as AppDocument);
    return host;
  }

  state = (): AppState => this.app.state();
  /** When the app was last changed, ISO 8601, as far back as the history goes. */
  lastEdit = (): string | null => this.app.journal.changedAt;

  // Rows
  rowCounts = (): Promise<Record<string, number>> => this.inTurn(rowCounts);
  read = (request: ReadRequest): Promise<ReadResult> => this.inTurn((app) => app.runtime().read(request));
  write = (request: WriteRequest): Promise<Ripple> => this.changing((app) => write(app, request));
  runRoutine = (request: RoutineRequest): Promise<RoutineResult> => this.changing((app) => runRoutine(app, request));
  /** What a routine would do now, with nothing of it kept. */
  tryRoutine = (request: RoutineRequest): Promise<DryRun> =>
    this.inTurn((app) => tryRoutine(app.runtime(), physicalPlan(app.definition).tables, request));
  mergeRows = (sheet: ReadSheet, request: MergeRequest, task: Task): Promise<ImportReport> =>
    this.writing((app) => mergeSheet(app, sheet, request, task));
  readonly trigrams = true;
  /** Makes ready what is searched and has it filled by idle maintenance, so that the first search finds it. */
  warmSearch = (search: readonly SearchTexts[], person: number | null): Promise<void> =>
    this.writing((app) => app.runtime().warmSearch(search, person));

  // The plan
  previewEdit = (change: Edit, fills: Fills): Promise<Impact[]> =>
    this.inTurn(({ engine, definition }) =>
      impactsOn(engine, definition, applyEdit(definition, change).definition, fills),
    );
  edit = (change: Edit, fills: Fills): Promise<AppState> => this.inTurn((app) => edit(app, change, fills));
  importTables = (payload: ImportPayload, from: string, prefix: string, task: Task): Promise<ImportReport> =>
    this.inTurn((app) => importTables(app, payload, from, prefix, task));

  // The history
  undo = (): Promise<void> => this.writing(undo);
  undoEntry = (seq: number): Promise<void> => this.changing((app) => undoEntry(app, seq));
  redo = (): Promise<void> => this.writing(redo);
  restart = (): Promise<AppState> => this.inTurn(restart);

  // Starting rows
  previewFresh = (fills: Fills): Promise<Impact[]> => this.inTurn((app) => previewFresh(app, fills));
  startFresh = (withRows: boolean, fills: Fills): Promise<AppState> =>
    this.changing((app) => startFresh(app, withRows, fills));
  keepRowsAsStarting = (): Promise<AppState> => this.inTurn(keepRowsAsStarting);
  /** The starting rows of one table. */
  startingTable = (tableId: string): Promise<StartingTable> =>
    this.inTurn(({ openBeside, starting, definition }) => startingTable(openBeside, starting, definition, tableId));
  setStartingTable = (tableId: string, set: RowSet | null): Promise<AppState> =>
    this.inTurn((app) => setStartingTable(app, tableId, set));
  setStartingFromQuery = (queryId: string, person: number | null): Promise<AppState> =>
    this.inTurn((app) => setStartingFromQuery(app, queryId, person));

  // Releases
  nextRelease = (): Promise<NextRelease> => this.inTurn(nextOf);
  release = (asked: { version: string; notes: string }): Promise<AppState> => this.inTurn((app) => release(app, asked));
  setReleaseNotes = (releaseId: string, notes: string): Promise<AppState> =>
    this.inTurn((app) => setReleaseNotes(app, releaseId, notes));
  releasedPlan = (releaseId: string): Promise<Frozen> => this.inTurn((app) => frozenIn(app.releases, releaseId));
  previewReturn = (releaseId: string, fills: Fills): Promise<Impact[]> =>
    this.inTurn((app) => previewReturn(app, releaseId, fills));
  returnToRelease = (releaseId: string, fills: Fills): Promise<AppState> =>
    this.writing((app) => returnToRelease(app, releaseId, fills));
  upgradeWay = (releaseId: string): Promise<UpgradePart[]> => this.inTurn((app) => upgradeWay(app, releaseId));
  setUpgrade = (upgrade: Upgrade): Promise<AppState> => this.inTurn((app) => setUpgrade(app, upgrade));
  /** Tries an upgrade on a copy, while others go on; `phone`: the database of the phone that is asked for. */
  rehearse = async (
    asked: { releaseId: string; subject: Subject },
    phone: Uint8Array | null,
    task: Task,
  ): Promise<Trial> => {
    const { document, prepared } = await this.inTurn((app) => ({
      document: app.document,
      prepared: prepareTrial(app, asked, phone),
    }));
    const trial = await tryOut(prepared, this.environment, task);
    return this.inTurn(async (app) => {
      app.noteTrial(document, trial);
      app.tellState();
      // What cannot be kept is there for as long as the app is open.
      const { kv, now } = this.environment;
      await keepTried(kv, app.document, app.trials(), now()).catch(() => undefined);
      return trial;
    });
  };
  trials = (): Promise<Trial[]> => this.inTurn((app) => app.trials());
  /** The database of a phone that has a release. */
  makePhone = (releaseId: string, source: PhoneSource): Promise<MadePhone> =>
    this.inTurn((app) => madePhone(app, releaseId, source));
  phoneWay = (releaseId: string, targetId: string | null): Promise<PhoneWay> =>
    this.inTurn((app) => wayBetween(app, releaseId, targetId));
  updatePhone = (way: PhoneWay): Promise<AppState> => this.writing((app) => updatePhone(app, way));
  held = (): Promise<Held> => this.inTurn(heldBy);
  startingHeld = (releaseId: string): Promise<Held> => this.inTurn((app) => startingHeld(app, releaseId));
  image = (): Promise<Uint8Array> => this.inTurn(({ engine }) => engine.export());
  releaseReport = (releaseId: string): Promise<Report | null> => this.inTurn((app) => releaseReport(app, releaseId));
  releaseFile = (releaseId: string): Promise<AppFile> => this.inTurn((app) => releaseFile(app, releaseId));

  // SQL by hand
  runSql = (sql: string): Promise<SqlResult> =>
    this.timed(({ engine }) => {
      const { columns, rows, more } = engine.readOnly(sql);
      return { columns, rows, more };
    });
  /**
   * What the hand-written SQL of a query gives now. Throws a Problem where it is not one whole SELECT of what the
   * person sees.
   */
  tryQuery = (query: Query, person: number | null): Promise<HandResult> =>
    this.timed(({ engine, definition }) => tryHandQuery(engine, definition, query, person));

  // Files
  download = (): Promise<Uint8Array> => this.inTurn(download);
  dump = (): Promise<string> => this.inTurn(dump);
  csv = (tableId: string): Promise<string> => this.inTurn((app) => csv(app, tableId));
  json = (): Promise<string> => this.inTurn(json);
  file = (): Promise<AppFile> => this.inTurn(file);

  /** Finishes what has begun, then lets go of the database. */
  close = (): Promise<void> =>
    this.inTurn(async ({ journal, engine }) => {
      this.turns.isClosed = true;
      await journal.settled();
      engine.close();
    });

  /** Folds the journal into a new snapshot. Writes go on meanwhile; they stand in the journal after it. */
  compact = (): Promise<void> =>
    this.app.journal.fold(() =>
      this.inTurn(({ engine, journal, document }) => {
        forgetWaysBack(engine, journal.oldest);
        return { parts: { database: engine.export(), document: printDocument(document) }, seq: journal.seq };
      }),
    );

  private inTurn<T>(work: (app: OpenedApp) => T | Promise<T>): Promise<T> {
    this.calledAt = this.environment.clock();
    return this.turns.take(() => work(this.app));
  }

  /** The same for what changes rows, where that may be. */
  private changing<T>(work: (app: OpenedApp) => T | Promise<T>): Promise<T> {
    return this.writing((app) => {
      if (this.isReadOnly) throw new ProblemError({ code: 'phone-read-only' });
      return work(app);
    });
  }

  /** The same for what leaves something to be done while nobody calls. */
  private async writing<T>(work: (app: OpenedApp) => T | Promise<T>): Promise<T> {
    const result = await this.inTurn(work);
    void this.idleMaintenance();
    return result;
  }

  private timed<T>(work: (app: OpenedApp) => T): Promise<T & { milliseconds: number }> {
    return this.inTurn((app) => {
      const started = this.environment.clock();
      return { ...work(app), milliseconds: this.environment.clock() - started };
    });
  }

  /** Works on search indexes a step at a time, whenever nobody has called for a moment. */
  private async idleMaintenance(): Promise<void> {
    if (this.maintaining) return;
    this.maintaining = true;
    const { wait, clock } = this.environment;
    let more = true;
    while (more && !this.turns.isClosed) {
      await wait(0);
      if (clock() - this.calledAt < QUIET_MS) await wait(QUIET_MS);
      else more = await this.turns.take(() => this.app.engine.maintainSearches()).catch(() => false);
    }
    this.maintaining = false;
  }
}

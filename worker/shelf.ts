import type { Sqlite3Static } from '@sqlite.org/sqlite-wasm';
import { definitionFaults, definitionProblem } from '@/core/check';
import type { Edit } from '@/core/edit';
import { accents, type Definition, type Query } from '@/core/model';
import { ProblemError } from '@/core/problem';
import { type Fills } from '@/core/schema';
import { type KeyValueStore, readAside, readRaw } from '@/core/store';
import {
  type AppFile,
  mendAppFile,
  type MergeRequest,
  MOST_TOLD,
  parseAppFile,
  printAppFile,
  type RowSet,
  type SheetSettings,
} from '@/core/transfer';
import { demos } from '@/demo';
import { AppHost } from './appHost';
import type { HostEnvironment } from './hostEnvironment';
import { Incoming, type ReadingOptions } from './incoming';
import { installApp, installPayload } from './install';
import type { Task } from './bulkInsert';
import { decodeFrame } from './decodeCode';
import type {
  AppSummary,
  BackupChoice,
  OpenState,
  ReadRequest,
  RoutineRequest,
  StorageState,
  WorkerApi,
  WorkerEvent,
  WriteRequest,
} from './protocol';
import { ShelfBackup } from './shelfBackup';
import { ShelfEntries } from './shelfEntries';
import type { TabLock, TabLocks } from './tabLocks';

export interface ShelfEnvironment {
  sqlite3: Sqlite3Static;
  /** One key-value store a name. */
  storage: (name: string) => KeyValueStore;
  locks: TabLocks;
  clock: () => number;
  now: () => string;
  newId: () => string;
  emit: (event: WorkerEvent) => void;
  scalePicture: (name: string, bytes: Uint8Array) => Promise<Uint8Array>;
  decodeCode: (name: string, bytes: Uint8Array) => Promise<string | null>;
  /** What the browser tells of its storage. */
  estimate: () => Promise<{ used: number; room: number; isKept: boolean }>;
  /** Lets messages that have come in have their turn. */
  breathe: () => Promise<void>;
  /** As HostEnvironment's. */
  wait: (milliseconds: number) => Promise<void>;
}

/** An import tells how far it is no more often than it can be read. */
const PROGRESS_EVERY_MS = 60;

/** The shelf's own figures follow a change after a while, once for many. */
const SUMMARIZE_AFTER_MS = 1500;

interface OpenApp {
  host: AppHost;
  lock: TabLock;
}

/** Every app of this developer, and those of them that are open. */
export class Shelf implements WorkerApi {
  private readonly entries: ShelfEntries;
  private readonly backup: ShelfBackup;
  private incoming: Incoming | null = null;
  private cancelled = false;
  private readonly opened = new Map<string, Promise<OpenApp | null>>();

  constructor(private readonly environment: ShelfEnvironment) {
    const { storage, locks, now, newId, emit } = environment;
    this.entries = new ShelfEntries(storage('fern-shelf'), {
      now,
      changed: () => emit({ kind: 'shelf-changed' }),
      clear: (appId) => this.clear(appId),
    });
    this.backup = new ShelfBackup({
      entries: this.entries,
      environmentOf: (appId) => this.hostEnvironment(appId),
      locks,
      now,
      newId,
      close: (appId) => this.close(appId),
    });
  }

  async apps(): Promise<AppSummary[]> {
    for (const [appId, opening] of this.opened) {
      const opened = await opening.catch(() => null);
      if (opened) await this.refreshSummary(appId, opened.host).catch(() => undefined);
    }
    return this.entries.all();
  }

  createApp(name: string): Promise<AppSummary> {
    const id = this.environment.newId();
    const trimmed = name.trim();
    if (trimmed === '' || trimmed.length > 80)
      throw new ProblemError({
        code: 'name',
        name: trimmed,
        reason: trimmed === '' ? 'empty' : 'too-long',
        what: 'app',
      });
    const accent = accents[trimmed.length % accents.length] ?? 'moss';
    return this.install({
      format: 'fern-shelf-app',
      version: 1,
      definition: { id, name: trimmed, theme: { accent }, tables: [] },
    });
  }

  async installDemo(demo: string): Promise<AppSummary> {
    const make = demos[demo as keyof typeof demos];
    if (!make) throw new ProblemError({ code: 'app-gone' });
    const file = make();
    const there = (await this.apps()).find(({ id, removedAt }) => id === file.definition.id && !removedAt);
    return there ?? this.install(await this.renumbered(file));
  }

  async renameApp(appId: string, name: string): Promise<void> {
    await this.withHost(appId, (host) => host.edit({ kind: 'renameApp', name }, {}));
  }

  async duplicateApp(appId: string): Promise<AppSummary> {
    const file = await this.withHost(appId, (host) => host.file());
    const name = await this.entries.freeName(file.definition.name);
    return this.install({ ...file, definition: { ...file.definition, id: this.environment.newId(), name } });
  }

  async removeApp(appId: string): Promise<void> {
    await this.close(appId);
    await this.entries.remove(appId);
  }

  async bringBackApp(appId: string): Promise<void> {
    await this.entries.change(appId, { removedAt: null });
  }

  async exportApp(appId: string): Promise<string> {
    return printAppFile(await this.withHost(appId, (host) => host.file()));
  }

  async importApp(text: string, mending = false): Promise<AppSummary> {
    return this.install(await this.renumbered(mending ? mendAppFile(text).file : parseAppFile(text)));
  }

  async appFileMends(text: string): Promise<string[]> {
    return mendAppFile(text).mends;
  }

  async storage(): Promise<StorageState> {
    const [estimate, backedUpAt] = await Promise.all([this.environment.estimate(), this.entries.backedUpAt()]);
    return { ...estimate, backedUpAt };
  }
  backUp() {
    return this.importing((task) => this.backup.pack(task));
  }
  inspectBackup(file: Uint8Array) {
    return this.backup.inspect(file);
  }
  restoreBackup(choices: BackupChoice[]) {
    return this.backup.restore(choices);
  }

  async open(appId: string, takeOver: boolean): Promise<OpenState> {
    if (takeOver) await this.close(appId);
    for (const other of this.opened.keys()) if (other !== appId) await this.close(other);
    const opened = await this.opening(appId, takeOver);
    return opened ? { kind: 'open', state: opened.host.state() } : { kind: 'elsewhere' };
  }

  async close(appId: string): Promise<void> {
    const opened = await this.opened.get(appId)?.catch(() => null);
    this.opened.delete(appId);
    if (!opened) return;
    await this.refreshSummary(appId, opened.host).catch(() => undefined);
    await opened.host.close().catch(() => undefined);
    opened.lock.release();
  }

  /** What was put aside of an app, and all that is stored of it as it is: JSON. */
  async takeAside(appId: string): Promise<string> {
    return `${JSON.stringify(await readAside(this.storeOf(appId)), null, 1)}\n`;
  }
  async takeRaw(appId: string): Promise<string> {
    return `${JSON.stringify(await readRaw(this.storeOf(appId)), null, 1)}\n`;
  }

  async read(appId: string, request: ReadRequest) {
    return (await this.host(appId)).read(request);
  }
  async warmSearch(appId: string, search: string) {
    await (await this.host(appId)).warmSearch(search);
  }
  async write(appId: string, request: WriteRequest) {
    return (await this.host(appId)).write(request);
  }
  async runRoutine(appId: string, request: RoutineRequest) {
    return (await this.host(appId)).runRoutine(request);
  }
  async tryRoutine(appId: string, request: RoutineRequest) {
    return (await this.host(appId)).tryRoutine(request);
  }
  async previewEdit(appId: string, edit: Edit, fills: Fills) {
    return (await this.host(appId)).previewEdit(edit, fills);
  }
  async edit(appId: string, edit: Edit, fills: Fills) {
    return (await this.host(appId)).edit(edit, fills);
  }
  async undo(appId: string) {
    await (await this.host(appId)).undo();
  }
  async redo(appId: string) {
    await (await this.host(appId)).redo();
  }
  async undoEntry(appId: string, seq: number) {
    await (await this.host(appId)).undoEntry(seq);
  }
  async restart(appId: string) {
    return (await this.host(appId)).restart();
  }
  async previewFresh(appId: string, fills: Fills) {
    return (await this.host(appId)).previewFresh(fills);
  }
  async startFresh(appId: string, withStartingRows: boolean, fills: Fills) {
    await (await this.host(appId)).startFresh(withStartingRows, fills);
  }
  async keepRowsAsStarting(appId: string) {
    return (await this.host(appId)).keepRowsAsStarting();
  }
  async startingTable(appId: string, tableId: string) {
    return (await this.host(appId)).startingTable(tableId);
  }
  async setStartingTable(appId: string, tableId: string, set: RowSet | null) {
    return (await this.host(appId)).setStartingTable(tableId, set);
  }
  async setStartingFromQuery(appId: string, queryId: string, person: number | null) {
    return (await this.host(appId)).setStartingFromQuery(queryId, person);
  }
  async runSql(appId: string, sql: string) {
    return (await this.host(appId)).runSql(sql);
  }
  async tryQuery(appId: string, query: Query, person: number | null) {
    return (await this.host(appId)).tryQuery(query, person);
  }
  scalePicture(name: string, bytes: Uint8Array) {
    return this.environment.scalePicture(name, bytes);
  }

  async decodeFrame(rgba: Uint8ClampedArray, width: number, height: number) {
    return decodeFrame(rgba, width, height);
  }
  decodeCode(name: string, bytes: Uint8Array) {
    return this.environment.decodeCode(name, bytes);
  }
  async downloadDatabase(appId: string) {
    return (await this.host(appId)).download();
  }

  async dumpDatabase(appId: string) {
    return (await this.host(appId)).dump();
  }
  async rowsAsCsv(appId: string, tableId: string) {
    return (await this.host(appId)).csv(tableId);
  }
  async rowsAsJson(appId: string) {
    return (await this.host(appId)).json();
  }

  async inspectFile(name: string, bytes: Uint8Array, asked: ReadingOptions = {}) {
    await this.forgetFile();
    this.incoming = Incoming.open(this.environment.sqlite3, this.environment.clock, name, bytes, asked);
    return this.incoming.describe();
  }
  async readSheet(index: number, settings: SheetSettings) {
    return this.file().read(index, settings);
  }
  async importAsApp(name: string, settings: SheetSettings[]) {
    const payload = this.file().payload(settings, true);
    const id = this.environment.newId();
    const taken = payload.own !== null && !(await this.entries.has(payload.own.id));
    const accent = accents[name.length % accents.length] ?? 'moss';
    const definition: Definition = payload.own
      ? { ...payload.own, id: taken ? payload.own.id : id, name }
      : { id, name, theme: { accent }, tables: payload.definition.tables };
    const faults = definitionFaults(definition);
    if (faults.length > 0) throw new ProblemError(definitionProblem(definition, faults));
    await this.importing(async (task) => {
      try {
        await installPayload(this.hostEnvironment(definition.id), definition, payload, task);
      } catch (error) {
        await this.clear(definition.id);
        throw error;
      }
    });
    const app = await this.shelve(definition, payload.total);
    // A database was copied from where it stood, and stands there no more as it was.
    await this.forgetFile();
    return {
      app,
      report: {
        inserted: payload.total,
        updated: 0,
        skipped: 0,
        refused: payload.refused.slice(0, MOST_TOLD),
        refusedCount: payload.refused.length,
        notes: payload.notes,
      },
    };
  }
  async importTables(appId: string, settings: SheetSettings[]) {
    const file = this.file();
    const payload = file.payload(settings, false);
    const host = await this.host(appId);
    return this.importing((task) => host.importTables(payload, file.name, this.environment.newId(), task));
  }
  async importRows(appId: string, index: number, request: MergeRequest) {
    const sheet = this.file().readAs(index, request.settings);
    const host = await this.host(appId);
    return this.importing((task) => host.mergeRows(sheet, request, task));
  }
  async cancelImport() {
    this.cancelled = true;
  }
  async forgetFile() {
    this.incoming?.close();
    this.incoming = null;
  }

  private file(): Incoming {
    if (!this.incoming)
      throw new ProblemError({ code: 'file-broken', place: 'the start', reason: 'no file is chosen' });
    return this.incoming;
  }

  /** Runs an import that can be stopped and tells how far it is. */
  private importing<T>(work: (task: Task) => Promise<T>): Promise<T> {
    this.cancelled = false;
    const { breathe, clock, emit } = this.environment;
    let told = -Infinity;
    const progress = (done: number, total: number) => {
      if (clock() - told < PROGRESS_EVERY_MS) return;
      told = clock();
      emit({ kind: 'progress', done, total });
    };
    return work({ pause: breathe, isCancelled: () => this.cancelled, progress });
  }

  private async install(file: AppFile): Promise<AppSummary> {
    const { id } = file.definition;
    await installApp(this.hostEnvironment(id), file);
    const rowSets = file.rows ?? file.starting?.rows ?? {};
    const rows = file.definition.tables.reduce((total, table) => total + (rowSets[table.id]?.rows.length ?? 0), 0);
    return this.shelve(file.definition, rows);
  }

  private shelve({ id, name, theme, tables }: Definition, rows: number): Promise<AppSummary> {
    return this.entries.put({
      id,
      name,
      accent: theme.accent,
      tables: tables.length,
      rows,
      lastEdit: this.environment.now(),
      removedAt: null,
    });
  }

  /** The file under an id of its own, where its id is already on the shelf. */
  private async renumbered(file: AppFile): Promise<AppFile> {
    const taken = await this.entries.has(file.definition.id);
    return taken ? { ...file, definition: { ...file.definition, id: this.environment.newId() } } : file;
  }

  private async host(appId: string): Promise<AppHost> {
    const opened = await this.opened.get(appId);
    if (!opened) throw new ProblemError({ code: 'not-owner' });
    return opened.host;
  }

  /** Runs `use` on the app's host: the open one, or one opened for this alone. */
  private async withHost<T>(appId: string, use: (host: AppHost) => Promise<T>): Promise<T> {
    const wasOpen = this.opened.has(appId);
    const opened = await this.opening(appId, false);
    if (!opened) throw new ProblemError({ code: 'not-owner' });
    try {
      return await use(opened.host);
    } finally {
      if (wasOpen) await this.refreshSummary(appId, opened.host);
      else await this.close(appId);
    }
  }

  private opening(appId: string, takeOver: boolean): Promise<OpenApp | null> {
    let opening = this.opened.get(appId);
    if (!opening) {
      opening = this.openApp(appId, takeOver);
      this.opened.set(appId, opening);
      const forget = () => this.opened.get(appId) === opening && this.opened.delete(appId);
      opening.then((opened) => opened ?? forget(), forget);
    }
    return opening;
  }

  private async openApp(appId: string, takeOver: boolean): Promise<OpenApp | null> {
    const summary = await this.entries.of(appId);
    if (!summary) throw new ProblemError({ code: 'app-gone' });
    const letGo = () => void this.letGo(appId);
    const { locks } = this.environment;
    const lock = takeOver ? await locks.takeOver(appId, letGo) : await locks.take(appId, letGo);
    if (!lock) return null;
    try {
      return { host: await AppHost.open(this.hostEnvironment(appId), summary), lock };
    } catch (error) {
      lock.release();
      throw error;
    }
  }

  private async letGo(appId: string): Promise<void> {
    if (!this.opened.has(appId)) return;
    await this.close(appId);
    this.environment.emit({ kind: 'lost', appId, inDoubt: false });
  }

  private storeOf(appId: string): KeyValueStore {
    return this.environment.storage(`fern-shelf-app-${appId}`);
  }

  private hostEnvironment(appId: string): HostEnvironment {
    const { sqlite3, clock, now, newId, emit, wait } = this.environment;
    let due = false;
    const summarizeSoon = () => {
      if (due) return;
      due = true;
      void wait(SUMMARIZE_AFTER_MS).then(() => {
        due = false;
        void this.opened
          .get(appId)
          ?.then((opened) => opened && this.refreshSummary(appId, opened.host))
          .catch(() => undefined);
      });
    };
    return {
      sqlite3,
      kv: this.storeOf(appId),
      token: newId(),
      clock,
      now,
      wait,
      emit: (event) => {
        emit(event);
        // What can no longer be written here is let go of.
        if (event.kind === 'lost') void this.close(appId);
        else summarizeSoon();
      },
    };
  }

  private async refreshSummary(appId: string, host: AppHost): Promise<void> {
    const { definition } = host.state();
    const rows = await host.rowCount();
    const lastEdit = host.lastEdit();
    await this.entries.change(appId, { ...headOf(definition), rows, ...(lastEdit ? { lastEdit } : {}) });
  }

  private async clear(appId: string): Promise<void> {
    const kv = this.storeOf(appId);
    await kv.removeMany(await kv.getAllKeys());
  }
}

function headOf({ name, theme, tables }: Definition): Pick<AppSummary, 'name' | 'accent' | 'tables'> {
  return { name, accent: theme.accent, tables: tables.length };
}

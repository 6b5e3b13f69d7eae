import type { ReadingOptions } from './incoming';
import type { PhoneSource } from './phoneOf';
import { OpenApps } from './openApps';
import type { AppSummary, BackupChoice, OpenState, StorageState, WorkerApi } from './protocol';
import { ShelfBackup } from './shelfBackup';
import { SHELF_STORE, ShelfEntries } from './shelfEntries';
import type { ShelfEnvironment } from './shelfEnvironment';
import { ShelfImport } from './shelfImport';
import { ShelfInstall } from './shelfInstall';
import { ShelfPhones } from './shelfPhones';
import type { ReadRequest, RoutineRequest, WriteRequest } from '@/core/compiled';
import type { SearchTexts } from '@/core/driver';
import type { Edit } from '@/core/edit';
import { type Fills, type Query, type RowSet } from '@/core/model';
import type { Subject, Upgrade } from '@/core/release';

import { readAside, readRaw } from '@/core/store';
import { isAppFile, mendAppFile, type MergeRequest, printAppFile, type SheetSettings } from '@/core/transfer';

/** Every app of this developer, and those of them that are open. */
export class Shelf implements WorkerApi {
  private readonly opened: OpenApps;
  private readonly entries: ShelfEntries;
  private readonly backup: ShelfBackup;
  private readonly imports: ShelfImport;
  private readonly installs: ShelfInstall;
  private readonly keptPhones: ShelfPhones;

  constructor(private readonly environment: ShelfEnvironment) {
    const { storage, locks, now, newId, emit } = environment;
    this.opened = new OpenApps(environment, {
      entries: () => this.entries,
      layIfDemo: (appId) => this.installs.layIfDemo(appId),
    });
    this.entries = new ShelfEntries(storage(SHELF_STORE), {
      now,
      changed: () => emit({ kind: 'shelf-changed' }),
      clear: (appId) => this.opened.clear(appId),
    });
    this.imports = new ShelfImport(environment, this.opened, this.entries);
    this.installs = new ShelfInstall(environment, this.opened, this.entries);
    this.keptPhones = new ShelfPhones(this.entries, this.opened, { newId, now });
    this.backup = new ShelfBackup({
      entries: this.entries,
      environmentOf: (appId) => this.opened.hostEnvironment(appId),
      locks,
      now,
      newId,
      close: (appId) => this.close(appId),
    });
  }

  async apps(): Promise<AppSummary[]> {
    await this.opened.updateSummaries();
    return this.entries.all();
  }

  createApp(name: string): Promise<AppSummary> {
    return this.installs.blank(name);
  }
  installDemo(demo: string): Promise<AppSummary> {
    return this.installs.demo(demo);
  }

  async renameApp(appId: string, name: string): Promise<void> {
    await this.opened.withHost(appId, (host) => host.edit({ kind: 'renameApp', name }, {}));
  }

  duplicateApp(appId: string): Promise<AppSummary> {
    return this.installs.copy(appId);
  }

  async removeApp(appId: string): Promise<void> {
    await this.close(appId);
    await this.entries.remove(appId);
  }

  async bringBackApp(appId: string): Promise<void> {
    await this.entries.change(appId, { removedAt: null });
  }

  async exportApp(appId: string): Promise<string> {
    return printAppFile(await this.opened.withHost(appId, (host) => host.file()));
  }

  importApp(text: string, mending = false): Promise<AppSummary> {
    return this.installs.file(text, mending);
  }

  async isAppFile(text: string): Promise<boolean> {
    return isAppFile(text);
  }

  async appFileMends(text: string): Promise<string[]> {
    return mendAppFile(text).mends;
  }

  async storage(): Promise<StorageState> {
    const [estimate, backedUpAt] = await Promise.all([this.environment.estimate(), this.entries.backedUpAt()]);
    return { ...estimate, backedUpAt };
  }
  backUp() {
    return this.imports.running((task) => this.backup.pack(task));
  }
  inspectBackup(file: Uint8Array) {
    return this.backup.inspect(file);
  }
  restoreBackup(choices: BackupChoice[]) {
    return this.backup.restore(choices);
  }

  async open(appId: string, takeOver: boolean): Promise<OpenState> {
    const host = await this.opened.only(appId, takeOver);
    return host ? { kind: 'open', state: host.state() } : { kind: 'elsewhere' };
  }
  close(appId: string): Promise<void> {
    return this.opened.close(appId);
  }

  /** What was put aside of an app, and all that is stored of it as it is: JSON. */
  async takeAside(appId: string): Promise<string> {
    return `${JSON.stringify(await readAside(this.opened.storeOf(appId)), null, 1)}\n`;
  }
  async takeRaw(appId: string): Promise<string> {
    return `${JSON.stringify(await readRaw(this.opened.storeOf(appId)), null, 1)}\n`;
  }

  async read(appId: string, request: ReadRequest) {
    return (await this.opened.host(appId)).read(request);
  }
  async warmSearch(appId: string, search: readonly SearchTexts[], person: number | null) {
    await (await this.opened.host(appId)).warmSearch(search, person);
  }
  async write(appId: string, request: WriteRequest) {
    return (await this.opened.host(appId)).write(request);
  }
  async runRoutine(appId: string, request: RoutineRequest) {
    return (await this.opened.host(appId)).runRoutine(request);
  }
  async tryRoutine(appId: string, request: RoutineRequest) {
    return (await this.opened.host(appId)).tryRoutine(request);
  }
  async previewEdit(appId: string, edit: Edit, fills: Fills) {
    return (await this.opened.host(appId)).previewEdit(edit, fills);
  }
  async edit(appId: string, edit: Edit, fills: Fills) {
    return (await this.opened.host(appId)).edit(edit, fills);
  }
  async undo(appId: string) {
    await (await this.opened.host(appId)).undo();
  }
  async redo(appId: string) {
    await (await this.opened.host(appId)).redo();
  }
  async undoEntry(appId: string, seq: number) {
    await (await this.opened.host(appId)).undoEntry(seq);
  }
  async restart(appId: string) {
    return (await this.opened.host(appId)).restart();
  }
  async previewFresh(appId: string, fills: Fills) {
    return (await this.opened.host(appId)).previewFresh(fills);
  }
  async startFresh(appId: string, withStartingRows: boolean, fills: Fills) {
    return (await this.opened.host(appId)).startFresh(withStartingRows, fills);
  }
  async keepRowsAsStarting(appId: string) {
    return (await this.opened.host(appId)).keepRowsAsStarting();
  }
  async startingTable(appId: string, tableId: string) {
    return (await this.opened.host(appId)).startingTable(tableId);
  }
  async setStartingTable(appId: string, tableId: string, set: RowSet | null) {
    return (await this.opened.host(appId)).setStartingTable(tableId, set);
  }
  async setStartingFromQuery(appId: string, queryId: string, person: number | null) {
    return (await this.opened.host(appId)).setStartingFromQuery(queryId, person);
  }
  async nextRelease(appId: string) {
    return (await this.opened.host(appId)).nextRelease();
  }
  async release(appId: string, asked: { version: string; notes: string }) {
    return (await this.opened.host(appId)).release(asked);
  }
  async setReleaseNotes(appId: string, releaseId: string, notes: string) {
    return (await this.opened.host(appId)).setReleaseNotes(releaseId, notes);
  }
  async releasedPlan(appId: string, releaseId: string) {
    return (await this.opened.host(appId)).releasedPlan(releaseId);
  }
  async previewReturn(appId: string, releaseId: string, fills: Fills) {
    return (await this.opened.host(appId)).previewReturn(releaseId, fills);
  }
  async returnToRelease(appId: string, releaseId: string, fills: Fills) {
    return (await this.opened.host(appId)).returnToRelease(releaseId, fills);
  }
  async upgradeWay(appId: string, releaseId: string) {
    return (await this.opened.host(appId)).upgradeWay(releaseId);
  }
  async setUpgrade(appId: string, upgrade: Upgrade) {
    return (await this.opened.host(appId)).setUpgrade(upgrade);
  }
  async rehearse(appId: string, releaseId: string, subject: Subject) {
    const host = await this.opened.host(appId);
    const phone = subject.kind === 'phone' ? await this.keptPhones.database(subject.id) : null;
    return this.imports.running((task) => host.rehearse({ releaseId, subject }, phone, task));
  }
  async trials(appId: string) {
    return (await this.opened.host(appId)).trials();
  }
  async releaseReport(appId: string, releaseId: string) {
    return (await this.opened.host(appId)).releaseReport(releaseId);
  }
  phones(appId: string) {
    return this.keptPhones.of(appId);
  }
  keepPhone(appId: string, releaseId: string, source: PhoneSource, name: string) {
    return this.keptPhones.keep(appId, releaseId, source, name);
  }
  renamePhone(phoneId: string, name: string) {
    return this.keptPhones.rename(phoneId, name);
  }
  openPhone(phoneId: string) {
    return this.keptPhones.open(phoneId);
  }
  removePhone(phoneId: string) {
    return this.keptPhones.remove(phoneId);
  }
  updatePhone(phoneId: string, targetId: string | null, keeps: boolean) {
    return this.keptPhones.update(phoneId, targetId, keeps);
  }
  comparePhone(phoneId: string, otherId: string | null) {
    return this.keptPhones.compare(phoneId, otherId);
  }
  async exportRelease(appId: string, releaseId: string) {
    return printAppFile(await (await this.opened.host(appId)).releaseFile(releaseId));
  }
  async runSql(appId: string, sql: string) {
    return (await this.opened.host(appId)).runSql(sql);
  }
  async tryQuery(appId: string, query: Query, person: number | null) {
    return (await this.opened.host(appId)).tryQuery(query, person);
  }
  scalePicture(name: string, bytes: Uint8Array) {
    return this.environment.scalePicture(name, bytes);
  }
  async downloadDatabase(appId: string) {
    return (await this.opened.host(appId)).download();
  }

  async dumpDatabase(appId: string) {
    return (await this.opened.host(appId)).dump();
  }
  async rowsAsCsv(appId: string, tableId: string) {
    return (await this.opened.host(appId)).csv(tableId);
  }
  async rowsAsJson(appId: string) {
    return (await this.opened.host(appId)).json();
  }

  inspectFile(name: string, bytes: Uint8Array, asked: ReadingOptions = {}) {
    return this.imports.inspectFile(name, bytes, asked);
  }
  readSheet(index: number, settings: SheetSettings) {
    return this.imports.readSheet(index, settings);
  }
  importAsApp(name: string, settings: SheetSettings[]) {
    return this.imports.importAsApp(name, settings);
  }
  importTables(appId: string, settings: SheetSettings[]) {
    return this.imports.importTables(appId, settings);
  }
  importRows(appId: string, index: number, request: MergeRequest) {
    return this.imports.importRows(appId, index, request);
  }
  cancelImport() {
    return this.imports.cancelImport();
  }
  forgetFile() {
    return this.imports.forgetFile();
  }
}

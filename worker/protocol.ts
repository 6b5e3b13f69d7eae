import type { IncomingFile, ReadingOptions } from './incoming';
import type { PhoneSource } from './phoneOf';
import type { StartingTable } from './startingRows';
import type { ReadRequest, ReadResult, Ripple, RoutineRequest, WriteRequest } from '@/core/compiled';
import type { SearchTexts } from '@/core/driver';
import type { Edit } from '@/core/edit';
import type { Fills, Query, RowSet } from '@/core/model';
import type { Problem } from '@/core/problem';
import type { Frozen, NextRelease, Report, Subject, Trial, Upgrade } from '@/core/release';
import type { DryRun } from '@/core/runtime';
import type { Impact } from '@/core/schema';
import type { ImportReport, MergeRequest, SheetPreview, SheetSettings } from '@/core/transfer';

export type { DryRun, PhoneSource, IncomingFile, ReadingOptions, StartingTable };

export type { ReadRequest, ReadResult, Ripple, RoutineRequest, WriteRequest };

import type {
  AppState,
  AppSummary,
  BackupApp,
  BackupChoice,
  HandResult,
  KeptPhone,
  OpenState,
  PhoneComparison,
  Restored,
  RoutineResult,
  SqlResult,
  StorageState,
  UpgradePart,
} from './told';

export type * from './told';

/** Everything that the interface asks of the worker. */
export interface WorkerApi {
  /** What stands on the shelf, and what was removed from it less than seven days ago. */
  apps(): Promise<AppSummary[]>;
  /** Puts a blank app on the shelf. Throws a Problem of code `name` or one of the store's. */
  createApp(name: string): Promise<AppSummary>;
  /** Puts a demo on the shelf, by the word that `demos` knows it by; one that is there is left as it is. */
  installDemo(demo: string): Promise<AppSummary>;
  /** Gives an app another name, an edit like any other. Throws a Problem of code `name`. */
  renameApp(appId: string, name: string): Promise<void>;
  /** Puts a copy of an app on the shelf, with its rows and starting rows, under a name that is free. */
  duplicateApp(appId: string): Promise<AppSummary>;
  /** Takes an app off the shelf; it is kept for seven days. */
  removeApp(appId: string): Promise<void>;
  /** Puts a removed app back. Throws a Problem of code `app-gone` where it is no longer kept. */
  bringBackApp(appId: string): Promise<void>;
  /** An app as a file: definition, starting rows and the rows of now, as JSON. */
  exportApp(appId: string): Promise<string>;
  /**
   * Puts an app file on the shelf. Throws a Problem of code `file-broken` with the place; `mending`: what is at fault
   * is left out instead.
   */
  importApp(text: string, mending?: boolean): Promise<AppSummary>;
  /** Whether a text says that it is an app file. */
  isAppFile(text: string): Promise<boolean>;
  /** What would be left out of an app file, in words. Throws a Problem where it cannot be read so, either. */
  appFileMends(text: string): Promise<string[]>;

  /** What the browser keeps for this site, and whether it promises to. */
  storage(): Promise<StorageState>;
  /**
   * The whole shelf as one ZIP file, apps that other tabs have open too; and those of which nothing could be read. Told
   * in steps, and can be stopped with `cancelImport`.
   */
  backUp(): Promise<{ file: Uint8Array; left: { name: string; reason: string }[] }>;
  /** Reads a backup without keeping anything of it. Throws a Problem of code `file-broken` or `file-newer`. */
  inspectBackup(file: Uint8Array): Promise<{ at: string; apps: BackupApp[] }>;
  /**
   * Brings apps of the backup back that was read last. One that is put in the place of another leaves that among the
   * removed ones.
   */
  restoreBackup(choices: BackupChoice[]): Promise<Restored>;

  /**
   * Opens an app; where another tab has it, says so, or with `takeOver` takes it from there. Throws a Problem where
   * nothing of it can be read.
   */
  open(appId: string, takeOver: boolean): Promise<OpenState>;
  /** What was put aside of an app because it could not be read or made again, as JSON. */
  takeAside(appId: string): Promise<string>;
  /** Everything that is stored of an app, as it is stored, as JSON: for where it cannot be opened. */
  takeRaw(appId: string): Promise<string>;
  /** Finishes what has begun and lets go of an app. */
  close(appId: string): Promise<void>;
  /** Reads from an open app, as the person of the request; `KitDatabase.read` says how it fails. */
  read(appId: string, request: ReadRequest): Promise<ReadResult>;
  /** Has a search index filled while nobody calls. */
  warmSearch(appId: string, search: readonly SearchTexts[], person: number | null): Promise<void>;
  /** Writes to an open app; `KitDatabase.write` says how it fails. */
  write(appId: string, request: WriteRequest): Promise<Ripple>;
  /** Runs a routine as one transaction, or tells what it must be told first; `KitDatabase.runRoutine`. */
  runRoutine(appId: string, request: RoutineRequest): Promise<RoutineResult>;
  /** What a routine would do, with nothing of it kept. */
  tryRoutine(appId: string, request: RoutineRequest): Promise<DryRun>;
  /** What an edit would do to the rows. Throws a Problem where the edit itself cannot stand. */
  previewEdit(appId: string, edit: Edit, fills: Fills): Promise<Impact[]>;
  /**
   * Makes an edit of the plan and brings the rows along; `fills` for what becomes required. Throws a Problem of code
   * `edit-blocked` where rows stand in its way.
   */
  edit(appId: string, edit: Edit, fills: Fills): Promise<AppState>;
  /** Takes back the last change, of rows or plan; nothing where there is none. May throw `undo-conflict`. */
  undo(appId: string): Promise<void>;
  /** Makes again what was undone last; nothing where there is none. May throw `undo-conflict`. */
  redo(appId: string): Promise<void>;
  /** Takes back one entry of the history. Throws `undo-conflict` where later changes stand on it. */
  undoEntry(appId: string, seq: number): Promise<void>;
  /** Closes the database and opens it again from its store, as a phone does that was off. */
  restart(appId: string): Promise<AppState>;
  /** What the starting rows, laid down as they are, would lose or break under the plan of now. */
  previewFresh(appId: string, fills: Fills): Promise<Impact[]>;
  /** Empties all tables, and lays the starting rows down where that is asked for: one change, with undo. */
  startFresh(appId: string, withStartingRows: boolean, fills: Fills): Promise<AppState>;
  /** Makes the rows of now the starting rows. */
  keepRowsAsStarting(appId: string): Promise<AppState>;
  /** The starting rows of one table under the plan of today, and what its links can lead to. */
  startingTable(appId: string, tableId: string): Promise<StartingTable>;
  /** Gives a table other starting rows: those of now where `set` is null. */
  setStartingTable(appId: string, tableId: string, set: RowSet | null): Promise<AppState>;
  /** Gives a query’s table those of its rows of now as starting rows that the query selects. */
  setStartingFromQuery(appId: string, queryId: string, person: number | null): Promise<AppState>;
  /** What freezing the app as it is would make, before anybody says more of it. */
  nextRelease(appId: string): Promise<NextRelease>;
  /** Freezes the app as it is. Throws a Problem of code `release-version`. */
  release(appId: string, asked: { version: string; notes: string }): Promise<AppState>;
  /** Gives a release other notes. Throws a Problem of code `release-gone`. */
  setReleaseNotes(appId: string, releaseId: string, notes: string): Promise<AppState>;
  /** What was frozen in a release. Throws a Problem of code `release-gone`, or `file-broken` where it cannot be had. */
  releasedPlan(appId: string, releaseId: string): Promise<Frozen>;
  /** What going back to a release would do to the rows. */
  previewReturn(appId: string, releaseId: string, fills: Fills): Promise<Impact[]>;
  /** Makes the plan of a release the plan of today, rows brought along. Throws as `edit` does. */
  returnToRelease(appId: string, releaseId: string, fills: Fills): Promise<AppState>;
  /** What brings phones of a release to the plan of today, a version after the other. */
  upgradeWay(appId: string, releaseId: string): Promise<UpgradePart[]>;
  /**
   * Says how rows of the last release come to the plan of today. Throws a Problem of code `invalid-value` where that
   * cannot be.
   */
  setUpgrade(appId: string, upgrade: Upgrade): Promise<AppState>;
  /**
   * Tries the upgrade of a release to the plan of today on a copy; nothing of the app is touched. Told in steps, and can
   * be stopped with `cancelImport`.
   */
  rehearse(appId: string, releaseId: string, subject: Subject): Promise<Trial>;
  /** What was tried of the upgrade to the plan of today, and of the one to a release before that was made. */
  trials(appId: string): Promise<Trial[]>;
  releaseReport(appId: string, releaseId: string): Promise<Report | null>;
  /** The phones that are kept at releases of an app. */
  phones(appId: string): Promise<KeptPhone[]>;
  /**
   * Keeps a phone at a release, made of rows or out of a file; that says itself which release it has. Throws a Problem of
   * code `file-broken` where it is of none.
   */
  keepPhone(appId: string, releaseId: string, source: PhoneSource, name: string): Promise<KeptPhone>;
  renamePhone(phoneId: string, name: string): Promise<void>;
  /** Opens a phone beside its app: it is read and written as an app is. */
  openPhone(phoneId: string): Promise<OpenState>;
  /** Takes a phone away; `bringBackApp` puts it back, for seven days. */
  removePhone(phoneId: string): Promise<void>;
  /** Upgrades a phone to a release, null: to the plan of today. `keeps`: as it was, it is kept beside. */
  updatePhone(phoneId: string, targetId: string | null, keeps: boolean): Promise<KeptPhone>;
  /** How a phone differs from another, null: from the starting rows of its release. */
  comparePhone(phoneId: string, otherId: string | null): Promise<PhoneComparison>;
  /** A release as an app file, without the rows of now, with the releases before it. */
  exportRelease(appId: string, releaseId: string): Promise<string>;
  /**
   * Runs SQL that only reads, at most 1,000 rows of it. Throws a Problem of code `sql`, `sql-refused` or `slow`.
   */
  runSql(appId: string, sql: string): Promise<SqlResult>;
  /**
   * Tries the SQL of a query that was written by hand, as somebody signed in. Throws a Problem of code `sql`,
   * `sql-refused` or `slow`.
   */
  tryQuery(appId: string, query: Query, person: number | null): Promise<HandResult>;
  /** A picture as it is kept; `name` is what its file is called. */
  scalePicture(name: string, bytes: Uint8Array): Promise<Uint8Array>;
  /** The database as a SQLite file, with the definition in it. */
  downloadDatabase(appId: string): Promise<Uint8Array>;
  /** The same as an SQL script that makes it anew. */
  dumpDatabase(appId: string): Promise<string>;
  /** The rows of one table as CSV (RFC 4180). */
  rowsAsCsv(appId: string, tableId: string): Promise<string>;
  /** The rows of all tables as JSON. */
  rowsAsJson(appId: string): Promise<string>;

  /** Reads a file without keeping anything of it; the one of before is forgotten. */
  inspectFile(name: string, bytes: Uint8Array, asked?: ReadingOptions): Promise<IncomingFile>;
  /** Reads a sheet of the file that was inspected, with other settings. */
  readSheet(index: number, settings: SheetSettings): Promise<SheetPreview>;
  /** Makes a new app of the file. */
  importAsApp(name: string, settings: SheetSettings[]): Promise<{ app: AppSummary; report: ImportReport }>;
  /** Adds the file's tables to an app. */
  importTables(appId: string, settings: SheetSettings[]): Promise<ImportReport>;
  /** Puts the rows of a sheet into a table that is there: one change; each refused row with its reason. */
  importRows(appId: string, sheet: number, request: MergeRequest): Promise<ImportReport>;
  /** Stops the import that is under way. */
  cancelImport(): Promise<void>;
  /** Lets go of the file that was inspected. */
  forgetFile(): Promise<void>;
}

export type Outcome<T> = { ok: true; value: T } | { ok: false; problem: Problem };

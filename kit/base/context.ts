import { createContext, useContext } from 'react';
import type { KitNotice, Notices } from '../app/notices';
import type {
  CompiledApp,
  CompiledScreen,
  CompiledTable,
  ReadRequest,
  ReadResult,
  Ripple,
  RoutineNews,
  RoutineRequest,
  WriteRequest,
} from '@/core/compiled';
import type { SearchTexts } from '@/core/driver';
import type { RecordValues } from '@/core/model';
import type { RoutineOutcome } from '@/core/runtime';
import type { CatalogueEntry } from '@/core/scan';
import type { AppSettings } from '@/core/settings';

/** What became of a routine: it ran, with its ripple, it must be told something first, or the person stopped it. */
export type RoutineResult =
  ({ kind: 'done'; ripple: Ripple } & RoutineNews) | Exclude<RoutineOutcome, { kind: 'done' }>;

/**
 * The database as screens see it, as the person who is signed in: in the studio it stands in a worker, on a phone it is
 * expo-sqlite. Every method throws a Problem; beside those named at each, `not-owner` where the app goes on elsewhere.
 */
export interface KitDatabase {
  /**
   * Begins every query key: another app, or another generation of its schema or another person never shares a result.
   */
  scope: readonly (string | number)[];
  /**
   * Rows, and what was read for them: the columns and, with a `key`, the one record, by which a change finds the lists
   * to be fetched again. Fails with `sql` where a value cannot be computed, `slow` where it took too long, and
   * `sql-refused` where a query by hand reads what it may not.
   */
  read(request: ReadRequest): Promise<ReadResult>;
  /**
   * Runs a write as one transaction, with the routines that it starts, and stores it; ends when the lists that it
   * touches are fetched again. Nothing of it stands where it fails: with `constraint` or `invalid-value` (a rule of the
   * plan), `linked` (records elsewhere stop a delete), `circle`, `row-gone`, `not-yours`, `routine` (a step of one that
   * it started), or one of the store's (`store-full`, `store-failed`). Only `store-doubt` leaves it open.
   */
  write(request: WriteRequest): Promise<Ripple>;
  /**
   * Runs a routine as one transaction and stores it; or tells what it has to be told first, with nothing done. Fails as
   * `write` does, mostly with `routine`, which tells the step and the row.
   */
  runRoutine(request: RoutineRequest): Promise<RoutineResult>;
  /**
   * Takes back one entry of the history; nothing where it is no longer there. Fails with `undo-conflict` where its rows
   * or the plan have changed since.
   */
  undo(seq: number): Promise<void>;
  /** Whether there is an index of trigrams; without one a search goes through all texts. */
  trigrams: boolean;
  /** Has what is searched made ready while nobody calls, so that the first search is fast. */
  warmSearch(search: readonly SearchTexts[]): Promise<void>;
}

/** Where a screen is in the app: which screen, and for which record. */
export interface Place {
  screenId: string;
  recordId?: number;
  /** For a list: only those that belong to this record. For a new record's form: what it belongs to. */
  linked?: Linked;
  /** For a new record's form: what it begins with, by column id. */
  values?: RecordValues;
  /** For a record: its place in the list that it was opened from. */
  among?: Among;
}

/** A record's place in a list: the statement that reads one page of it, and how many rows come before it. */
export interface Among {
  request: ReadRequest;
  index: number;
  count: number;
}

/** A record, as one side of a link: the column of the other side's table that leads to it. */
export interface Linked {
  columnId: string;
  recordId: number;
}

export interface KitNavigation {
  go(place: Place): void;
  /** Puts another place where the person is. */
  replace(place: Place): void;
  /** Goes back to the place at this depth; 0 is the start. */
  backTo(depth: number): void;
  /** Goes to a screen of the frame: the way there is forgotten. */
  reset(place: Place): void;
  back(): void;
  /** Goes back past every place that shows this record. */
  leaveRecord(tableId: string, recordId: number): void;
}

/** Reads codes in pictures; null where the device cannot, so that nothing offers it. */
export interface KitCodes {
  /** In a photo that the person chooses, or null; `code` is null where none is found in it. */
  inPhoto: (() => Promise<{ code: string | null } | null>) | null;
  /** In one frame of a browser's camera, RGBA, or null. */
  inFrame: ((rgba: Uint8ClampedArray, width: number, height: number) => Promise<string | null>) | null;
}

/**
 * Pictures and files of the device that the app runs on, each as a `data:` URL. Null where the person changed their
 * mind; throws a Problem.
 */
export interface KitAttachments {
  /** Scaled down to what is kept. */
  choosePicture(): Promise<string | null>;
  /** The same with the camera; null where there is none. Fails with `not-allowed`. */
  takePicture: (() => Promise<string | null>) | null;
  chooseFile(): Promise<string | null>;
  codes: KitCodes;
  /** Shows a file, or hands it to what can. */
  open(file: string): void;
}

/** Who is signed in, where the app has people. `database` reads and writes as that person. */
export interface KitPeople {
  /** The id of the profile, or null. */
  current: number | null;
  /** Signs in, or out; the app is at its start again. */
  signIn(id: number | null): void;
  /** Unpredictable bytes. */
  randomBytes(count: number): Uint8Array;
}

/** What a person hears and feels at a scan. */
export const cues = ['found', 'several', 'none'] as const;

export type Cue = (typeof cues)[number];

/** A service that knows things by their codes. */
export interface KitCatalogue {
  /** What it knows, or null where it knows nothing; throws a Problem of code `catalogue`. */
  ask(code: string): Promise<CatalogueEntry | null>;
}

/** Small texts that outlast a restart, such as what was typed in a form and not saved. */
export interface KitKeep {
  read(key: string): Promise<string | null>;
  /** Forgets where `text` is null. */
  write(key: string, text: string | null): Promise<void>;
}

/** All that is stored, as one file. */
export interface KitBackup {
  /** Hands it to what can keep it. */
  share(): Promise<void>;
  /**
   * Puts what a file holds, which the person chooses, in place of what is stored; null where they changed their mind.
   * Fails with a Problem, with nothing changed, where that is no backup of this app.
   */
  restore(): Promise<'restored' | null>;
}

/** All that the kit needs from its surroundings; it does not know whether it runs in the studio or on a phone. */
export interface Kit {
  app: CompiledApp;
  database: KitDatabase;
  attachments: KitAttachments;
  people: KitPeople;
  navigation: KitNavigation;
  /** What the person set, and the current date, ISO 8601. */
  settings: AppSettings & { today: string };
  changeSettings(settings: AppSettings): void;
  keep: KitKeep;
  catalogue: KitCatalogue;
  /** Null where what is stored is kept otherwise. */
  backup: KitBackup | null;
  /** Sounds and vibrates, each where it is asked for. */
  cue(cue: Cue, by: { sound: boolean; vibration: boolean }): void;
  /** Hands a page to the printer; HTML with its own styles. */
  print(title: string, html: string): void;
  /** Shows a notice; null dismisses what is shown. */
  notify(notice: KitNotice | null): void;
  changeNotices(change: (now: Notices) => Notices): void;
}

const KitContext = createContext<Kit | null>(null);

export const KitProvider = KitContext.Provider;

/**
 * The places from the start to where the person is. Apart from the rest, so that a move draws no screen anew that
 * stays.
 */
const StackContext = createContext<readonly Place[]>([]);

export const KitStackProvider = StackContext.Provider;

export const useStack = (): readonly Place[] => useContext(StackContext);

/** The notices stand apart, so that their coming and going draws no screen anew. */
const NoticesContext = createContext<Notices>([]);

export const KitNoticesProvider = NoticesContext.Provider;

export const useNotices = (): Notices => useContext(NoticesContext);

export function useKit(): Kit {
  const kit = useContext(KitContext);
  if (!kit) throw new Error('A kit component stands outside of its KitProvider');
  return kit;
}

export function screenOf(app: Pick<CompiledApp, 'screens'>, screenId: string): CompiledScreen | undefined {
  return app.screens.find(({ id }) => id === screenId);
}

export function tableOf(app: CompiledApp, tableId: string): CompiledTable | undefined {
  return app.tables.find(({ id }) => id === tableId);
}

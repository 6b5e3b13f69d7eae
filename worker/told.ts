import type { PhoneOf } from './phoneOf';
import type { Ripple, RoutineNews } from '@/core/compiled';
import type { Row } from '@/core/driver';
import type { AppIcon, Definition } from '@/core/model';
import type { Glance } from '@/core/plan';
import type { Rehearsed, ReleaseHead, Trial, Upgrade } from '@/core/release';
import type { RoutineOutcome } from '@/core/runtime';

/** What became of a routine: it ran, with its ripple, it must be told something first, or a person stopped it. */
export type RoutineResult =
  ({ kind: 'done'; ripple: Ripple } & RoutineNews) | Exclude<RoutineOutcome, { kind: 'done' }>;

/** An app as the shelf shows it. */
export interface AppSummary {
  id: string;
  name: string;
  accent: Definition['theme']['accent'];
  tables: number;
  rows: number;
  icon?: AppIcon | undefined;
  /** Its first screen, as it was when the shelf last heard of it. */
  glance?: Glance | undefined;
  /** ISO 8601, UTC. */
  lastEdit: string;
  removedAt: string | null;
  /** Of a phone that is kept at a release. */
  phoneOf?: PhoneOf | undefined;
}

/** A phone that is kept at a release of an app; null: at a plan that was never released. */
export interface KeptPhone {
  id: string;
  name: string;
  releaseId: string | null;
  /** Whether it came out of a file, and is looked at alone. */
  isPulled: boolean;
  rows: number;
  /** ISO 8601, UTC. */
  lastEdit: string;
}

/** How a phone differs from another: what became of the other's values, and how many rows each has alone. */
export type PhoneComparison = Pick<Trial, 'totals' | 'told'> & { here: number; there: number };

/**
 * An app that is open here, held by another tab, or let go of since nobody can tell whether its last change is stored.
 */
export type OpenState = { kind: 'open'; state: AppState } | { kind: 'elsewhere' } | { kind: 'doubt' };

export interface AppState {
  /** The last entry of the history that this state tells of. */
  seq: number;
  definition: Definition;
  /** What the next undo takes back and the next redo makes again, or null. */
  undo: string | null;
  redo: string | null;
  /**
   * Another one with each opening and each change of the schema: what was read under one says nothing under another.
   */
  generation: string;
  /** How many starting rows tables have, by id, or null where the app is installed empty. */
  starting: Record<string, number> | null;
  /** Oldest first. */
  releases: ReleaseHead[];
  /** What is said of how rows of the last release come to the plan. */
  upgrade: Upgrade | null;
  /** What the rehearsal of the upgrade to the plan came to. */
  rehearsed: Rehearsed;
  news: OpeningNews;
}

/** What an upgrade does from one version of the schema to the next; `release`: which has it, null for the plan of today. */
export interface UpgradePart {
  version: number;
  release: string | null;
  /** Sentences without their full stops. */
  words: string[];
  statements: string[];
}

/** What opening an app had to say: told once, to whoever opened it. */
export interface OpeningNews {
  /** Changes at the end of the journal that could not be read or made again; they were put aside. */
  damaged: number;
  /** What of the plan broke a limit or rule, and what was done about it, in words. */
  mends: string[];
  /** Whether the plan could not be read at all: then one was made from the rows, and the app has no history before. */
  rescued: boolean;
}

/** How the browser keeps what is stored here. */
export interface StorageState {
  /** What everything takes, and how much there may be, in bytes. */
  used: number;
  room: number;
  /** Whether the browser promises not to clear it when space runs short. */
  isKept: boolean;
  /** When the shelf was last backed up, ISO 8601; null for never. */
  backedUpAt: string | null;
}

/** An app in a backup. */
export interface BackupApp {
  id: string;
  name: string;
  rows: number;
  tables: number;
  /** ISO 8601, UTC. */
  lastEdit: string;
  /** Whether an app of this id is on the shelf. */
  isThere: boolean;
  /** Whether its files are as they were written. */
  isWhole: boolean;
}

/** What to do with each app of a backup: as one more, in place of the one that is on the shelf, or nothing. */
export type BackupChoice = 'copy' | 'replace' | 'leave';

/** What came of it: the apps that are on the shelf now, and those that are not, each with why. */
export interface Restored {
  apps: { name: string; mends: string[] }[];
  refused: { name: string; reason: string }[];
}

/** What the worker tells of its own accord. */
export type WorkerEvent =
  | { kind: 'changed'; appId: string; ripple: Ripple; state: AppState }
  /** Another plan, other starting rows, or the app opened again. */
  | { kind: 'state-changed'; appId: string; state: AppState }
  | { kind: 'shelf-changed' }
  /** How far an import is, in rows. */
  | { kind: 'progress'; done: number; total: number }
  /** The app is no longer open here: another tab has it, or whether its last change is stored cannot be told. */
  | { kind: 'lost'; appId: string; inDoubt: boolean };

export interface SqlResult {
  columns: string[];
  rows: Row[string][][];
  more: boolean;
  milliseconds: number;
}

/** What the SQL of a query gives that was written by hand: how many columns, and rows, or that there are more. */
export interface HandResult {
  columns: number;
  count: number;
  more: boolean;
  milliseconds: number;
}

import type { Sqlite3Static } from '@sqlite.org/sqlite-wasm';
import type { KeyValueStore } from '@/core/store';
import type { ShippedApp } from './install';
import type { WorkerEvent } from './protocol';
import type { TabLocks } from './tabLocks';

/** An app that ships with Fern Shelf. */
export interface Demo {
  /** The id that it has on the shelf, unless a removed one has it still. */
  id: string;
  /** Throws a Problem where it cannot be had. */
  load: () => Promise<ShippedApp>;
}

/** What the shelf needs of where it runs. */
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
  /** What the browser tells of its storage. */
  estimate: () => Promise<{ used: number; room: number; isKept: boolean }>;
  /** An app that ships with Fern Shelf; null where there is none of that name. */
  demo: (name: string) => Demo | null;
  /** Lets messages that have come in have their turn. */
  breathe: () => Promise<void>;
  /** As HostEnvironment's. */
  wait: (milliseconds: number) => Promise<void>;
}

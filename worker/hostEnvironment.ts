import type { Sqlite3Static } from '@sqlite.org/sqlite-wasm';
import { Engine } from '@/core/engine';
import type { KeyValueStore } from '@/core/store';
import type { WorkerEvent } from './protocol';

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

/** As much of it as a database needs. */
export type EngineEnvironment = Pick<HostEnvironment, 'sqlite3' | 'clock'>;

export function openEngine({ sqlite3, clock }: EngineEnvironment, bytes: Uint8Array | null): Engine {
  return Engine.open(sqlite3, bytes, clock);
}

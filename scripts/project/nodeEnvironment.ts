import type { Sqlite3Static } from '@sqlite.org/sqlite-wasm';
import type { KeyValueStore } from '@/core/store';
import type { HostEnvironment } from '../../worker/hostEnvironment';

/** SQLite in Node.js, for what the worker does otherwise. */
export async function nodeEnvironment(kv: KeyValueStore): Promise<HostEnvironment> {
  const { default: load } = (await import('@sqlite.org/sqlite-wasm')) as unknown as {
    default: () => Promise<Sqlite3Static>;
  };
  return {
    sqlite3: await load(),
    kv,
    token: 'shell',
    clock: () => performance.now(),
    now: () => new Date().toISOString(),
    emit: () => undefined,
    wait: (milliseconds) => new Promise((resolve) => setTimeout(resolve, milliseconds)),
  };
}

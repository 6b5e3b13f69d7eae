import './globals';
import { expose } from 'comlink';
import { browserStorage } from './browserStorage';
import { Shelf } from './shelf';
import { scalePicture } from './scalePicture';
import { onShelf } from './shelfEntries';
import { askedEarly, shippedDemo } from './shippedDemo';
import { startSqlite } from './sqliteModule';
import { tabLocks } from './tabLocks';
import { outcome } from './outcome';
import type { Outcome, WorkerApi, WorkerEvent } from './protocol';

/** A message to oneself comes after those that have come in; a timer would wait longer than a step of work takes. */
const breathe = () =>
  new Promise<void>((resolve) => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => {
      port1.close();
      resolve();
    };
    port2.postMessage(null);
  });

const listeners = new Set<(event: WorkerEvent) => void>();
const tabs = new BroadcastChannel('fern-shelf');
tabs.onmessage = () => listeners.forEach((listener) => listener({ kind: 'shelf-changed' }));

// The page that it was started by says in its name where it is: the demo is asked for before SQLite is there.
const { name } = globalThis as unknown as { name?: string };
const demo = name === '/demo' ? askedEarly('theatre', (id) => onShelf(browserStorage, id)) : shippedDemo;

const shelf = startSqlite().then(
  (sqlite3) =>
    new Shelf({
      sqlite3,
      storage: browserStorage,
      scalePicture,
      locks: tabLocks,
      clock: () => performance.now(),
      now: () => new Date().toISOString(),
      newId: () => crypto.randomUUID().slice(0, 13),
      emit: (event) => {
        listeners.forEach((listener) => listener(event));
        if (event.kind === 'shelf-changed') tabs.postMessage(event.kind);
      },
      estimate: async () => {
        const [{ usage = 0, quota = 0 }, isKept] = await Promise.all([
          navigator.storage.estimate(),
          navigator.storage.persisted(),
        ]);
        return { used: usage, room: quota, isKept };
      },
      demo,
      breathe,
      wait: (milliseconds) => new Promise((resolve) => void setTimeout(resolve, milliseconds)),
    }),
);

/** The one door into the worker: a method of WorkerApi by name, its problems as data. */
const door = {
  call(method: keyof WorkerApi, args: unknown[]): Promise<Outcome<unknown>> {
    return outcome(async () => {
      const api = (await shelf) as unknown as Record<string, (...given: unknown[]) => Promise<unknown>>;
      return api[method]?.(...args);
    });
  },
  /** Many reads as one message, in their order. */
  readAll(calls: Parameters<WorkerApi['read']>[]): Promise<Outcome<unknown>[]> {
    return Promise.all(calls.map((args) => door.call('read', args)));
  },
  listen(listener: (event: WorkerEvent) => void): void {
    listeners.add(listener);
  },
};
export type WorkerDoor = typeof door;

expose(door);

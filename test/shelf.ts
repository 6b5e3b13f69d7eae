import { type KeyValueStore, memoryStore } from '@/core/store';
import { demos } from '@/demo';
import type { WorkerEvent } from '@/worker';
import { laidApp, shippedApp } from '@/worker/install';
import { Shelf } from '@/worker/shelf';
import type { ShelfEnvironment } from '@/worker/shelfEnvironment';
import type { TabLocks } from '@/worker/tabLocks';
import { sqlite } from './sqlite';

/** The stores of one browser, and its locks: what the tabs of a test share. */
export interface Browser {
  storage: (name: string) => KeyValueStore;
  stores: Map<string, ReturnType<typeof memoryStore>>;
  holders: Map<string, () => void>;
}

export function browser(): Browser {
  const stores = new Map<string, ReturnType<typeof memoryStore>>();
  const storage = (name: string) => {
    const found = stores.get(name) ?? memoryStore();
    stores.set(name, found);
    return found;
  };
  return { storage, stores, holders: new Map() };
}

/** Locks that are asked for and let go at once, as between tabs that answer. */
function locksOf({ holders }: Browser): TabLocks {
  const hold = (appId: string, onAsked: () => void) => {
    holders.set(appId, onAsked);
    return { release: () => void (holders.get(appId) === onAsked && holders.delete(appId)) };
  };
  return {
    take: async (appId, onAsked) => (holders.has(appId) ? null : hold(appId, onAsked)),
    takeOver: async (appId, onAsked) => {
      holders.get(appId)?.();
      for (let turn = 0; holders.has(appId) && turn < 100; turn++)
        await new Promise((resolve) => setTimeout(resolve, 1));
      return hold(appId, onAsked);
    },
  };
}

let made = 0;

/** One tab: a shelf in the browser, and a clock of its own to set; `otherwise`: what it has instead of the usual. */
export async function tab(shared: Browser = browser(), otherwise: Partial<ShelfEnvironment> = {}) {
  const events: WorkerEvent[] = [];
  const time = { now: '2026-11-20T10:00:00.000Z' };
  const engine = { sqlite3: await sqlite(), clock: () => performance.now() };
  const shelf = new Shelf({
    ...engine,
    storage: shared.storage,
    locks: locksOf(shared),
    now: () => time.now,
    newId: () => `made${++made}`,
    scalePicture: async (_name, bytes) => bytes,
    emit: (event) => events.push(event),
    estimate: async () => ({ used: 12_000_000, room: 2_000_000_000, isKept: false }),
    demo: (name) => {
      if (!Object.hasOwn(demos, name)) return null;
      const file = demos[name as keyof typeof demos]();
      return { id: file.definition.id, load: async () => shippedApp(laidApp(engine, file)) };
    },
    breathe: () => new Promise((resolve) => setImmediate(resolve)),
    wait: () => new Promise(() => undefined),
    ...otherwise,
  });
  return { shelf, events, time };
}

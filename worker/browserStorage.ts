import { createAsyncStorage } from '@react-native-async-storage/async-storage';
import type { KeyValueStore } from '@/core/store';

/**
 * Below this the browser is out of room, whatever it says of a failed write: its own words are not always handed on.
 */
const LEAST_ROOM_BYTES = 1_000_000;

/** A key-value store of the browser by its name; a write that fails for want of room says so. */
export function browserStorage(name: string): KeyValueStore {
  const storage = createAsyncStorage(name);
  return {
    getMany: (keys) => storage.getMany(keys),
    removeMany: (keys) => storage.removeMany(keys),
    getAllKeys: () => storage.getAllKeys(),
    setMany: async (entries) => {
      try {
        await storage.setMany(entries);
      } catch (error) {
        throw (await isFull(entries)) ? new DOMException('there is no room left', 'QuotaExceededError') : error;
      }
    },
  };
}

async function isFull(entries: Record<string, string>): Promise<boolean> {
  const { usage = 0, quota = Infinity } = await navigator.storage.estimate();
  const needed = Object.values(entries).reduce((sum, value) => sum + value.length, 0);
  return quota - usage < Math.max(LEAST_ROOM_BYTES, needed);
}

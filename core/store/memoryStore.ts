import type { KeyValueStore } from './keyValueStore';

/** A key-value store in memory: for tests, and for a database that need not last. */
export function memoryStore(values = new Map<string, string>()): KeyValueStore & { values: Map<string, string> } {
  return {
    values,
    getMany: async (keys) => Object.fromEntries(keys.map((key) => [key, values.get(key) ?? null])),
    setMany: async (entries) => Object.entries(entries).forEach(([key, value]) => values.set(key, value)),
    removeMany: async (keys) => keys.forEach((key) => values.delete(key)),
    getAllKeys: async () => [...values.keys()],
  };
}

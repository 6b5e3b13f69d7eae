/** What a store needs of AsyncStorage. `setMany` is one atomic step: all of it is there afterwards, or none. */
export interface KeyValueStore {
  getMany(keys: string[]): Promise<Record<string, string | null>>;
  setMany(entries: Record<string, string>): Promise<void>;
  removeMany(keys: string[]): Promise<void>;
  getAllKeys(): Promise<string[]>;
}

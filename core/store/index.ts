export type { Build, Built } from './building';
export * from './databaseStore';
export * from './journalEntry';
export type { KeyValueStore, Wait } from './keyValueStore';
export * from './memoryStore';
export { createStore, type OpenedStore, openStore } from './openStore';
export { fromBase64, seal, toBase64, unseal } from './seal';
export type { Parts } from './snapshot';
export { type FormerContents, type FormerEntry, readFormer } from './formerFormat';

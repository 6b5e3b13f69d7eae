export * from './databaseStore';
export * from './journalEntry';
export * from './keyValueStore';
export * from './memoryStore';
export { fromBase64, seal, toBase64, unseal } from './seal';

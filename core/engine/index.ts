export { ConflictError } from './changeSet';
export { Engine, SLOWEST_READ_MS } from './engine';
export { isDatabase } from './image';
export * from './fold';
export * from './readSet';
export * from './row';
export { SHORTEST_INDEXED, type SearchIndex, searchName, searchTexts } from './search';
export type { Access, Reach } from './reach';
export type { OpenMigration, OpenWrite, PendingWrite, QueryResult, RanStatement, Writer } from './writer';

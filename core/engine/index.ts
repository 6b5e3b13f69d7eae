export { ConflictError } from './changeSet';
export * from './engine';
export * from './fold';
export * from './readSet';
export * from './row';
export { SHORTEST_INDEXED, type SearchIndex, searchName, searchTexts } from './search';
export type { Access, Reach } from './reach';

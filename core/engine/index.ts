export { ConflictError } from './changeSet';
export * from './engine';
export * from './fold';
export * from './readSet';
export type { SearchIndex } from './search';

export { apply, invert, Recording } from './changeSet';
export { readAll } from './readRows';
export { Engine } from './engine';
export { isDatabase } from './image';
export type { OpenMigration } from './migration';

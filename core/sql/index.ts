export * from './fragment';
export * from './literal';
export * from './names';

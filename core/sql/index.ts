export * from './fragment';
export * from './literal';
export * from './names';
export * from './type';
export * from './typed';

export * from './codeName';
export * from './options';
export * from './permissions';

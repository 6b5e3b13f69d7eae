export * from './codeName';
export * from './options';
export * from './permissions';
export * from './otherwise';
export * from './iconOf';

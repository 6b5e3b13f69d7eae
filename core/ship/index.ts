export * from './codeName';
export * from './options';

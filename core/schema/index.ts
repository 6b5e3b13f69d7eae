export * from './convert';
export * from './ddl';
export * from './impact';
export * from './upgrade';

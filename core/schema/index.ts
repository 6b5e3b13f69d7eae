export * from './convert';
export * from './describeImpact';
export * from './ddl';
export * from './impact';
export * from './matching';
export * from './upgrade';
export * from './view';
export * from './waiting';

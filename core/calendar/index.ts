export * from './days';
export * from './names';
export * from './span';
export * from './views';

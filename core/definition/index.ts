export * from './columnKind';
export * from './currency';
export * from './definition';
export * from './edit';
export * from './identifier';
export * from './naming';
export * from './validate';
export * from './value';

export * from './definition';
export * from './primitives';
export * from './routine';
export * from './screen';

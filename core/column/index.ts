export * from './attachment';
export * from './columnKind';
export * from './rule';
export * from './stored';
export * from './value';
export * from './valueType';

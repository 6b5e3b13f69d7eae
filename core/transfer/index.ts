export * from './appFile';
export * from './cell';
export * from './detect';
export * from './gridRows';
export * from './linkName';
export * from './sheet';

export * from './parse';
export * from './compile';

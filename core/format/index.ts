export * from './format';
export * from './input';
export * from './settings';

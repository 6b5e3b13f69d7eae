export * from './format';
export * from './numbers';

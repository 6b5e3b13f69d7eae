export * from './format';
export * from './input';

export * from './days';
export * from './names';

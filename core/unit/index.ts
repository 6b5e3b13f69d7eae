export * from './currency';
export * from './unit';

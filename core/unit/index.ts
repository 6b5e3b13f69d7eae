export * from './unit';

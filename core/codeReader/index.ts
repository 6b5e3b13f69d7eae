export * from './decode';

export * from './printPage';

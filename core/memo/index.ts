export * from './memo';

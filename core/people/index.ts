export * from './pin';

export * from './appFile';

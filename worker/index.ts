export { type WorkerClient, startWorker } from './client';
export { makeProject, type ProjectRun } from './projectClient';
export type * from './protocol';

export { type WorkerClient, startWorker } from './client';
export type * from './protocol';

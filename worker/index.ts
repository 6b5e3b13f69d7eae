export { type WorkerClient, startWorker } from './client';
export { describeObstacle } from './obstacle';
export type * from './protocol';

export { type WorkerClient, startWorker } from './client';
export { codeReader } from './codeClient';
export { demoIds } from './demoIds';
export { makeProject, type ProjectIndex, type ProjectReader, type ProjectRun, readProject } from './projectClient';
export type * from './protocol';

import { proxy, wrap } from 'comlink';
import { ProblemError } from '@/core/problem';
import type { ProjectDoor, ProjectRequest } from './projectWorker';

/** A project that is being made: its archive, and the way to stop it. */
export interface ProjectRun {
  /** The zip; null where it was stopped. Fails with a Problem. */
  archive: Promise<Uint8Array | null>;
  stop(): void;
}

/** Makes a project in a worker of its own, which is there for that alone; `app` gives the app's file. */
export function makeProject(
  { app, ...chosen }: Omit<ProjectRequest, 'app'> & { app: Promise<string> },
  told: (done: number, total: number) => void,
): ProjectRun {
  const worker = new Worker(new URL('./projectWorker', window.location.href));
  const door = wrap<ProjectDoor>(worker);
  let stop: () => void = () => undefined;
  const stopped = new Promise<null>((resolve) => (stop = () => resolve(null)));
  const failed = new Promise<never>((_, reject) => {
    worker.onerror = ({ message }) => reject(new Error(message || 'The worker could not be started'));
  });
  const make = async (): Promise<Uint8Array> => {
    const outcome = await door.make({ app: await app, ...chosen }, proxy(told));
    if (!outcome.ok) throw new ProblemError(outcome.problem);
    return outcome.value;
  };
  const archive = Promise.race([make(), stopped, failed]).finally(() => worker.terminate());
  return { archive, stop };
}

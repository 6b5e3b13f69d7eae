import { proxy, wrap } from 'comlink';
import { ProblemError } from '@/core/problem';
import type { WorkerDoor } from './fernWorker';
import type { WorkerApi, WorkerEvent } from './protocol';

export interface WorkerClient {
  /** Every method of WorkerApi; a problem comes as a ProblemError. */
  api: WorkerApi;
  /** Hears what the worker tells; returns the way to stop hearing it. */
  subscribe(listener: (event: WorkerEvent) => void): () => void;
}

/** Starts the worker and gives its typed client. */
export function startWorker(): WorkerClient {
  const door = wrap<WorkerDoor>(new Worker(new URL('./fernWorker', window.location.href)));
  const listeners = new Set<(event: WorkerEvent) => void>();
  void door.listen(proxy((event: WorkerEvent) => listeners.forEach((listener) => listener(event))));
  const api = new Proxy({} as WorkerApi, {
    get: (_target, method) => async (...args: unknown[]) => {
      const outcome = await door.call(method as keyof WorkerApi, args);
      if (!outcome.ok) throw new ProblemError(outcome.problem);
      return outcome.value;
    },
  });
  return {
    api,
    subscribe(listener) {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
  };
}

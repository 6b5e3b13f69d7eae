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

/** Calls made in one turn go as one message and come back as one: what a change refreshes is then drawn at once. */
function gathered<In, Out>(callAll: (calls: In[]) => Promise<Out[]>): (call: In) => Promise<Out> {
  let calls: In[] = [];
  let answers: Promise<Out[]> | null = null;
  return async (call) => {
    const index = calls.push(call) - 1;
    answers ??= Promise.resolve().then(() => {
      const sent = calls;
      calls = [];
      answers = null;
      return callAll(sent);
    });
    return (await answers)[index] as Out;
  };
}

declare global {
  /** Starts the worker unless it has been: where the built page has it started before its own script was there. */
  var fernWorker: (() => Worker) | undefined;
}

/** Starts the worker and gives its typed client. */
export function startWorker(): WorkerClient {
  const door = wrap<WorkerDoor>(globalThis.fernWorker?.() ?? new Worker(new URL('./fernWorker', window.location.href)));
  const listeners = new Set<(event: WorkerEvent) => void>();
  void door.listen(proxy((event: WorkerEvent) => listeners.forEach((listener) => listener(event))));
  const readTogether = gathered((calls: Parameters<WorkerApi['read']>[]) => door.readAll(calls));
  const api = new Proxy({} as WorkerApi, {
    get:
      (_target, method) =>
      async (...args: unknown[]) => {
        const outcome = await (method === 'read'
          ? readTogether(args as Parameters<WorkerApi['read']>)
          : door.call(method as keyof WorkerApi, args));
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

import { proxy, wrap } from 'comlink';
import { ProblemError } from '@/core/problem';
import type { WorkerDoor } from './fernWorker';
import { HeldCalls } from './held';
import type { WorkerApi, WorkerEvent } from './protocol';

export interface WorkerClient {
  /** Every method of WorkerApi; a problem comes as a ProblemError. */
  api: WorkerApi;
  /** Hears what the worker tells; returns the way to stop hearing it. */
  subscribe(listener: (event: WorkerEvent) => void): () => void;
  /** Sends what is called from now on when `until` has ended, in its order: the page has the processor until then. */
  hold(until: Promise<unknown>): void;
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
  /** Whether it could not be started before anybody listened. */
  var fernWorkerFailed: boolean | undefined;
}

/** Starts the worker and gives its typed client; `onFailed` hears where it cannot be started. */
export function startWorker(onFailed: () => void): WorkerClient {
  const worker = globalThis.fernWorker?.() ?? new Worker(new URL('./fernWorker', window.location.href));
  // What goes wrong in a worker that runs is told by its calls.
  let isRunning = false;
  const fail = () => void (isRunning || onFailed());
  if (globalThis.fernWorkerFailed) fail();
  worker.addEventListener('error', fail);
  const door = wrap<WorkerDoor>(worker);
  const listeners = new Set<(event: WorkerEvent) => void>();
  void door
    .listen(proxy((event: WorkerEvent) => listeners.forEach((listener) => listener(event))))
    .then(() => void (isRunning = true));
  const held = new HeldCalls();
  // Reads are gathered before they are held: no later call goes before them.
  const readTogether = gathered((calls: Parameters<WorkerApi['read']>[]) => held.send(() => door.readAll(calls)));
  const api = new Proxy({} as WorkerApi, {
    get:
      (_target, method) =>
      async (...args: unknown[]) => {
        const outcome = await (method === 'read'
          ? readTogether(args as Parameters<WorkerApi['read']>)
          : held.send(async () => await door.call(method as keyof WorkerApi, args)));
        if (!outcome.ok) throw new ProblemError(outcome.problem);
        return outcome.value;
      },
  });
  return {
    api,
    hold: (until) => held.hold(until),
    subscribe(listener) {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
  };
}

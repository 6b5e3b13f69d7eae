import { type Remote, wrap } from 'comlink';
import { ProblemError } from '@/core/problem';
import type { Outcome } from './protocol';

/** What a worker's door is asked; fails with a ProblemError, and where the worker cannot be started. */
export function doorOf<Door>(worker: Worker) {
  const door = wrap<Door>(worker);
  const failed = new Promise<never>((_, reject) => {
    worker.onerror = ({ message }) => reject(new Error(message || 'The worker could not be started'));
  });
  failed.catch(() => undefined);
  const ask = async <T>(work: (door: Remote<Door>) => Promise<Outcome<T>>): Promise<T> => {
    const answer = await Promise.race([work(door), failed]);
    if (!answer.ok) throw new ProblemError(answer.problem);
    return answer.value;
  };
  return { ask, end: () => worker.terminate() };
}

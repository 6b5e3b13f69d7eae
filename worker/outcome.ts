import { toProblem } from '@/core/problem';
import type { Outcome } from './protocol';

/** A worker's work with its problem as data: errors lose their kind on the way to the page. */
export async function outcome<T>(work: () => T | Promise<T>): Promise<Outcome<T>> {
  try {
    return { ok: true, value: await work() };
  } catch (error) {
    return { ok: false, problem: toProblem(error) };
  }
}

import { ProblemError } from '@/core/problem';

/** The problem that a piece of work ends with, any other error as it is, or null where it ends well. */
export const problemOf = (work: Promise<unknown>): Promise<unknown> =>
  work.then(
    () => null,
    (error: unknown) => (error instanceof ProblemError ? error.problem : error),
  );

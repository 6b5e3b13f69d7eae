import { describeProblem } from './words';
import { type Problem } from './problem';

/** The exception form of a Problem, for code that cannot go on. Caught at the borders and turned back into data. */
export class ProblemError extends Error {
  constructor(readonly problem: Problem) {
    super(describeProblem(problem).what);
    this.name = 'ProblemError';
  }
}

/** Any thrown value as a Problem. */
export function toProblem(error: unknown): Problem {
  if (error instanceof ProblemError) return error.problem;
  return { code: 'unexpected', detail: error instanceof Error ? error.message : String(error) };
}

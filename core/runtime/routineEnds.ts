import { ProblemError } from '@/core/problem';
import type { Question, RoutineOutcome } from './routineOutcome';

export class Asked extends Error {
  constructor(readonly question: Question) {
    super(question.question);
  }
}
export class Stopped extends Error {}
/** The catalogue is to be asked: what it says comes back as an answer, in JSON, or '' where it knows nothing. */
export class Outside extends Error {
  constructor(
    readonly key: string,
    readonly code: string,
  ) {
    super(code);
  }
}

/** A value that a step gave a record breaks a rule of its column. */
export class RuleError extends ProblemError {
  constructor(
    readonly recordId: number,
    reason: string,
    place: string,
  ) {
    super({ code: 'invalid-value', place, reason });
  }
}

/** How a run ended that one of these broke off, or null where it failed. */
export function endOf(error: unknown): RoutineOutcome | null {
  if (error instanceof Asked) return { kind: 'asks', question: error.question };
  if (error instanceof Outside) return { kind: 'outside', key: error.key, code: error.code };
  return error instanceof Stopped ? { kind: 'stopped' } : null;
}

import type { CompiledApp, RoutineNews } from '@/core/compiled';
import type { Writer } from '@/core/driver';
import type { Answer, Scalar } from '@/core/model';

/** What a person answered, by the key of the question. Records are given by their ids, going on as 1. */
export type Answers = Readonly<Record<string, Scalar>>;

/** Something that a routine must be told before it can go on. */
export interface Question {
  key: string;
  question: string;
  /** The row of a loop that it is put for, by name. */
  of: string | null;
  answer: Answer;
}

/**
 * How a run of a routine ended. Unless it is `done` nothing of it may stay: whoever began the transaction rolls it
 * back.
 */
export type RoutineOutcome =
  | ({ kind: 'done' } & RoutineNews)
  | { kind: 'asks'; question: Question }
  | { kind: 'outside'; key: string; code: string }
  | { kind: 'stopped' };

/** What of a compiled app writes and routines need. */
export type RunningApp = Pick<CompiledApp, 'tables' | 'routines'>;

/** What a routine runs in. */
export interface RoutineSetting {
  app: RunningApp;
  writer: Writer;
  person: number | null;
  answers: Answers;
}

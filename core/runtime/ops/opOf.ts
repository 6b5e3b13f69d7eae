import type { Frame, RoutineRun } from '../routineRun';
import type { Op } from '@/core/compiled';

export type OpOf<K extends Op['kind']> = Extract<Op, { kind: K }>;

/** Runs a step of one kind, and gives what is at hand after it. */
export type Runs<K extends Op['kind']> = (run: RoutineRun, op: OpOf<K>, frame: Frame) => Frame;

/** What a step does that brings nothing to hand. */
export const leaving =
  <K extends Op['kind']>(does: (run: RoutineRun, op: OpOf<K>, frame: Frame) => void): Runs<K> =>
  (run, op, frame) => {
    does(run, op, frame);
    return frame;
  };

/** The record that a step leads to; null for none. */
export function recordOf(run: RoutineRun, { record }: OpOf<'go'> | OpOf<'run'>, frame: Frame): number | null {
  const id = record === null ? null : (run.row(record, frame)?.id ?? null);
  return id === null ? null : Number(id);
}

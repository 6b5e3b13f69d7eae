import { runOp } from './ops';
import { endOf } from './routineEnds';
import type { RoutineOutcome, RoutineSetting } from './routineOutcome';
import { RoutineRun } from './routineRun';
import type { RoutineNews } from '@/core/compiled';
import type { RoutineStart } from '@/core/model';
import { ProblemError } from '@/core/problem';

/**
 * Runs a routine on records, or by itself, inside a transaction that is under way. What it asks is asked once for all
 * of them. Throws a Problem of code `routine` that tells the step and the row at fault.
 */
export function runRoutine(setting: RoutineSetting, routineId: string, recordIds: readonly number[]): RoutineOutcome {
  const routine = setting.app.routines.find(({ id }) => id === routineId);
  if (!routine)
    throw new ProblemError({ code: 'definition', place: 'routines', reason: 'this routine is no longer there' });
  const news: RoutineNews = { messages: [], go: null };
  try {
    new RoutineRun(setting, news, runOp).routine(routine, recordIds, '');
    return { kind: 'done', ...news };
  } catch (error) {
    const ended = endOf(error);
    if (ended) return ended;
    throw error;
  }
}

/** Runs the routines that saving or deleting records starts. */
export function startRoutines(
  setting: RoutineSetting,
  tableId: string,
  start: RoutineStart,
  recordIds: readonly number[],
  news: RoutineNews,
): void {
  const runner = new RoutineRun(setting, news, runOp);
  if (start === 'deleting') runner.deleting(tableId, recordIds);
  else runner.started(tableId, start, recordIds);
}

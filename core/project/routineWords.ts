import { type CompiledRoutine, type Op, type Statement, usualSteps } from '@/core/compiled';
import { leaveOut } from './leaveOut';
import { Call } from './parts';

/** A routine without what holds for most, its steps in words: `step.ask('Ask for …', { … })`. */
export function routineWords({ ops, ...routine }: CompiledRoutine): object {
  const usual = { tableId: null, starts: [], batched: false, nameOf: null, there: null };
  return { ...leaveOut(routine, usual), steps: stepsWords(ops, routine.nameOf) };
}

/** Steps that are run for a row which `rowName` names. */
const stepsWords = (ops: readonly Op[], rowName: Statement | null): Call[] =>
  ops.map(({ kind, sentence, ...op }) => {
    const { ops: within, otherwise, ...said } = op as Partial<Record<'ops' | 'otherwise', Op[]>>;
    const named = kind === 'each' ? (within?.[0]?.rowName ?? null) : rowName;
    return new Call(`step.${kind}`, [
      sentence,
      {
        ...leaveOut(said, { rowName, ...usualSteps[kind], stepId: op.stepId } as object),
        ...(kind === 'each' ? { named } : {}),
        ...(within ? { steps: stepsWords(within, named) } : {}),
        ...(otherwise && otherwise.length > 0 ? { otherwise: stepsWords(otherwise, rowName) } : {}),
      },
    ]);
  });

import { type CompiledRoutine, type Op, type OpCommon, type Statement, usualSteps } from '@/core/compiled';

/** A step as a module says it: by its place it is known, and what is usual is left out. */
export interface StepSaid {
  kind: Op['kind'];
  sentence: string;
  /** Names the row that it is run for, where that is another than of the steps around it. */
  rowName?: Statement | null;
  steps?: StepSaid[];
  otherwise?: StepSaid[];
  /** Names the rows that the steps within are run for. */
  named?: Statement | null;
}

type OpOf<K> = Extract<Op, { kind: K }>;
type Usual<K extends Op['kind']> = keyof (typeof usualSteps)[K] & keyof OpOf<K>;
type Within = keyof OpCommon | 'kind' | 'ops' | 'otherwise';

type Given<K extends Op['kind']> = Omit<OpOf<K>, Within | Usual<K>> &
  Partial<Pick<OpOf<K>, Exclude<Usual<K>, 'otherwise'>>> &
  Pick<StepSaid, 'rowName'> &
  (K extends 'each' ? Required<Pick<StepSaid, 'steps' | 'named'>> : object) &
  (K extends 'if' ? Required<Pick<StepSaid, 'steps'>> & Pick<StepSaid, 'otherwise'> : object);

const of =
  <K extends Op['kind']>(kind: K) =>
  (sentence: string, said: Given<K>): StepSaid => ({ ...said, kind, sentence });

/** What a routine does one after another: each kind of step by its sentence and what it runs. */
export const step = {
  set: of('set'),
  insert: of('insert'),
  update: of('update'),
  copy: of('copy'),
  delete: of('delete'),
  each: of('each'),
  if: of('if'),
  ask: of('ask'),
  lookUp: of('lookUp'),
  message: of('message'),
  go: of('go'),
  run: of('run'),
};

interface RoutineSaid
  extends
    Pick<CompiledRoutine, 'id' | 'name'>,
    Partial<Pick<CompiledRoutine, 'starts' | 'batched' | 'nameOf' | 'there'>> {
  /** The table on whose records it is run; of none where it is run by itself. */
  tableId?: string;
  steps: StepSaid[];
}

/** What runs as one transaction, step by step: all of it or nothing. */
export function routine({ steps, tableId, starts = [], ...rest }: RoutineSaid): CompiledRoutine {
  const { batched = false, nameOf = null, there = null, ...called } = rest;
  let at = 0;
  const opsOf = (all: readonly StepSaid[], rowName: Statement | null): Op[] =>
    all.map(({ steps: within, otherwise, named = rowName, kind, ...given }): Op => {
      const stepId = `step${++at}`;
      const ops = within ? { ops: opsOf(within, named) } : {};
      const besides = otherwise ? { otherwise: opsOf(otherwise, rowName) } : {};
      return { rowName, ...usualSteps[kind], kind, ...given, stepId, ...ops, ...besides } as Op;
    });
  return { ...called, tableId: tableId ?? null, starts, batched, nameOf, there, ops: opsOf(steps, nameOf) };
}

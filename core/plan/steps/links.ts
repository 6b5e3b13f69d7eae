import { fault, unless } from '@/core/fault';
import type { Step, StepOf } from '@/core/model';
import { recordTableAt, type StepScope } from '../stepScope';
import { stepValueWords } from '../stepWords';
import { linkAt } from './linkAt';
import {
  expressionOf,
  quietStep,
  recordOf,
  saving,
  type StepExpression,
  type StepPlan,
  type StepTraits,
} from './traits';
import { columnNamed, lower } from './words';
import { deleting } from './writes';

type LinkStep = StepOf<'link'> | StepOf<'unlink'>;

const sideOf = (plan: StepPlan, { columnId, record }: LinkStep, scope: StepScope) =>
  linkAt(plan, columnId, recordTableAt(plan, scope, record));

/** The path to the record on the other side. */
function otherRecord(
  plan: StepPlan,
  step: LinkStep,
  scope: StepScope,
  text: string,
  set: (text: string) => void,
): StepExpression {
  const other = sideOf(plan, step, scope)?.other.tableId;
  const expected = { kind: 'record', ...(other === undefined ? {} : { tableId: other }) } as const;
  return expressionOf(step as Step, scope, text, expected, set);
}

/**
 * Links two records, by a link column of the record's own table, or by one of a linking table that leads to the record:
 * that is given a row for the two.
 */
export const link: StepTraits<StepOf<'link'>> = {
  ...quietStep,
  names: ({ columnId }) => ({ columns: [columnId] }),
  expressions: (plan, step, scope) => [
    ...recordOf(step, scope),
    otherRecord(plan, step, scope, step.to, (text) => void (step.to = text)),
  ],
  faults: (plan, step, scope) => unless(sideOf(plan, step, scope) !== null, 'no-link', {}, ['columnId']),
  writes: (plan, step, scope) => saving(sideOf(plan, step, scope)?.table.id),
  sentence: (app, { record, to, columnId }, scope) => {
    const found = columnNamed(app, columnId);
    const by = found ? (found.table.linking ? ` in ${found.table.name}` : ` as its ${lower(found.column.name)}`) : '';
    return `Link ${stepValueWords(app, record, scope)} to ${stepValueWords(app, to, scope)}${by}.`;
  },
};

/** Undoes a link; of a linking table, to one record or to all. */
export const unlink: StepTraits<StepOf<'unlink'>> = {
  ...quietStep,
  names: ({ columnId }) => ({ columns: [columnId] }),
  expressions: (plan, step, scope) => [
    ...recordOf(step, scope),
    ...(step.from === undefined ? [] : [otherRecord(plan, step, scope, step.from, (text) => void (step.from = text))]),
  ],
  faults: (plan, step, scope) => {
    const side = sideOf(plan, step, scope);
    if (!side) return [fault('no-link', {}, ['columnId'])];
    if (side.own !== null) return [];
    return [
      ...unless(!side.other.required, 'unlinks-required', { column: side.other.name }, ['columnId']),
      ...unless(step.from === undefined, 'unlinks-whatever', {}, ['from']),
    ];
  },
  writes: (plan, step, scope) => {
    const side = sideOf(plan, step, scope);
    return side?.own ? deleting(plan, side.table.id) : saving(side?.table.id);
  },
  sentence: (app, { record, from, columnId }, scope) => {
    const one = stepValueWords(app, record, scope);
    if (from !== undefined) return `Unlink ${one} from ${stepValueWords(app, from, scope)}.`;
    const found = columnNamed(app, columnId);
    const by = found
      ? found.table.linking
        ? ` from all in ${found.table.name}`
        : ` from its ${lower(found.column.name)}`
      : '';
    return `Unlink ${one}${by}.`;
  },
};

import type { StepOf } from '@/core/model';
import { screensOf } from '../madeScreens';
import { fitsParameter } from '../parameter';
import { recordTableAt } from '../stepScope';
import { stepValueWords } from '../stepWords';
import { noQuery, noTable } from './faults';
import { expressionOf, quietStep, recordOf, type StepTraits, withRecord } from './traits';
import { lower, tableNamed } from './words';

/** Goes over rows; bare names in its condition and its steps are of each row. */
export const each: StepTraits<StepOf<'each'>> = {
  ...quietStep,
  names: ({ tableId, queryId }) => ({ tables: [tableId], ...(queryId === undefined ? {} : { queries: [queryId] }) }),
  inside: ({ tableId, name }, scope) => ({ ...withRecord(scope, name, tableId), row: { tableId, name } }),
  expressions: (_, step, scope) =>
    step.condition === undefined
      ? []
      : [
          expressionOf(
            step,
            each.inside(step, scope),
            step.condition,
            { kind: 'condition' },
            (text) => void (step.condition = text),
          ),
        ],
  fault: (definition, { tableId, queryId, given = {} }) => {
    const parameters = definition.queries?.find(({ id }) => id === queryId)?.parameters ?? [];
    const takes = ([name, value]: [string, string]) =>
      parameters.some((one) => one.name === name && one.kind !== 'person' && fitsParameter(one, value));
    const wrong = Object.entries(given).find((one) => !takes(one));
    return (
      noTable(definition, tableId) ??
      noQuery(definition, queryId, tableId) ??
      (wrong ? `it gives “:${wrong[0]}”, which its query does not take` : null)
    );
  },
  sentence: (app, step, scope) => {
    const query = app.queries?.find(({ id }) => id === step.queryId);
    const among = query ? ` of the query ${query.name}` : '';
    const where =
      step.condition === undefined ? '' : ` where ${stepValueWords(app, step.condition, each.inside(step, scope))}`;
    return `For each ${lower(tableNamed(app, step.tableId)?.recordName ?? 'record')}${among}${where}:`;
  },
};

/** Does one thing where a condition holds, another where it does not. */
export const branch: StepTraits<StepOf<'if'>> = {
  ...quietStep,
  expressions: (_, step, scope) => [
    expressionOf(step, scope, step.condition, { kind: 'condition' }, (text) => void (step.condition = text)),
  ],
  sentence: (app, { condition }, scope) => `If ${stepValueWords(app, condition, scope)}:`,
};

/** Goes to a screen. */
export const go: StepTraits<StepOf<'go'>> = {
  ...quietStep,
  names: ({ screenId }) => ({ screens: [screenId] }),
  expressions: (_, step, scope) => recordOf(step, scope),
  fault: (definition, { screenId, record }, scope) => {
    const screen = screensOf(definition).list.find(({ id }) => id === screenId);
    if (!screen) return 'it leads to a screen that is not there';
    if (record === undefined) return screen.kind === 'record' ? `${screen.name} shows a record: say which` : null;
    return 'tableId' in screen && screen.tableId === recordTableAt(definition, scope, record)
      ? null
      : `${screen.name} does not show this record`;
  },
  sentence: (app, { screenId, record }, scope) => {
    const name = app.screens?.list.find(({ id }) => id === screenId)?.name ?? 'a screen';
    return `Go to ${name}${record === undefined ? '' : ` with ${stepValueWords(app, record, scope)}`}.`;
  },
};

/** Runs another routine. */
export const run: StepTraits<StepOf<'run'>> = {
  ...quietStep,
  names: ({ routineId }) => ({ routines: [routineId] }),
  expressions: (_, step, scope) => recordOf(step, scope),
  fault: (definition, { routineId, record }, scope) => {
    const routine = definition.routines?.find(({ id }) => id === routineId);
    if (!routine) return 'the routine that it runs is not there';
    if (routine.tableId === undefined) return record === undefined ? null : `${routine.name} is of no record`;
    return record !== undefined && recordTableAt(definition, scope, record) === routine.tableId
      ? null
      : `${routine.name} needs a ${tableNamed(definition, routine.tableId)?.recordName.toLowerCase() ?? 'record'} to run on`;
  },
  sentence: (app, { routineId, record }, scope) => {
    const name = app.routines?.find(({ id }) => id === routineId)?.name ?? 'a routine';
    return `Run ${name}${record === undefined ? '' : ` on ${stepValueWords(app, record, scope)}`}.`;
  },
};

import { fault, unless } from '@/core/fault';
import type { StepOf } from '@/core/model';
import { screensOf } from '../madeScreens';
import { wrongGiven } from '../screens/references';
import { recordTableAt } from '../stepScope';
import { stepValueWords } from '../stepWords';
import { noQueryOf, noTable } from './faults';
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
  faults: (definition, { tableId, queryId, given = {} }) => [
    ...noTable(definition, tableId),
    ...noQueryOf(definition, queryId, tableId),
    ...wrongGiven(definition.queries?.find(({ id }) => id === queryId) ?? {}, given),
  ],
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
  faults: (definition, { screenId, record }, scope) => {
    const screen = screensOf(definition).list.find(({ id }) => id === screenId);
    if (!screen) return [fault('no-screen', {}, ['screenId'])];
    const named = { screen: screen.name };
    if (record === undefined) return unless(screen.kind !== 'record', 'shows-a-record', named);
    const shows = 'tableId' in screen && screen.tableId === recordTableAt(definition, scope, record);
    return unless(shows, 'shows-another', named, ['record']);
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
  faults: (definition, { routineId, record }, scope) => {
    const named = definition.routines?.find(({ id }) => id === routineId);
    if (!named) return [fault('no-routine', {}, ['routineId'])];
    const { name: routine, tableId } = named;
    if (tableId === undefined) return unless(record === undefined, 'runs-on-none', { routine }, ['record']);
    const fits = record !== undefined && recordTableAt(definition, scope, record) === tableId;
    const needed = tableNamed(definition, tableId)?.recordName.toLowerCase() ?? 'record';
    return unless(fits, 'runs-on', { routine, record: needed }, ['record']);
  },
  sentence: (app, { routineId, record }, scope) => {
    const name = app.routines?.find(({ id }) => id === routineId)?.name ?? 'a routine';
    return `Run ${name}${record === undefined ? '' : ` on ${stepValueWords(app, record, scope)}`}.`;
  },
};

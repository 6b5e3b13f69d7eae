import { isAsked, mustBeGiven } from '@/core/column';
import { fault, unless } from '@/core/fault';
import type { Assignment, StepOf } from '@/core/model';
import { cascadedTables } from '../link';
import { isPersonal } from '../people';
import { recordTableAt, type StepScope } from '../stepScope';
import { stepValueWords } from '../stepWords';
import { givenTwice } from './faults';
import {
  columnIn,
  expressionOf,
  quietStep,
  recordOf,
  saving,
  type StepExpression,
  type StepPlan,
  type StepTraits,
  withRecord,
  type Written,
} from './traits';
import { article, lower, setWords, tableNamed } from './words';

/** Adds a record. */
export const insert: StepTraits<StepOf<'insert'>> = {
  ...quietStep,
  names: ({ tableId, values }) => ({ tables: [tableId], columns: values.map(({ columnId }) => columnId) }),
  after: (_, { name, tableId }, scope) => withRecord(scope, name, tableId),
  expressions: (plan, step, scope) =>
    step.values.map((value) =>
      expressionOf(
        step,
        scope,
        value.text,
        { kind: 'assigned', column: columnIn(plan, step.tableId, value.columnId) },
        (text) => void (value.text = text),
      ),
    ),
  faults: ({ tables }, { tableId, values }) => {
    const table = tables.find(({ id }) => id === tableId);
    if (!table) return [fault('no-table', {}, ['tableId'])];
    const isGiven = ({ id }: { id: string }) => values.some(({ columnId }) => columnId === id);
    const { columns } = table;
    return [
      ...columns
        .filter((column) => isPersonal(column) && isGiven(column))
        .map(({ name }) => fault('given-personal', { column: name }, ['values'])),
      ...columns
        .filter((column) => mustBeGiven(column) && !isGiven(column))
        .map(({ name }) => fault('given-missing', { column: `${table.name} › ${name}` }, ['values'])),
      ...givenTwice(values),
    ];
  },
  writes: (_, { tableId }) => saving(tableId),
  sentence: (app, { tableId, values }, scope) => {
    const given = setWords(app, values, tableId, scope);
    return `Add ${article(tableNamed(app, tableId)?.recordName ?? 'record')}${given ? `: set ${given}` : ''}.`;
  },
};

/** The values that columns of a record are given: as in SQL, bare names are of that record. */
export const valuesOfRecord = (
  plan: StepPlan,
  step: StepOf<'update'> | StepOf<'copy'>,
  scope: StepScope,
): StepExpression[] => {
  const tableId = recordTableAt(plan, scope, step.record);
  return step.values.map((value: Assignment) => ({
    ...expressionOf(
      step,
      scope,
      value.text,
      { kind: 'assigned', column: columnIn(plan, tableId, value.columnId) },
      (text) => void (value.text = text),
    ),
    tableId,
  }));
};

/** Seen from the record of a path. */
export const atRecord = (scope: StepScope, tableId: string | null): StepScope => ({
  ...scope,
  row: tableId === null ? null : { tableId, name: '' },
});

/** Changes a record. */
export const update: StepTraits<StepOf<'update'>> = {
  ...quietStep,
  names: ({ values }) => ({ columns: values.map(({ columnId }) => columnId) }),
  expressions: (plan, step, scope) => [...recordOf(step, scope), ...valuesOfRecord(plan, step, scope)],
  faults: ({ tables }, { values }) => {
    if (values.length === 0) return [fault('set-nothing', {}, ['values'])];
    const set = tables
      .flatMap(({ columns }) => columns)
      .filter(({ id }) => values.some(({ columnId }) => columnId === id));
    const personal = set.find(isPersonal);
    // They stand in a table of their own, and so are set by a statement of their own.
    const isMixed = personal !== undefined && !set.every(isPersonal);
    return [...unless(!isMixed, 'set-personal', { column: personal?.name ?? '' }, ['values']), ...givenTwice(values)];
  },
  writes: (plan, { record }, scope) => saving(recordTableAt(plan, scope, record)),
  sentence: (app, { record, values }, scope) => {
    const tableId = recordTableAt(app, scope, record);
    return `Of ${stepValueWords(app, record, scope)}, set ${setWords(app, values, tableId, atRecord(scope, tableId))}.`;
  },
};

/** That records of a table are deleted, with those of cascaded deletes. */
export const deleting = (plan: StepPlan, tableId: string | null | undefined): Written[] =>
  tableId ? cascadedTables(plan, tableId).map((each) => ({ tableId: each, start: 'deleting' })) : [];

/** Deletes a record. */
export const remove: StepTraits<StepOf<'delete'>> = {
  ...quietStep,
  expressions: (_, step, scope) => recordOf(step, scope),
  writes: (plan, { record }, scope) => deleting(plan, recordTableAt(plan, scope, record)),
  sentence: (app, { record }, scope) => `Delete ${stepValueWords(app, record, scope)}.`,
};

/** Looks the record's code up in the catalogue, and sets those columns that it has a fitting answer for. */
export const lookUp: StepTraits<StepOf<'lookUp'>> = {
  ...quietStep,
  names: ({ codeId, columnIds }) => ({ columns: [codeId, ...columnIds] }),
  expressions: (_, step, scope) => recordOf(step, scope),
  faults: (definition, { record, codeId, columnIds }, scope) => {
    const tableId = recordTableAt(definition, scope, record);
    if (tableId === null) return [];
    const isSettable = (id: string) => {
      const column = columnIn(definition, tableId, id);
      return column !== undefined && isAsked(column) && !column.perPerson && column.kind !== 'link';
    };
    const isCode = columnIn(definition, tableId, codeId)?.kind === 'barcode';
    return [
      ...unless(isCode, 'no-code-asked', {}, ['codeId']),
      ...columnIds.flatMap((id, at) => unless(isSettable(id), 'no-answer-column', {}, ['columnIds', at])),
    ];
  },
  writes: (plan, { record }, scope) => saving(recordTableAt(plan, scope, record)),
  asks: true,
  sentence: (app, { record, codeId, columnIds }, scope) => {
    const tableId = recordTableAt(app, scope, record);
    const nameOf = (id: string) => columnIn(app, tableId, id)?.name ?? 'a column';
    const code = lower(nameOf(codeId));
    return [
      `Look up the ${code} of ${stepValueWords(app, record, scope)} in the catalogue,`,
      `and set what it knows of ${columnIds.map(nameOf).join(', ')}.`,
    ].join(' ');
  },
};

import { isAsked, mustBeGiven } from '@/core/column';
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
  fault: ({ tables }, { tableId, values }) => {
    const table = tables.find(({ id }) => id === tableId);
    if (!table) return 'its table is not there';
    const isGiven = ({ id }: { id: string }) => values.some(({ columnId }) => columnId === id);
    const personal = table.columns.find((column) => isPersonal(column) && isGiven(column));
    if (personal) return `${personal.name} is each person’s own: set it in a step after this one`;
    const missing = table.columns.find((column) => mustBeGiven(column) && !isGiven(column));
    return missing ? `${table.name} › ${missing.name} must not be blank: give it a value` : givenTwice(values);
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
  fault: ({ tables }, { values }) => {
    if (values.length === 0) return 'it sets nothing: give a column a value';
    const set = tables
      .flatMap(({ columns }) => columns)
      .filter(({ id }) => values.some(({ columnId }) => columnId === id));
    // They stand in a table of their own, and so are set by a statement of their own.
    return set.some(isPersonal) && !set.every(isPersonal)
      ? `${set.find(isPersonal)?.name} is each person’s own: set it in a step of its own`
      : givenTwice(values);
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
export const lookUp: StepTraits<StepOf<'refresh'>> = {
  ...quietStep,
  names: ({ codeId, columnIds }) => ({ columns: [codeId, ...columnIds] }),
  expressions: (_, step, scope) => recordOf(step, scope),
  fault: (definition, { record, codeId, columnIds }, scope) => {
    const tableId = recordTableAt(definition, scope, record);
    if (tableId === null) return null;
    if (columnIn(definition, tableId, codeId)?.kind !== 'barcode') return 'it asks about a code that is not there';
    const isSettable = (id: string) => {
      const column = columnIn(definition, tableId, id);
      return column !== undefined && isAsked(column) && !column.perPerson && column.kind !== 'link';
    };
    return columnIds.every(isSettable) ? null : 'it sets a column that is not there';
  },
  writes: (plan, { record }, scope) => saving(recordTableAt(plan, scope, record)),
  asks: true,
  sentence: (app, { record, codeId, columnIds }, scope) => {
    const tableId = recordTableAt(app, scope, record);
    const nameOf = (id: string) => columnIn(app, tableId, id)?.name ?? 'a column';
    const code = lower(nameOf(codeId));
    return `Look up the ${code} of ${stepValueWords(app, record, scope)} in the catalogue, and set what it knows of ${columnIds.map(nameOf).join(', ')}.`;
  },
};

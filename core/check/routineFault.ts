import { typeWords } from '@/core/expression';
import { isAsked, mustBeGiven } from '@/core/column';
import { type Definition, allSteps, type Routine, type RoutineStart, type Step, THIS } from '@/core/model';
import {
  assigned,
  cascadedTables,
  screensOf,
  fitsParameter,
  isPersonal,
  expressionsOfRoutine,
  linkAt,
  type StepExpression,
  analysedAt,
  type PlacedStep,
  placedSteps,
  recordTableAt,
} from '@/core/plan';

/** Why a routine cannot run as it is, in words, or null. */
export function routineFault(definition: Definition, routine: Routine): string | null {
  const { tables } = definition;
  if (routine.tableId !== undefined && !tables.some(({ id }) => id === routine.tableId))
    return 'its table is not there';
  const { starts = [], steps } = routine;
  if (routine.tableId === undefined && starts.some((start) => start !== 'opening'))
    return 'saving or deleting starts a routine of a table';
  if (routine.tableId !== undefined && starts.includes('opening'))
    return 'opening the app starts a routine that is of no table';
  const asking = starts.some((start) => start !== 'opening') ? askingFrom(definition, routine) : null;
  if (asking)
    return `a routine that asks a person or the catalogue cannot be started by saving or deleting${asking === routine ? '' : `, and it leads to ${asking.name}`}`;
  return (
    repeatedName(steps) ??
    first(placedSteps(definition, routine), (placed) => stepFault(definition, placed)) ??
    first(expressionsOfRoutine(definition, routine), (each) => stepExpressionFault(definition, each))
  );
}

function first<T>(items: readonly T[], fault: (item: T) => string | null): string | null {
  for (const item of items) {
    const found = fault(item);
    if (found !== null) return found;
  }
  return null;
}

function repeatedName(steps: readonly Step[]): string | null {
  const seen = new Set([THIS, 'today']);
  for (const step of allSteps(steps)) {
    if (!('name' in step)) continue;
    if (seen.has(step.name)) return `“:${step.name}” is there already`;
    seen.add(step.name);
  }
  return null;
}

function stepFault(
  { tables, queries = [], screens: designed, routines = [] }: Definition,
  { step, scope }: PlacedStep,
): string | null {
  const plan = { tables };
  const screens = screensOf({ tables, ...(designed ? { screens: designed } : {}) }).list;
  const noTable = (tableId: string) => (tables.some(({ id }) => id === tableId) ? null : 'its table is not there');
  const noQuery = (queryId: string | undefined, tableId: string) => {
    if (queryId === undefined) return null;
    const query = queries.find(({ id }) => id === queryId);
    return query?.tableId === tableId
      ? null
      : query
        ? 'its query selects rows of another table'
        : 'its query is not there';
  };
  const twice = (values: readonly { columnId: string }[]) =>
    new Set(values.map(({ columnId }) => columnId)).size < values.length ? 'a column is given two values' : null;
  switch (step.kind) {
    case 'insert': {
      const table = tables.find(({ id }) => id === step.tableId);
      if (!table) return 'its table is not there';
      const personal = table.columns.find(
        (column) => isPersonal(column) && step.values.some(({ columnId }) => columnId === column.id),
      );
      if (personal) return `${personal.name} is each person’s own: set it in a step after this one`;
      const missing = table.columns.find(
        (column) => mustBeGiven(column) && !step.values.some(({ columnId }) => columnId === column.id),
      );
      return missing ? `${table.name} › ${missing.name} must not be blank: give it a value` : twice(step.values);
    }
    case 'update': {
      if (step.values.length === 0) return 'it sets nothing: give a column a value';
      const set = tables
        .flatMap(({ columns }) => columns)
        .filter(({ id }) => step.values.some(({ columnId }) => columnId === id));
      // They stand in a table of their own, and so are set by a statement of their own.
      return set.some(isPersonal) && !set.every(isPersonal)
        ? `${set.find(isPersonal)?.name} is each person’s own: set it in a step of its own`
        : twice(step.values);
    }
    case 'each': {
      const query = queries.find(({ id }) => id === step.queryId);
      const wrong = Object.entries(step.given ?? {}).find(
        ([name, value]) =>
          !(query?.parameters ?? []).some(
            (each) => each.name === name && each.kind !== 'person' && fitsParameter(each, value),
          ),
      );
      return (
        noTable(step.tableId) ??
        noQuery(step.queryId, step.tableId) ??
        (wrong ? `it gives “:${wrong[0]}”, which its query does not take` : null)
      );
    }
    case 'ask':
      return step.answer.kind === 'record'
        ? (noTable(step.answer.tableId) ?? noQuery(step.answer.queryId, step.answer.tableId))
        : null;
    case 'link':
    case 'unlink': {
      const side = linkAt(plan, step.columnId, recordTableAt(plan, scope, step.record));
      if (!side) return 'there is no such link of this record';
      if (step.kind === 'unlink' && side.own === null && side.other.required)
        return `${side.other.name} must not be blank: link it to another record instead`;
      return step.kind === 'unlink' && side.own === null && step.from !== undefined
        ? 'it is unlinked from whatever it is linked to'
        : null;
    }
    case 'refresh': {
      const table = tables.find(({ id }) => id === recordTableAt(plan, scope, step.record));
      const columnOf = (columnId: string) => table?.columns.find(({ id }) => id === columnId);
      if (table && columnOf(step.codeId)?.kind !== 'barcode') return 'it asks about a code that is not there';
      return table &&
        !step.columnIds.every((id) => {
          const column = columnOf(id);
          return column && isAsked(column) && !column.perPerson && column.kind !== 'link';
        })
        ? 'it sets a column that is not there'
        : null;
    }
    case 'go': {
      const screen = screens.find(({ id }) => id === step.screenId);
      if (!screen) return 'it leads to a screen that is not there';
      if (screen.kind === 'record' && step.record === undefined) return `${screen.name} shows a record: say which`;
      if (
        step.record !== undefined &&
        !('tableId' in screen && screen.tableId === recordTableAt(plan, scope, step.record))
      )
        return `${screen.name} does not show this record`;
      return null;
    }
    case 'run': {
      const routine = routines.find(({ id }) => id === step.routineId);
      if (!routine) return 'the routine that it runs is not there';
      if (routine.tableId === undefined) return step.record === undefined ? null : `${routine.name} is of no record`;
      return step.record !== undefined && recordTableAt(plan, scope, step.record) === routine.tableId
        ? null
        : `${routine.name} needs a ${tables.find(({ id }) => id === routine.tableId)?.recordName.toLowerCase() ?? 'record'} to run on`;
    }
    default:
      return null;
  }
}

/** Why an expression cannot stand in its step, in words, or null. */
export function stepExpressionFault(
  definition: Pick<Definition, 'tables'>,
  { text, scope, tableId, expected }: StepExpression,
): string | null {
  const compiled = analysedAt(definition, scope, text, tableId);
  const [fault] = compiled.faults;
  if (fault)
    return `“${text}”: at character ${fault.start + 1}, ${fault.reason}${fault.suggestion ? `; did you mean “${fault.suggestion}”?` : ''}`;
  const { type } = compiled;
  switch (expected.kind) {
    case 'value':
      return null;
    case 'condition':
      return type.kind === 'yesNo' || type.kind === 'any'
        ? null
        : `“${text}”: a condition is yes or no, not ${typeWords(type)}`;
    case 'record': {
      const found = recordTableAt(definition, scope, text);
      if (found === null) return `“${text}” leads to no record`;
      if (expected.tableId === undefined || found === expected.tableId) return null;
      const wanted = definition.tables.find(({ id }) => id === expected.tableId);
      return `“${text}” leads to another table than ${wanted?.name ?? 'that of the link'}`;
    }
    case 'assigned': {
      if (!expected.column) return 'it gives a value to a column that is not there';
      const leadsTo =
        tableId === scope.row?.tableId
          ? recordTableAt(definition, scope, text)
          : recordTableAt(definition, { ...scope, row: tableId === null ? null : { tableId, name: '' } }, text);
      const made = assigned(expected.column, text, compiled, leadsTo);
      return 'fault' in made ? `“${text}”: ${made.fault}` : null;
    }
  }
}

/**
 * What a routine writes: the tables whose records it saves, and those whose records it deletes, with those that go
 * along.
 */
export function writtenBy(
  plan: Pick<Definition, 'tables'>,
  routine: Pick<Routine, 'tableId' | 'steps'>,
): { tableId: string; start: RoutineStart }[] {
  return placedSteps(plan, routine).flatMap(({ step, scope }): { tableId: string; start: RoutineStart }[] => {
    const saves = (tableId: string | null | undefined) => (tableId ? [{ tableId, start: 'saving' as const }] : []);
    const deletes = (tableId: string | null | undefined) =>
      tableId ? cascadedTables(plan, tableId).map((each) => ({ tableId: each, start: 'deleting' as const })) : [];
    switch (step.kind) {
      case 'insert':
        return saves(step.tableId);
      case 'update':
      case 'refresh':
        return saves(recordTableAt(plan, scope, step.record));
      case 'delete':
        return deletes(recordTableAt(plan, scope, step.record));
      case 'link':
      case 'unlink': {
        const side = linkAt(plan, step.columnId, recordTableAt(plan, scope, step.record));
        return side?.own && step.kind === 'unlink' ? deletes(side.table.id) : saves(side?.table.id);
      }
      default:
        return [];
    }
  });
}

/**
 * The routines that a routine runs, and those that what it writes starts. A routine is not started by what it writes
 * itself.
 */
function nextRoutines(definition: Pick<Definition, 'tables' | 'routines'>, routine: Routine): Routine[] {
  const { routines = [] } = definition;
  const runs = allSteps(routine.steps).flatMap((step) => (step.kind === 'run' ? [step.routineId] : []));
  const written = writtenBy(definition, routine);
  const started = routines.filter(
    (other) =>
      other.id !== routine.id &&
      written.some(({ tableId, start }) => other.tableId === tableId && other.starts?.includes(start)),
  );
  return [...routines.filter(({ id }) => runs.includes(id)), ...started];
}

/** The first routine that asks a person or the catalogue, of this one and all that it leads to, or null. */
function askingFrom(definition: Pick<Definition, 'tables' | 'routines'>, routine: Routine): Routine | null {
  const reached = new Set([routine]);
  // A set that grows while it is gone through is gone through to its end.
  for (const each of reached) {
    if (allSteps(each.steps).some(({ kind }) => kind === 'ask' || kind === 'refresh')) return each;
    for (const next of nextRoutines(definition, each)) reached.add(next);
  }
  return null;
}

/** Routines that start one another in a circle, by name, or null. */
export function routineCircle(definition: Pick<Definition, 'tables' | 'routines'>): string[] | null {
  const { routines = [] } = definition;
  const done = new Set<string>();
  const walk = (routine: Routine, above: readonly Routine[]): string[] | null => {
    const at = above.indexOf(routine);
    if (at >= 0) return [...above.slice(at), routine].map(({ name }) => name);
    if (done.has(routine.id)) return null;
    for (const each of nextRoutines(definition, routine)) {
      const circle = walk(each, [...above, routine]);
      if (circle) return circle;
    }
    done.add(routine.id);
    return null;
  };
  for (const routine of routines) {
    const circle = walk(routine, []);
    if (circle) return circle;
  }
  return null;
}

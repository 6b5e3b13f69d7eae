import { typeWords, faultWords } from '@/core/expression';
import { allSteps, type Definition, type Routine, type Step, THIS } from '@/core/model';
import {
  analysedAt,
  assigned,
  expressionsOfRoutine,
  namedIn,
  placedSteps,
  recordTableAt,
  stepAsks,
  type StepExpression,
  stepFault,
  stepWrites,
  type Written,
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
    return [
      'a routine that asks a person or the catalogue cannot be started by saving or deleting',
      ...(asking === routine ? [] : [`and it leads to ${asking.name}`]),
    ].join(', ');
  return (
    repeatedName(steps) ??
    first(placedSteps(definition, routine), ({ step, scope }) => stepFault(definition, step, scope)) ??
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

/** Why an expression cannot stand in its step, in words, or null. */
export function stepExpressionFault(
  definition: Pick<Definition, 'tables'>,
  { text, scope, tableId, expected }: StepExpression,
): string | null {
  const compiled = analysedAt(definition, scope, text, tableId);
  const [fault] = compiled.faults;
  if (fault) return `“${text}”: ${faultWords(fault)}`;
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

/** What a routine writes: the tables whose records it saves, and those whose records it deletes. */
export const writtenBy = (plan: Pick<Definition, 'tables'>, routine: Pick<Routine, 'tableId' | 'steps'>): Written[] =>
  placedSteps(plan, routine).flatMap(({ step, scope }) => stepWrites(plan, step, scope));

/**
 * The routines that a routine runs, and those that what it writes starts. A routine is not started by what it writes
 * itself.
 */
function nextRoutines(definition: Pick<Definition, 'tables' | 'routines'>, routine: Routine): Routine[] {
  const { routines = [] } = definition;
  const runs = namedIn(routine).routines;
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
    if (allSteps(each.steps).some(stepAsks)) return each;
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

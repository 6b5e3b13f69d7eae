import { fault, type Fault, pathTo, under, unless } from '@/core/fault';
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
  stepFaults,
  stepWrites,
  type Written,
} from '@/core/plan';

/** Why a routine cannot run as it is. */
export function routineFaults(definition: Definition, routine: Routine): Fault[] {
  const { tableId, steps } = routine;
  if (tableId !== undefined && !definition.tables.some(({ id }) => id === tableId))
    return [fault('no-table', {}, ['tableId'])];
  return [
    ...startFaults(definition, routine),
    ...nameFaults(routine, steps),
    ...placedSteps(definition, routine).flatMap(({ step, scope }) =>
      atStep(routine, step, stepFaults(definition, step, scope)),
    ),
    ...expressionsOfRoutine(definition, routine).flatMap((each) =>
      atStep(routine, each.step, stepExpressionFaults(definition, each)),
    ),
  ];
}

const atStep = (routine: Routine, step: Step, faults: readonly Fault[]): Fault[] =>
  faults.length === 0 ? [] : under(pathTo(routine, step.id), faults);

function startFaults(definition: Definition, routine: Routine): Fault[] {
  const { starts = [], tableId } = routine;
  const byWriting = starts.some((start) => start !== 'opening');
  const asking = byWriting ? askingFrom(definition, routine) : null;
  const at = ['starts'];
  return [
    ...unless(tableId !== undefined || !byWriting, 'start-without-table', {}, at),
    ...unless(tableId === undefined || !starts.includes('opening'), 'start-with-table', {}, at),
    ...(asking ? [fault('start-asks', { through: asking === routine ? null : asking.name }, at)] : []),
  ];
}

function nameFaults(routine: Routine, steps: readonly Step[]): Fault[] {
  const seen = new Set([THIS, 'today']);
  return allSteps(steps).flatMap((step) => {
    if (!('name' in step)) return [];
    const isNew = !seen.has(step.name);
    seen.add(step.name);
    return isNew ? [] : atStep(routine, step, [fault('name-taken', { name: step.name }, ['name'])]);
  });
}

/** Why an expression cannot stand in its step. */
export function stepExpressionFaults(
  definition: Pick<Definition, 'tables'>,
  { text, scope, tableId, expected }: StepExpression,
): Fault[] {
  const compiled = analysedAt(definition, scope, text, tableId);
  if (compiled.faults.length > 0) return compiled.faults.map((of) => fault('expression', { text, of }));
  const { type } = compiled;
  switch (expected.kind) {
    case 'value':
      return [];
    case 'condition':
      return unless(type.kind === 'yesNo' || type.kind === 'any', 'no-condition', { text, found: type });
    case 'record': {
      const found = recordTableAt(definition, scope, text);
      if (found === null) return [fault('no-record', { text })];
      const wanted = definition.tables.find(({ id }) => id === expected.tableId)?.name ?? null;
      const fits = expected.tableId === undefined || found === expected.tableId;
      return unless(fits, 'record-elsewhere', { text, wanted });
    }
    case 'assigned': {
      if (!expected.column) return [fault('no-column-given', {})];
      const leadsTo =
        tableId === scope.row?.tableId
          ? recordTableAt(definition, scope, text)
          : recordTableAt(definition, { ...scope, row: tableId === null ? null : { tableId, name: '' } }, text);
      const made = assigned(expected.column, text, compiled, leadsTo);
      return 'fault' in made ? [made.fault] : [];
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

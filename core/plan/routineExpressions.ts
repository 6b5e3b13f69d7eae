import { childrenOf, type Expression, parseExpression, renameIn, spellName } from '@/core/expression';
import { columnOfRoutine } from './routineColumns';
import { insideScope, type PlacedStep, placedSteps, analysedAt, recordTableAt, type StepScope } from './routineScope';
import type { Column, Definition, Routine, Step } from '@/core/model';
type Plan = Pick<Definition, 'tables'>;

/** What an expression of a step has to give. */
export type StepExpected =
  | { kind: 'value' }
  | { kind: 'condition' }
  | { kind: 'record'; tableId?: string }
  | { kind: 'assigned'; column: Column | undefined };

/** An expression of a step: what is at hand there, and which table its bare names are of. */
export interface StepExpression {
  step: Step;
  text: string;
  scope: StepScope;
  tableId: string | null;
  expected: StepExpected;
  set(text: string): void;
}

/** Every expression of a routine. */
export const expressionsOfRoutine = (plan: Plan, routine: Routine): StepExpression[] =>
  placedSteps(plan, routine).flatMap((placed) => expressionsOfStep(plan, placed));

/** The expressions of a step, without those of the steps inside it. */
export function expressionsOfStep(plan: Plan, { step, scope }: PlacedStep): StepExpression[] {
  const rowTable = scope.row?.tableId ?? null;
  const at = { step, scope, tableId: rowTable };
  const record = (owner: { record: string }, tableId?: string): StepExpression => ({
    ...at,
    text: owner.record,
    expected: { kind: 'record', ...(tableId === undefined ? {} : { tableId }) },
    set: (text) => void (owner.record = text),
  });
  switch (step.kind) {
    case 'set':
    case 'message':
      return [{ ...at, text: step.text, expected: { kind: 'value' }, set: (text) => void (step.text = text) }];
    case 'insert':
      return step.values.map((value) => ({
        ...at,
        text: value.text,
        expected: { kind: 'assigned', column: columnOfRoutine(plan, step.tableId, value.columnId) },
        set: (text) => void (value.text = text),
      }));
    case 'update': {
      const tableId = recordTableAt(plan, scope, step.record);
      // As in SQL: bare names are of the record that is changed.
      return [
        record(step),
        ...step.values.map((value): StepExpression => ({
          ...at,
          tableId,
          text: value.text,
          expected: {
            kind: 'assigned',
            column: tableId === null ? undefined : columnOfRoutine(plan, tableId, value.columnId),
          },
          set: (text) => void (value.text = text),
        })),
      ];
    }
    case 'delete':
    case 'refresh':
      return [record(step)];
    case 'link': {
      const other = otherSide(plan, step.columnId, recordTableAt(plan, scope, step.record));
      return [
        record(step),
        {
          ...at,
          text: step.to,
          expected: { kind: 'record', ...(other === null ? {} : { tableId: other }) },
          set: (text) => void (step.to = text),
        },
      ];
    }
    case 'unlink': {
      const other = otherSide(plan, step.columnId, recordTableAt(plan, scope, step.record));
      const { from } = step;
      return [
        record(step),
        ...(from === undefined
          ? []
          : [
              {
                ...at,
                text: from,
                expected: { kind: 'record', ...(other === null ? {} : { tableId: other }) } as const,
                set: (text: string) => void (step.from = text),
              },
            ]),
      ];
    }
    case 'each': {
      const { condition } = step;
      return condition === undefined
        ? []
        : [
            {
              step,
              scope: insideScope(step, scope),
              tableId: step.tableId,
              text: condition,
              expected: { kind: 'condition' },
              set: (text) => void (step.condition = text),
            },
          ];
    }
    case 'if':
      return [
        { ...at, text: step.condition, expected: { kind: 'condition' }, set: (text) => void (step.condition = text) },
      ];
    case 'go':
    case 'run': {
      const { record: of } = step;
      return of === undefined
        ? []
        : [{ ...at, text: of, expected: { kind: 'record' }, set: (text) => void (step.record = text) }];
    }
    case 'ask':
      return [];
  }
}

/**
 * The table on the other side of a link step: the one that the column leads to, or, for a linking table's column, that
 * of its other column.
 */
function otherSide(plan: Plan, columnId: string, recordTableId: string | null): string | null {
  const side = linkAt(plan, columnId, recordTableId);
  return side === null ? null : side.other.tableId;
}

/**
 * How a link step joins two records: by the record's own column, or by rows of a linking table. Null where it cannot.
 */
export function linkAt(plan: Plan, columnId: string, recordTableId: string | null) {
  for (const table of plan.tables) {
    const column = table.columns.find(({ id }) => id === columnId);
    if (column?.kind !== 'link') continue;
    if (table.id === recordTableId) return { table, own: null, other: column };
    const own = table.linking && column.tableId === recordTableId ? column : null;
    const other = own && table.columns.find((each) => each.kind === 'link' && each.id !== columnId);
    return own && other?.kind === 'link' ? { table, own, other } : null;
  }
  return null;
}

/** A routine's expressions take up the names that columns have after an edit; `before` is the plan of before it. */
export function renameInRoutine(before: Plan, routine: Routine, names: ReadonlyMap<string, string>): void {
  // All are looked at before any is changed: what one says depends on what others name.
  const renamed = expressionsOfRoutine(before, routine).map(({ scope, text, tableId, set }) => ({
    set,
    text,
    next: renameIn(text, analysedAt(before, scope, text, tableId).references, (id) =>
      names.has(id) ? spellName(names.get(id) as string) : null,
    ),
  }));
  renamed.forEach(({ set, text, next }) => next !== text && set(next));
}

/** A copy of a routine in which a step's name is another one, also where later steps use it. */
export function renameGiven(plan: Plan, routine: Routine, from: string, to: string): Routine {
  const copy = structuredClone(routine);
  for (const { text, set } of expressionsOfRoutine(plan, copy)) {
    const uses = usesIn(text, from);
    if (uses.length > 0)
      set(uses.reduceRight((made, { start, end }) => `${made.slice(0, start)}:${to}${made.slice(end)}`, text));
  }
  const rename = (steps: Step[]): void =>
    steps.forEach((step) => {
      if ('name' in step && step.name === from) step.name = to;
      if (step.kind === 'each' || step.kind === 'if') rename(step.steps);
      if (step.kind === 'if') rename(step.otherwise);
    });
  rename(copy.steps);
  return copy;
}

/** Where an expression uses what a step has named. */
export function usesIn(text: string, name: string): { start: number; end: number }[] {
  const walk = (node: Expression): { start: number; end: number }[] => {
    if (node.kind === 'parameter') return node.name === name ? [{ start: node.start, end: node.end }] : [];
    const [first] = node.kind === 'path' ? node.parts : [];
    return first?.name === `:${name}` ? [{ start: first.start, end: first.end }] : childrenOf(node).flatMap(walk);
  };
  return walk(parseExpression(text).tree);
}

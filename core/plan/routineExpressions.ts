import { childrenOf, type Expression, parseExpression, renameIn, spellName } from '@/core/expression';
import { branchesOf, type Definition, type Routine, type Step } from '@/core/model';
import { type PlacedStep, placedSteps } from './placedSteps';
import { traitsOf } from './steps';
import type { StepExpression } from './steps/traits';
import { analysedAt } from './stepScope';

type Plan = Pick<Definition, 'tables'>;

/** Every expression of a routine. */
export const expressionsOfRoutine = (plan: Plan, routine: Routine): StepExpression[] =>
  placedSteps(plan, routine).flatMap((placed) => expressionsOfStep(plan, placed));

/** The expressions of a step, without those of the steps inside it. */
export const expressionsOfStep = (plan: Plan, { step, scope }: PlacedStep): StepExpression[] =>
  traitsOf(step).expressions(plan, step, scope);

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
      branchesOf(step).forEach(rename);
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

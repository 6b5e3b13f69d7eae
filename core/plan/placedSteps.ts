import { branchesOf, type Routine, type Step } from '@/core/model';
import { traitsOf } from './steps';
import type { StepPlan } from './steps/traits';
import { startScope, type StepScope } from './stepScope';

/** A step with what is at hand there. */
export interface PlacedStep {
  step: Step;
  scope: StepScope;
}

/** What is at hand inside a step that goes over rows, or in a branch. */
export const insideScope = (step: Step, scope: StepScope): StepScope => traitsOf(step).inside(step, scope);

/** What is at hand after a step. */
export const scopeAfter = (plan: StepPlan, step: Step, scope: StepScope): StepScope =>
  traitsOf(step).after(plan, step, scope);

/** Every step of a routine with what is at hand there, in the order of reading. */
export function placedSteps(plan: StepPlan, routine: Pick<Routine, 'tableId' | 'steps'>): PlacedStep[] {
  const walk = (steps: readonly Step[], start: StepScope): PlacedStep[] => {
    let scope = start;
    return steps.flatMap((step) => {
      const inside = insideScope(step, scope);
      const placed = [{ step, scope }, ...branchesOf(step).flatMap((branch) => walk(branch, inside))];
      scope = scopeAfter(plan, step, scope);
      return placed;
    });
  };
  return walk(routine.steps, startScope(routine));
}

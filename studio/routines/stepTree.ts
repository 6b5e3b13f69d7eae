import { allSteps, branchesOf, type Routine, type Step } from '@/core/model';
/** Where steps stand: at the top of a routine, or in a branch of a step. */
export interface Branch {
  stepId: string | null;
  otherwise: boolean;
}
export const top: Branch = { stepId: null, otherwise: false };

function inBranch(
  steps: readonly Step[],
  branch: Branch,
  change: (steps: readonly Step[]) => Step[],
  at: Branch = top,
): Step[] {
  const changed = at.stepId === branch.stepId && at.otherwise === branch.otherwise ? change(steps) : [...steps];
  return changed.map((step) =>
    withBranches(step, (steps, otherwise) => inBranch(steps, branch, change, { stepId: step.id, otherwise })),
  );
}

/** A step with other steps inside it, branch by branch. */
function withBranches(step: Step, change: (steps: readonly Step[], otherwise: boolean) => Step[]): Step {
  return {
    ...step,
    ...('steps' in step ? { steps: change(step.steps, false) } : {}),
    ...('otherwise' in step ? { otherwise: change(step.otherwise, true) } : {}),
  };
}

/** A routine with a step at the end of a branch. */
export const withStep = (routine: Routine, branch: Branch, step: Step): Routine => ({
  ...routine,
  steps: inBranch(routine.steps, branch, (steps) => [...steps, step]),
});

/** A routine with the steps of a branch in another order. */
export const withMoved = (routine: Routine, branch: Branch, id: string, to: number): Routine => ({
  ...routine,
  steps: inBranch(routine.steps, branch, (steps) => {
    const moved = steps.filter((step) => step.id !== id);
    const step = steps.find((each) => each.id === id);
    if (step) moved.splice(to, 0, step);
    return moved;
  }),
});

function mapSteps(steps: readonly Step[], change: (step: Step) => Step | null): Step[] {
  return steps.flatMap((step): Step[] => {
    const next = change(step);
    if (next === null) return [];
    return [withBranches(next, (inside) => mapSteps(inside, change))];
  });
}

/** A routine with another step in the place of the one of its id; the steps inside it stay. */
export const withChanged = (routine: Routine, step: Step): Routine => ({
  ...routine,
  steps: mapSteps(routine.steps, (each) => {
    if (each.id !== step.id) return each;
    return withBranches(step, (inside, otherwise) => branchesOf(each)[otherwise ? 1 : 0] ?? [...inside]);
  }),
});

export const withoutStep = (routine: Routine, id: string): Routine => ({
  ...routine,
  steps: mapSteps(routine.steps, (step) => (step.id === id ? null : step)),
});

export const stepIn = (routine: Routine, id: string): Step | undefined =>
  allSteps(routine.steps).find((step) => step.id === id);

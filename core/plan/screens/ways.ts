import { allSteps } from '@/core/model';
import type { ScreenApp, Way } from './traits';

export const way = (to: string | null | undefined, by: string): Way[] =>
  to === null || to === undefined ? [] : [{ to, by }];

/** Where a routine goes to. */
export const through = ({ routines = [] }: ScreenApp, routineId: string): Way[] =>
  routines
    .filter(({ id }) => id === routineId)
    .flatMap(({ name, steps }) =>
      allSteps(steps).flatMap((step) => (step.kind === 'go' ? way(step.screenId, `routine ${name}`) : [])),
    );

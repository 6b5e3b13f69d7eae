import { allSteps, type Routine } from '@/core/model';
import { traitsOf } from './steps';
import type { NamedIds } from './steps/traits';

/** The ids of the tables that a routine names, and of the columns, the queries, the screens and the routines. */
export function namedIn({ tableId, steps }: Routine): NamedIds {
  const named = allSteps(steps).map((step) => traitsOf(step).names(step));
  const all = (key: keyof NamedIds) => named.flatMap((each) => each[key] ?? []);
  return {
    tables: [...(tableId === undefined ? [] : [tableId]), ...all('tables')],
    columns: all('columns'),
    queries: all('queries'),
    screens: all('screens'),
    routines: all('routines'),
  };
}

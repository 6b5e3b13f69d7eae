import { createContext, useMemo, useRef } from 'react';
import type { Definition } from '@/core/model';
import { screensOf } from '@/core/plan';

/** The ids of what came to the app since it was opened here. */
export const NewThingsContext = createContext<ReadonlySet<string>>(new Set());

const idsOf = (definition: Definition): string[] =>
  [
    ...definition.tables,
    ...screensOf(definition).list,
    ...(definition.queries ?? []),
    ...(definition.routines ?? []),
  ].map(({ id }) => id);

export function useNewThings(definition: Definition): ReadonlySet<string> {
  const first = useRef<ReadonlySet<string>>(null);
  first.current ??= new Set(idsOf(definition));
  const known = first.current;
  return useMemo(() => new Set(idsOf(definition).filter((id) => !known.has(id))), [definition, known]);
}

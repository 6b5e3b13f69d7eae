import type { Definition } from '@/core/model';
const parts = [
  ['.theme', 'the look of the app'],
  ['.screens.frame', 'the frame of the app'],
  ['.screens', 'the screens'],
  ['.people', 'the people of the app'],
  ['.name', 'the name of the app'],
] as const;

/**
 * A place inside a definition in the plan's own names: "Repairs › Cost". The definition may be one that was just read.
 */
export function placeWords(definition: Definition, place: string): string {
  const screen = definition.screens?.list?.[Number(/screens\.list\[(\d+)\]/.exec(place)?.[1] ?? -1)];
  if (screen) return `the screen ${screen.name}`;
  const query = definition.queries?.[Number(/queries\[(\d+)\]/.exec(place)?.[1] ?? -1)];
  if (query) return `the query ${query.name}`;
  const routine = definition.routines?.[Number(/routines\[(\d+)\]/.exec(place)?.[1] ?? -1)];
  if (routine) return `the routine ${routine.name}`;
  const [, table, column] = /tables\[(\d+)\](?:\.columns\[(\d+)\])?/.exec(place) ?? [];
  const found = table === undefined ? undefined : definition.tables?.[Number(table)];
  if (!found) return parts.find(([part]) => place.includes(part))?.[1] ?? place;
  const named = column === undefined ? undefined : found.columns?.[Number(column)];
  return named ? `${found.name} › ${named.name}` : found.name;
}

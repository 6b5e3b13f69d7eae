/** The five places of an app, in the order that people work. */
export type PlaceId = 'plan' | 'screens' | 'run' | 'data' | 'ship';

/** What can be open in an app, by the first word of its address, and the place that it belongs to. */
const homes = {
  plan: 'plan',
  map: 'plan',
  people: 'plan',
  tables: 'plan',
  screens: 'screens',
  paths: 'screens',
  frame: 'screens',
  look: 'screens',
  queries: 'screens',
  routines: 'screens',
  run: 'run',
  ripples: 'run',
  data: 'data',
  rows: 'data',
  schema: 'data',
  sql: 'data',
  ship: 'ship',
  code: 'ship',
  releases: 'ship',
} as const satisfies Record<string, PlaceId>;

export type Room = keyof typeof homes;

/**
 * What is open in an app: a room, which of its things, and which part of that. `tables/garments/columns/name` is the
 * column Name of the table Garments.
 */
export interface Address {
  room: Room;
  id?: string;
  part?: { kind: string; id: string };
}

/** In place of an id: what is still to be made. */
export const NEW = 'new';

/** In place of a release's id: the one that is to come. */
export const NEXT = 'next';

export const placeOfRoom = (room: Room): PlaceId => homes[room];

/**
 * What is open by the segments of an address behind the app's; of one that nothing has, the plan. `file` is the path of a
 * file of the code, which stands in the query, for it has strokes and brackets of its own.
 */
export function readAddress(segments: readonly string[], file?: string): Address {
  const [room = 'plan', id, kind, partId] = segments;
  if (!Object.hasOwn(homes, room)) return { room: 'plan' };
  if (room === 'code') return { room, ...(file ? { id: file } : {}) };
  return {
    room: room as Room,
    ...(id ? { id } : {}),
    ...(id && kind ? { part: { kind, id: partId ?? '' } } : {}),
  };
}

/** The path of an address. */
export function pathOf(appId: string, { room, id, part }: Address): string {
  if (room === 'code') return `/apps/${appId}/code${id ? `?file=${encodeURIComponent(id)}` : ''}`;
  const segments = [
    room,
    ...(id === undefined ? [] : [id]),
    ...(part ? [part.kind, ...(part.id ? [part.id] : [])] : []),
  ];
  return `/apps/${appId}/${segments.map(encodeURIComponent).join('/')}`;
}

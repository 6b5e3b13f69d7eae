import { fold } from '@/core/driver';
import type { Definition } from '@/core/model';
import { byHeading, physicalPlan, reachable, screensOf } from '@/core/plan';
import type { ReleaseHead } from '@/core/release';
import { type Address, NEXT, type PlaceId } from './address';

export type ThingKind = 'room' | 'table' | 'column' | 'screen' | 'query' | 'routine' | 'release';

/** A release, as it is listed. */
type Released = Pick<ReleaseHead, 'id' | 'version'>;

/** Something of an app that can be opened. */
export interface Thing {
  address: Address;
  name: string;
  kind: ThingKind;
  /** What it stands under in the list of its place; of a column its table. */
  group: string;
  /** What is wrong with it. */
  fault?: string;
}

const room = (group: string, name: string, address: Address): Thing => ({ address, name, kind: 'room', group });

/** What a place holds, in the order of its list: first what is of the whole app, under no name. */
export function thingsOf(definition: Definition, place: PlaceId, releases: readonly Released[] = []): Thing[] {
  switch (place) {
    case 'plan':
      return [
        room('', 'All tables', { room: 'plan' }),
        room('', 'Map', { room: 'map' }),
        room('', 'People', { room: 'people' }),
        ...byHeading(definition.tables).flatMap(({ heading, tables }) =>
          tables.map(({ id, name }): Thing => ({
            address: { room: 'tables', id },
            name,
            kind: 'table',
            group: heading ?? 'Tables',
          })),
        ),
      ];
    case 'screens':
      return [
        room('', 'All screens', { room: 'screens' }),
        room('', 'Paths', { room: 'paths' }),
        room('', 'Start and frame', { room: 'frame' }),
        room('', 'Look of the app', { room: 'look' }),
        ...screenThings(definition),
        ...listed('Queries', 'queries', 'query', definition.queries),
        ...listed('Routines', 'routines', 'routine', definition.routines),
      ];
    case 'data':
      return [
        room('', 'SQL', { room: 'sql' }),
        room('', 'Schema', { room: 'schema' }),
        ...listed('Rows', 'rows', 'table', physicalPlan(definition).tables),
      ];
    case 'ship':
      return [
        room('', 'Take it away', { room: 'ship' }),
        room('', 'The code', { room: 'code' }),
        room('', 'All releases', { room: 'releases' }),
        ...(releases.length > 0 ? [room('', 'The next release', { room: 'releases', id: NEXT })] : []),
        ...releases.toReversed().map(({ id, version }): Thing => ({
          address: { room: 'releases', id },
          name: version,
          kind: 'release',
          group: 'Releases',
        })),
      ];
    case 'run':
      return [room('', 'The phone', { room: 'run' })];
  }
}

const WHOLE = 'The whole app';

function screenThings(definition: Definition): Thing[] {
  const { list } = screensOf(definition);
  const found = reachable(definition);
  const groups = [{ id: null, name: WHOLE }, ...definition.tables];
  return groups.flatMap(({ id: tableId, name: group }) =>
    list
      .filter((screen) => ('tableId' in screen ? screen.tableId : null) === tableId)
      .map(({ id, name }): Thing => ({
        address: { room: 'screens', id },
        name,
        kind: 'screen',
        group,
        ...(found.has(id) ? {} : { fault: 'No way leads here' }),
      })),
  );
}

const listed = (
  group: string,
  roomOf: 'queries' | 'routines' | 'rows',
  kind: ThingKind,
  list: readonly { id: string; name: string }[] = [],
): Thing[] => list.map(({ id, name }) => ({ address: { room: roomOf, id }, name, kind, group }));

/** Every column of the plan. */
export function columnThings({ tables }: Definition): Thing[] {
  return tables.flatMap((table) =>
    table.columns.map(({ id, name }): Thing => ({
      address: { room: 'tables', id: table.id, part: { kind: 'columns', id } },
      name,
      kind: 'column',
      group: table.name,
    })),
  );
}

/** The things whose names, or what they stand under, have each of the words that are asked for. */
export function foundThings<T extends Pick<Thing, 'name' | 'group'>>(things: readonly T[], asked: string): T[] {
  const words = fold(asked).split(/\s+/).filter(Boolean);
  if (words.length === 0) return [...things];
  return things.filter(({ name, group }) => {
    const text = fold(`${name} ${group}`);
    return words.every((word) => text.includes(word));
  });
}

/** Everything of an app that can be opened. */
export const allThings = (definition: Definition, releases: readonly Released[] = []): Thing[] => [
  ...(['plan', 'screens', 'run', 'data', 'ship'] as const)
    .flatMap((place) => thingsOf(definition, place, releases))
    // The rows of a table are found by the table.
    .filter(({ address }) => address.room !== 'rows'),
  ...columnThings(definition),
];

/**
 * The first of what is found, the nearest to what is asked for first: what is called so, what begins so, what has a word
 * that does, and what only stands under such.
 */
export function rankedThings<T extends Pick<Thing, 'name' | 'group'>>(
  things: readonly T[],
  asked: string,
  most: number,
): T[] {
  const text = fold(asked.trim());
  if (text === '') return things.slice(0, most);
  const rank = ({ name }: T): number => {
    const called = fold(name);
    if (called === text) return 0;
    if (called.startsWith(text)) return 1;
    if (called.includes(` ${text}`)) return 2;
    return called.includes(text) ? 3 : 4;
  };
  return foundThings(things, asked)
    .map((thing) => ({ thing, rank: rank(thing) }))
    .sort((one, other) => one.rank - other.rank)
    .slice(0, most)
    .map(({ thing }) => thing);
}

/** Things under what they stand under, in their order. */
export function grouped(things: readonly Thing[]): { name: string; things: Thing[] }[] {
  const groups = new Map<string, Thing[]>();
  for (const thing of things) groups.set(thing.group, [...(groups.get(thing.group) ?? []), thing]);
  return [...groups].map(([name, of]) => ({ name, things: of }));
}

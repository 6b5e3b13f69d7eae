import { atPath, type Fault, faultReason, type Path } from '@/core/fault';
import type { Definition } from '@/core/model';
import type { Problem } from '@/core/problem';

const parts: { [K in keyof Definition]?: string } = {
  theme: 'the look of the app',
  people: 'the people of the app',
  name: 'the name of the app',
  project: 'the finished project',
};

const nameAt = (definition: unknown, path: Path): string | undefined =>
  (atPath(definition, path) as { name?: string } | undefined)?.name;

/** A place in a definition in the plan's own names: "Repairs › Cost". The definition may be one that was just read. */
export function placeWords(definition: unknown, place: Path): string {
  const [part, index, inner, at] = place;
  const named = nameAt(definition, place.slice(0, part === 'screens' ? 3 : 2));
  switch (part) {
    case 'screens':
      if (index !== 'list') return index === 'frame' ? 'the frame of the app' : 'the screens';
      return named === undefined ? 'the screens' : `the screen ${named}`;
    case 'queries':
      return named === undefined ? 'the queries' : `the query ${named}`;
    case 'routines':
      return named === undefined ? 'the routines' : `the routine ${named}`;
    case 'tables': {
      const column = inner === 'columns' && at !== undefined ? nameAt(definition, place.slice(0, 4)) : undefined;
      if (named === undefined) return 'the tables';
      return column === undefined ? named : `${named} › ${column}`;
    }
    default:
      return parts[part as keyof Definition] ?? (part === undefined ? 'the app' : String(part));
  }
}

/** A fault as a sentence without its full stop: where, and what is wrong. */
export const faultSentence = (definition: unknown, fault: Fault): string =>
  `${placeWords(definition, fault.place)}: ${faultReason(fault)}`;

/** More than these are not read; the rest is counted. */
const MOST_TOLD = 5;

/** Why a definition cannot stand, as a Problem that tells all that is wrong. */
export function definitionProblem(definition: unknown, [first, ...others]: readonly Fault[]): Problem {
  const told = others.slice(0, MOST_TOLD - 1).map((each) => faultSentence(definition, each));
  const rest = others.length - told.length;
  return {
    code: 'definition',
    place: first ? placeWords(definition, first.place) : '',
    reason: first ? faultReason(first) : '',
    ...(others.length > 0 ? { others: rest > 0 ? [...told, `and ${rest} more`] : told } : {}),
  };
}

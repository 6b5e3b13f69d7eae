import type { Definition } from '@/core/model';
import { screensOf } from '@/core/plan';
import { type Names, namesOf } from './names';

type Kind = Exclude<keyof Names, 'app'>;

/** The keys that hold an id, or several, each with whose it is; those not named here end in the kind itself. */
const referring: Readonly<Record<string, Kind>> = {
  startId: 'screen',
  codeId: 'column',
  linkId: 'column',
  countId: 'column',
  parentId: 'column',
  dayId: 'column',
  untilId: 'column',
  resetIds: 'column',
  lineIds: 'column',
  filters: 'column',
  fields: 'column',
};
const kinds: readonly Kind[] = ['table', 'column', 'query', 'screen', 'routine'];

function kindOf(key: string): Kind | null {
  const known = referring[key];
  if (known) return known;
  const [, kind] = /(table|column|query|screen|routine)Ids?$/i.exec(key) ?? [];
  return kinds.find((each) => each === kind?.toLowerCase()) ?? null;
}

/** What is kept by people's own words: no key in it says what its value is. */
const byWords: ReadonlySet<string> = new Set(['given', 'tones']);

/** Whose `id` it is that stands in a list under this key. */
const listed: Readonly<Record<string, Kind>> = {
  tables: 'table',
  columns: 'column',
  queries: 'query',
  list: 'screen',
  routines: 'routine',
};

/**
 * The same app with names for ids, and its screens all said. Whatever else has an id is numbered in the order in which
 * it stands.
 */
export function namedDefinition(definition: Definition): Definition {
  const names = namesOf(definition);
  const nameOf = (kind: Kind, id: string): string => names[kind].get(id) ?? id;

  let steps = 0;
  /** A step is known in all of its routine, wherever in it it stands. */
  const placeOf = (key: string, at: number): string =>
    key === 'steps' || key === 'otherwise' ? `step${++steps}` : `${key}${at + 1}`;

  function walk(value: unknown, key: string, at: number): unknown {
    if (Array.isArray(value)) return value.map((each, index) => walk(each, key, index));
    if (typeof value === 'string') {
      const kind = kindOf(key);
      return kind === null ? value : nameOf(kind, value);
    }
    if (value === null || typeof value !== 'object' || byWords.has(key)) return value;
    const own = listed[key];
    if (own === 'routine') steps = 0;
    const { id, ...parts } = value as { id?: unknown };
    const place = typeof id === 'string' ? { id: own ? nameOf(own, id) : placeOf(key, at) } : { id };
    return {
      ...('id' in value ? place : {}),
      ...Object.fromEntries(Object.entries(parts).map(([inner, part]) => [inner, walk(part, inner, 0)])),
    };
  }

  const whole = { ...definition, id: names.app, screens: screensOf(definition) };
  return { ...(walk(whole, '', 0) as Definition), id: names.app };
}

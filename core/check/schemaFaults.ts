import { z } from 'zod';
import { atPath, fault, type Fault, limitOf, type Mend, type Path } from '@/core/fault';
import { Definition, MOST_NAME, Query, Routine, Screen, Table } from '@/core/model';

/** The definition without its long lists, each of whose items is held to its own schema. */
const Frame = z.strictObject({
  ...Definition.shape,
  tables: z.array(z.unknown()),
  queries: z.array(z.unknown()).optional(),
  routines: z.array(z.unknown()).optional(),
  screens: z.strictObject({ ...Definition.shape.screens.unwrap().shape, list: z.array(z.unknown()).min(1) }).optional(),
});

const lists = [
  { at: ['tables'], schema: Table },
  { at: ['queries'], schema: Query },
  { at: ['routines'], schema: Routine },
  { at: ['screens', 'list'], schema: Screen },
] as const;

/**
 * Why a definition could not be read again after it is stored: the very schema that reads it, asked of all that differs
 * from a definition that is known to be right. Plans share what an edit leaves alone, so that is little.
 */
export function schemaFaults(before: Definition, after: Definition): Fault[] {
  const parts = lists.flatMap(({ at, schema }) => {
    const itemsOf = (definition: Definition) => (atPath(definition, at) ?? []) as readonly unknown[];
    const known = new Set(itemsOf(before));
    return itemsOf(after).flatMap((item, index) =>
      known.has(item) ? [] : issueFaults(after, schema.safeParse(item).error, [...at, index]),
    );
  });
  return [...parts, ...issueFaults(after, Frame.safeParse(after).error, [])];
}

/** What a schema finds wrong with the part of `whole` that stands at a place. */
export const issueFaults = (whole: unknown, error: z.ZodError | undefined, place: Path): Fault[] =>
  (error?.issues ?? []).flatMap((issue): Fault[] => {
    const at = [...place, ...issue.path];
    const setting = settingOf(at);
    // What is not known stands beside what is: each key goes by itself.
    if (issue.code === 'unrecognized_keys')
      return issue.keys.map((key) =>
        fault('limit', { setting, limit: { kind: 'unknown', keys: [key] } }, at, {
          way: 'leave-out-unknown',
          at: [...at, key],
        }),
      );
    return [fault('limit', { setting, limit: limitOf(issue) }, at, mendOf(whole, issue, at))];
  });

/** Which setting it is, as people call it: "choices › 2". A table, column, query, … is told by the place. */
function settingOf(place: Path): string {
  const isItem = typeof place[1] === 'number';
  const named =
    place[1] === 'list' ? 3 : place[1] === 'frame' ? 2 : isItem && place[2] === 'columns' ? 4 : isItem ? 2 : 1;
  return place
    .slice(named)
    .map((key) => (typeof key === 'number' ? key + 1 : String(key)))
    .join(' › ');
}

/** Decimals where what was said is no number of them. */
const DECIMALS = 2;
const names: readonly PropertyKey[] = ['name', 'recordName', 'inverse'];

/** What would make a value one that the schema takes. */
function mendOf(whole: unknown, issue: z.core.$ZodIssue, at: Path): Mend {
  const value = atPath(whole, at);
  const key = at.at(-1);
  if (issue.code === 'too_big' && typeof value === 'string')
    return { way: 'cut', at, value: value.slice(0, Number(issue.maximum)).trimEnd() };
  if (issue.code === 'too_big' && Array.isArray(value))
    return { way: 'shorten', at, value: value.slice(0, Number(issue.maximum)) };
  if (typeof value === 'number' && key === 'places')
    return {
      way: 'places',
      at,
      value: issue.code === 'too_big' ? Number(issue.maximum) : issue.code === 'too_small' ? 0 : DECIMALS,
    };
  if (key === 'currency') {
    const upper = String(value).toUpperCase();
    return { way: 'currency', at, value: /^[A-Z]{3}$/.test(upper) ? upper : 'XXX' };
  }
  if (key !== undefined && names.includes(key) && typeof value === 'string') {
    const trimmed = value.trim();
    const isTrimmed = trimmed === value && value !== '';
    const named = isTrimmed
      ? `Untitled ${at.filter((each) => typeof each === 'number').join('.')}`
      : trimmed || 'Untitled';
    return { way: 'name', at, value: named.slice(0, MOST_NAME).trim() };
  }
  return { way: 'leave-out', at };
}

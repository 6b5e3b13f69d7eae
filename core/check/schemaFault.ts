import { z } from 'zod';
import { issuePlace } from './issuePlace';
import { Definition, Table, Routine, Query, Screen } from '@/core/model';
/** The definition without its long lists, each of whose items is held to its own schema. */
const Frame = z.strictObject({
  ...Definition.shape,
  tables: z.array(z.unknown()),
  queries: z.array(z.unknown()).optional(),
  routines: z.array(z.unknown()).optional(),
  screens: z.strictObject({ ...Definition.shape.screens.unwrap().shape, list: z.array(z.unknown()).min(1) }).optional(),
});

const lists = [
  { at: 'tables', schema: Table, of: (definition: Definition): readonly unknown[] => definition.tables },
  { at: 'queries', schema: Query, of: (definition: Definition): readonly unknown[] => definition.queries ?? [] },
  { at: 'routines', schema: Routine, of: (definition: Definition): readonly unknown[] => definition.routines ?? [] },
  {
    at: 'screens.list',
    schema: Screen,
    of: (definition: Definition): readonly unknown[] => definition.screens?.list ?? [],
  },
] as const;

/**
 * Why a definition could not be read again after it is stored, with the place, or null: the very schema that reads it,
 * asked of all that differs from a definition that is known to be right. Plans share what an edit leaves alone, so that
 * is little.
 */
export function schemaFault(
  before: Definition,
  after: Definition,
  root = 'definition',
): { place: string; reason: string } | null {
  for (const { at, schema, of } of lists) {
    const known = new Set(of(before));
    for (const [index, item] of of(after).entries()) {
      const issue = known.has(item) ? undefined : schema.safeParse(item).error?.issues[0];
      if (issue) return { place: issuePlace(issue, `${root}.${at}[${index}]`), reason: reasonOf(issue) };
    }
  }
  const issue = Frame.safeParse(after).error?.issues[0];
  return issue ? { place: issuePlace(issue, root), reason: reasonOf(issue) } : null;
}

/** What is wrong with which setting: "choices › 2: at most 80 characters". A column is told by the place. */
function reasonOf(issue: z.core.$ZodIssue): string {
  const path = issue.path[0] === 'columns' ? issue.path.slice(2) : issue.path;
  return [path.map((key) => (typeof key === 'number' ? key + 1 : String(key))).join(' › '), issueWords(issue)]
    .filter(Boolean)
    .join(': ');
}

/** What is wrong, in words. */
export function issueWords(issue: z.core.$ZodIssue): string {
  if (issue.code === 'too_big' && issue.origin === 'string')
    return `at most ${issue.maximum.toLocaleString('en')} characters`;
  if (issue.code === 'too_small' && issue.origin === 'string')
    return issue.minimum === 1 ? 'it must not be blank' : `at least ${issue.minimum} characters`;
  if (issue.code === 'too_big' && (issue.origin === 'number' || issue.origin === 'int'))
    return `at most ${issue.maximum}`;
  if (issue.code === 'too_small' && (issue.origin === 'number' || issue.origin === 'int'))
    return `at least ${issue.minimum}`;
  if (issue.code === 'too_big' && issue.origin === 'array') return `at most ${issue.maximum} of them`;
  if (issue.code === 'too_small' && issue.origin === 'array') return `at least ${issue.minimum} of them`;
  if (issue.code === 'unrecognized_keys') return `${issue.keys.map((key) => `“${key}”`).join(', ')} is not known here`;
  return issue.message;
}

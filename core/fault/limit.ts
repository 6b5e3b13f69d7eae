import type { z } from 'zod';

type Size = { origin: string; limit: number };

/** What of a schema is not kept, as plain data. */
export type Limit =
  | ({ kind: 'too-big' } & Size)
  | ({ kind: 'too-small' } & Size)
  | { kind: 'unknown'; keys: string[] }
  | { kind: 'other'; message: string };

/** What a Zod issue tells, as plain data. */
export function limitOf(issue: z.core.$ZodIssue): Limit {
  if (issue.code === 'too_big') return { kind: 'too-big', origin: issue.origin, limit: Number(issue.maximum) };
  if (issue.code === 'too_small') return { kind: 'too-small', origin: issue.origin, limit: Number(issue.minimum) };
  return issue.code === 'unrecognized_keys'
    ? { kind: 'unknown', keys: issue.keys }
    : { kind: 'other', message: issue.message };
}

export function limitWords(limit: Limit): string {
  switch (limit.kind) {
    case 'unknown':
      return `${limit.keys.map((key) => `“${key}”`).join(', ')} is not known here`;
    case 'other':
      return limit.message;
    case 'too-big':
      return `at most ${sizeWords(limit)}`;
    case 'too-small':
      return limit.origin === 'string' && limit.limit === 1 ? 'it must not be blank' : `at least ${sizeWords(limit)}`;
  }
}

function sizeWords({ origin, limit }: Size): string {
  if (origin === 'string') return `${limit.toLocaleString('en')} characters`;
  return origin === 'array' ? `${limit} of them` : String(limit);
}

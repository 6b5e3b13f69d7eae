import type { Params } from '@/core/driver';
import { type Fragment, ME, name, OWNER, param, sql } from '@/core/sql';

/** The same, by the names of the tables whose rows have owners. */
export function ownerFragment(owned: readonly string[], statement: Fragment, walk?: Fragment): Fragment {
  const reads = [...statement.reads, ...(walk?.reads ?? [])];
  // Seen through like a view: as a table of its own it would be filled first, and no index used.
  const shadows = owned
    .filter((identifier) => reads.includes(identifier))
    .map((identifier) => {
      const table = name(identifier);
      return sql`${table} AS NOT MATERIALIZED (SELECT * FROM main.${table} WHERE ${ownerCondition})`;
    });
  if (walk) return sql`WITH RECURSIVE ${[...shadows, walk]} ${statement}`;
  return shadows.length === 0 ? statement : sql`WITH ${shadows} ${statement}`;
}

/** The parameters of a statement as `person`, or nobody, runs it. */
export const asPerson = (
  { takes = [] }: { takes?: readonly string[] },
  params: Params,
  person: number | null | undefined,
): Params => (takes.includes(ME) ? { ...params, [ME]: person ?? null } : params);

/** The condition that a row belongs to the person who is signed in. */
export const ownerCondition = sql`${name(OWNER)} = ${param(ME)}`;

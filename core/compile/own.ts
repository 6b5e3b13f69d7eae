import { type Definition, OWNER } from '@/core/definition';
import type { Params } from '@/core/engine';
import { quoteName } from '@/core/expression';

type Plan = Pick<Definition, 'tables' | 'people'>;

/**
 * `sql` as the person who is signed in (parameter `_person`) may run it. Tables whose rows are only for their owner are
 * shadowed by what that person owns of them: whatever the statement reads, however deep, it finds nothing else. A
 * table that is written to is not shadowed; `isOwn` stands in the statement's own condition.
 */
export function ownSql({ tables, people }: Plan, sql: string): string {
  const owned = people ? tables.filter((table) => table.owned && sql.toLowerCase().includes(table.identifier.toLowerCase())) : [];
  if (owned.length === 0) return sql;
  // Seen through like a view: as a table of its own it would be filled first, and no index used.
  const shadows = owned.map(({ identifier }) => `${quoteName(identifier)} AS NOT MATERIALIZED (SELECT * FROM main.${quoteName(identifier)} WHERE ${isOwn})`).join(', ');
  return sql.startsWith(RECURSIVE) ? `${RECURSIVE}${shadows}, ${sql.slice(RECURSIVE.length)}` : `WITH ${shadows} ${sql}`;
}

const RECURSIVE = 'WITH RECURSIVE ';

/** The parameters of a statement as `person`, or nobody, runs it. No identifier of a column begins with an underscore. */
export const asPerson = (sql: string, params: Params, person: number | null | undefined): Params => (sql.includes(':_person') ? { ...params, _person: person ?? null } : params);

/** The condition that a row belongs to the person who is signed in. */
export const isOwn = `${quoteName(OWNER)} = :_person`;

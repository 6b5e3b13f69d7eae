import { type Definition, isPersonal, isStored, OWNER } from '@/core/definition';
import { type Access, type Params, type Reach } from '@/core/engine';
import { quoteName } from '@/core/expression';

type Plan = Pick<Definition, 'tables' | 'people'>;

/**
 * `sql` as the person who is signed in (parameter `_person`) may run it. Tables whose rows are only for their owner are
 * shadowed by what that person owns of them: whatever the statement reads, however deep, it finds nothing else. A
 * table that is written to is not shadowed; `isOwn` stands in the statement's own condition.
 */
export function ownSql({ tables, people }: Plan, sql: string): string {
  const owned = people
    ? tables.filter((table) => table.owned && sql.toLowerCase().includes(table.identifier.toLowerCase()))
    : [];
  if (owned.length === 0) return sql;
  // Seen through like a view: as a table of its own it would be filled first, and no index used.
  const shadows = owned
    .map(
      ({ identifier }) =>
        `${quoteName(identifier)} AS NOT MATERIALIZED (SELECT * FROM main.${quoteName(identifier)} WHERE ${isOwn})`,
    )
    .join(', ');
  return sql.startsWith(RECURSIVE)
    ? `${RECURSIVE}${shadows}, ${sql.slice(RECURSIVE.length)}`
    : `WITH ${shadows} ${sql}`;
}

const RECURSIVE = 'WITH RECURSIVE ';

/** Tables of SQLite's own that take apart a value they are given, and read nothing. */
const VALUE_TABLES: ReadonlySet<string> = new Set(['json_each', 'json_tree']);

/**
 * What SQL that was written by hand may read: the tables of the plan with the columns that everybody has in common; of
 * those whose rows are only for their owner, what shadows them in `ownSql`; and, where nothing is anybody's own, the
 * views.
 */
export function handReach({ tables, people }: Plan, views: readonly string[]): Reach {
  const isKeptApart = people !== undefined && tables.some(({ owned }) => owned);
  const open = new Set(isKeptApart ? [] : views.map((name) => name.toLowerCase()));
  const columnsOf = new Map(
    tables.map((table) => [
      table.identifier.toLowerCase(),
      new Set([
        'id',
        'rowid',
        ...table.columns
          .filter((column) => isStored(column) && !isPersonal(column))
          .map(({ identifier }) => identifier.toLowerCase()),
      ]),
    ]),
  );
  const owned = new Set(
    people ? tables.filter((table) => table.owned).map(({ identifier }) => identifier.toLowerCase()) : [],
  );
  return ({ table, column, schema, within }: Access): boolean => {
    const [name, inside] = [table.toLowerCase(), (within ?? '').toLowerCase()];
    if (schema !== null && schema !== 'main') return false;
    if (VALUE_TABLES.has(name) || open.has(name) || open.has(inside)) return true;
    const columns = columnsOf.get(name);
    if (!columns) return false;
    if (owned.has(name)) return inside === name || column === '';
    return column === '' || columns.has(column.toLowerCase());
  };
}

/**
 * The parameters of a statement as `person`, or nobody, runs it. No identifier of a column begins with an underscore.
 */
export const asPerson = (sql: string, params: Params, person: number | null | undefined): Params =>
  sql.includes(':_person') ? { ...params, _person: person ?? null } : params;

/** The condition that a row belongs to the person who is signed in. */
export const isOwn = `${quoteName(OWNER)} = :_person`;

import { isStored } from '@/core/column';
import { ownerFragment } from '@/core/compiled';
import type { Access, Reach } from '@/core/driver';
import { memo } from '@/core/memo';
import type { Definition } from '@/core/model';
import { isPersonal } from '@/core/plan';
import type { Fragment } from '@/core/sql';

type Plan = Pick<Definition, 'tables' | 'people'>;

/** The tables of a plan whose rows are only for their owner, by their names in SQL. */
export const ownedTables = ({ tables, people }: Plan): readonly string[] => (people ? ownedAmong(tables) : NONE);

const NONE: readonly string[] = [];

const ownedAmong = memo((tables: Plan['tables']): readonly string[] =>
  tables.flatMap(({ owned, identifier }) => (owned ? [identifier] : [])),
);

/**
 * A statement as the person who is signed in (parameter `_person`) may run it. Tables whose rows are only for their
 * owner are shadowed by what that person owns of them: whatever the statement reads, however deep, it finds nothing
 * else. A table that is written to is not shadowed; `ownerCondition` stands in the statement's own condition. `walk` is
 * a common table expression that the statement goes on with, and that may use itself.
 */
export const ownerStatement = (plan: Plan, statement: Fragment, walk?: Fragment): Fragment =>
  ownerFragment(ownedTables(plan), statement, walk);

/** Tables of SQLite's own that take apart a value they are given, and read nothing. */
const VALUE_TABLES: ReadonlySet<string> = new Set(['json_each', 'json_tree']);

/**
 * What SQL that was written by hand may read: the tables of the plan with the columns that everybody has in common; of
 * those whose rows are only for their owner, what shadows them in `ownerStatement`; and, where nothing is anybody's own, the
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

import { ownerCondition, ownerFragment } from './owner';
import { amongIds } from './routineParams';
import type { CompiledRow } from './row';
import type { TableStatements } from './table';
import { allOf, type Fragment, name, param, rowsOf, sql } from '@/core/sql';

/** What writes single columns, and what deletes, is alike for all tables: nobody has to say it of each. */
export type UsualWrites = Pick<TableStatements, 'set' | 'setMany' | 'remove' | 'removeMany'>;

const ONE = sql`"id" = ${param('id')}`;
const MANY = amongIds();

/** Those of a table with these columns. `owned`: each row is only for the person who made it. */
export function usualWrites(table: string, columns: readonly string[], owned: boolean): UsualWrites {
  const mine = owned ? [ownerCondition] : [];
  const where = (which: Fragment) => sql` WHERE ${allOf([which, ...mine])}`;
  const setting = (which: Fragment) =>
    Object.fromEntries(
      columns.map((column) => [
        column,
        {
          ...sql`UPDATE ${name(table)} SET ${name(column)} = ${param('value')}${where(which)}`,
          writes: table,
        },
      ]),
    );
  const removing = (which: Fragment) => {
    const rows = sql`FROM ${name(table)}${where(which)}`;
    return { ...sql`DELETE ${rows}`, writes: table, deletes: sql`SELECT "id" AS id ${rows}` };
  };
  return { set: setting(ONE), setMany: setting(MANY), remove: removing(ONE), removeMany: removing(MANY) };
}

/** Each value that a row shows by itself, from what its list selects. */
export function usualCells(
  table: string,
  selected: readonly Fragment[],
  owned: readonly string[],
): CompiledRow['cells'] {
  return selected.map((value) => ({
    key: /AS "([^"]+)"$/.exec(value.sql.trim())?.[1] ?? '',
    statement: ownerFragment(
      owned,
      sql`SELECT ${value} FROM ${rowsOf(table)} WHERE ${name(table)}."id" = ${param('id')}`,
    ),
  }));
}

import { ownerCondition, ownerFragment } from './owner';
import { amongIds } from './routineParams';
import { linkedName } from './columns';
import { ofRecord, type RowsOf } from './selected';
import type { Op } from './routine';
import type { TableStatements } from './table';
import type { Column } from '@/core/model';
import { allOf, as, type Fragment, name, param, rowsOf, sql } from '@/core/sql';

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

/** What holds for a step of a routine where nothing else is said. */
export const usualSteps = {
  set: {},
  insert: { name: null, perRow: null, check: null, mustInsert: true },
  update: { targets: null, check: null, isOwned: false, acyclic: false, needsPerson: false },
  copy: { name: null, targets: null, check: null },
  delete: { targets: null, isOwned: false },
  each: { batched: false },
  if: { ofRows: false, otherwise: [] },
  ask: {},
  lookUp: { targets: null, namedBy: null },
  message: {},
  go: { record: null },
  run: { record: null },
} satisfies { [K in Op['kind']]: Partial<Extract<Op, { kind: K }>> };

/** What holds for a table where nothing else is said: no rule of a link or a key that needs a statement of its own. */
export const usualRules = {
  circles: [],
  stopping: [],
  cascades: [],
  replaced: [],
  same: null,
  personal: null,
} satisfies Partial<TableStatements>;

/** What gives one record with every column, and records by their names. */
export function usualReads(
  rows: RowsOf,
  columns: readonly Column[],
): Pick<TableStatements, 'record' | 'shown' | 'names'> {
  const { table, owned, named } = rows;
  const id = sql`${name(table)}."id"`;
  return {
    record: ofRecord(rows, [...named, ...columns.flatMap((column) => readColumn(rows, column))]),
    shown: ofRecord(rows, named),
    names: ownerFragment(
      owned,
      sql`SELECT ${named} FROM json_each(${param('ids')}) AS _j CROSS JOIN ${rowsOf(table)} ON ${id} = _j.value`,
    ),
  };
}

/** A column as it is read: a link comes with the name of its record. */
function readColumn({ table, values }: RowsOf, column: Column): Fragment[] {
  const { identifier } = column;
  const value = sql`${name(table)}.${name(identifier)}`;
  const computed = values[identifier];
  if (!computed) return [value];
  return column.kind === 'link' ? [value, as(computed, linkedName(column))] : [as(computed, identifier)];
}

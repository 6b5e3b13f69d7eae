import { ownerCondition, ownerFragment } from './owner';
import { amongIds } from './routineParams';
import type { ListFragments } from './listSql';
import { type CompiledRow, slotsOfRow } from './row';
import type { Op } from './routine';
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

/** What gives records by their names, from what names a row of a list. */
export function usualReads({
  table,
  owned,
  named,
}: Pick<ListFragments, 'table' | 'owned' | 'named'>): Pick<TableStatements, 'shown' | 'names'> {
  const id = sql`${name(table)}."id"`;
  const rows = rowsOf(table);
  return {
    shown: ownerFragment(owned, sql`SELECT ${named} FROM ${rows} WHERE ${id} = ${param('id')}`),
    names: ownerFragment(
      owned,
      sql`SELECT ${named} FROM json_each(${param('ids')}) AS _j CROSS JOIN ${rows} ON ${id} = _j.value`,
    ),
  };
}

/** What a list is made of where nothing else is said. */
export const usualFragments = {
  conditions: [],
  order: null,
  section: null,
  totals: [],
  group: null,
} satisfies Partial<ListFragments>;

/** The values that a row shows, in the order in which they are selected, by their keys. */
const keysOfRow = (row: Omit<CompiledRow, 'cells'>): string[] => [
  ...slotsOfRow(row).flatMap(({ key, toneKey, link, styles }) => [
    key,
    ...(toneKey === null ? [] : [toneKey]),
    ...(link === null ? [] : [link.key]),
    ...styles.map((style) => style.key),
  ]),
  ...row.styles.map(({ key }) => key),
];

/** Each value that a row shows by itself, from what its list selects. */
export function usualCells(
  row: Omit<CompiledRow, 'cells'>,
  { table, selected, owned }: Pick<ListFragments, 'table' | 'selected' | 'owned'>,
): CompiledRow['cells'] {
  const keys = keysOfRow(row);
  return selected.map((value, at) => ({
    key: keys[at] ?? '',
    statement: ownerFragment(
      owned,
      sql`SELECT ${value} FROM ${rowsOf(table)} WHERE ${name(table)}."id" = ${param('id')}`,
    ),
  }));
}

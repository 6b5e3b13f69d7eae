import { traitsOf } from '@/core/column';
import { type Access, besides, type PlanStep } from '@/core/compile';
import { MOST_IN_KEY, type Column, type Definition, type Query, type Table } from '@/core/model';
import { canBeInKey, columnAtPath, columnText, clausesOf } from '@/core/plan';
import { isIndexable } from '@/core/schema';
import { counted, figure } from '../counted';
import type { Counted } from './useCount';

const FACTS = 3;

/**
 * What the first rows of a query show beside their names: what they are selected and ordered by, then the table's first
 * columns.
 */
export function factsOf(
  plan: Pick<Definition, 'tables'>,
  table: Table,
  { condition = '', order = [] }: Pick<Query, 'condition' | 'order'>,
): string[] {
  const asked = [
    ...(clausesOf(plan, table.id, condition) ?? []).map(({ path }) => path),
    ...order.map(({ text }) => text),
  ];
  const isName = (column: Column | undefined) => table.naming.kind === 'column' && column?.id === table.naming.columnId;
  return [...new Set([...asked, ...table.columns.map(columnText)])]
    .filter((text) => {
      const column = columnAtPath(plan, table.id, text)?.column;
      return !isName(column) && !(column && traitsOf(column).isAttachment);
    })
    .slice(0, FACTS);
}

/**
 * The column that an index would spare the most reading by, or null. Ranges count only where the index also gives the
 * order: SQLite prefers that of the names otherwise.
 */
export function bestIndex(
  { by, all }: Counted,
  access: Access | null,
  order: Query['order'],
): Counted['by'][number] | null {
  if (access?.by !== 'scan') return null;
  const helps = by.filter(
    ({ column, equal, count }) =>
      isIndexable(column) && !column.indexed && count < all && (equal || order?.[0]?.text === columnText(column)),
  );
  return helps.sort((one, other) => one.count - other.count)[0] ?? null;
}

/** How many rows SQLite reads as it finds them now: where an index is over all that is asked for, those alone. */
function rowsRead({ by, all, together }: Pick<Counted, 'by' | 'all' | 'together'>, access: Access): number {
  if (access.by === 'scan') return all;
  const used = by.filter(({ column }) => access.columns.includes(column.identifier));
  return used.length > 1 && used.length === by.length ? together : Math.min(all, ...used.map((each) => each.count));
}

/**
 * The columns that one index over all of them, in this order, would spare more reading by than what is read now: those
 * asked for by value first, then one by range. Null where there are no two, or where there is such an index.
 */
export function bestKey(
  { by, all, together }: Counted,
  access: Access | null,
  keys: Table['keys'] = [],
): { columns: Column[]; count: number } | null {
  const able = by.filter(({ column }) => canBeInKey(column, false));
  const [ranges, values] = [able.filter(({ equal }) => !equal), able.filter(({ equal }) => equal)];
  if (access === null || access.by === 'id' || values.length === 0 || able.length < 2 || ranges.length > 1) return null;
  const fewestFirst = (some: typeof able) => [...some].sort((one, other) => one.count - other.count);
  const columns = [...fewestFirst(values), ...ranges].map(({ column }) => column);
  const isThere = keys.some(({ columnIds }) =>
    columns.every(({ id }) => columnIds.slice(0, columns.length).includes(id)),
  );
  const now = rowsRead({ by, all, together }, access);
  const single = Math.min(...values.map(({ count }) => count));
  // Worth an index of its own only where it spares half of what the best single one would leave.
  return isThere || columns.length > MOST_IN_KEY || together * 2 > Math.min(now, single)
    ? null
    : { columns, count: together };
}

/** What SQLite does to find the rows, in plain words. */
export function readingWords(table: Table, access: Access, steps: readonly PlanStep[], count: Counted): string {
  const { lookUps, scans } = besides(steps);
  const used = count.by.filter(({ column }) => access.columns.includes(column.identifier));
  const found = {
    scan: () => `Reads all ${counted(count.all, 'row', 'rows')} of ${table.name}.`,
    index: () =>
      used.length > 0
        ? [
            `Reads ${figure(rowsRead(count, access))} of ${counted(count.all, 'row', 'rows')}`,
            `by the index on ${used.map(({ column }) => column.name).join(' and ')}.`,
          ].join(' ')
        : 'Reads them by an index.',
    id: () => 'Reads one row by its id.',
  }[access.by]();
  return [
    found,
    ...(lookUps > 0
      ? [
          [
            'For each, looks up',
            `${lookUps === 1 ? 'what one link leads to' : `what is linked to it, ${counted(lookUps, 'time', 'times')}`}.`,
          ].join(' '),
        ]
      : []),
    ...(scans > 0 ? ['For each, reads another table whole: that takes long when it grows.'] : []),
    ...(access.sorts ? [`Then sorts ${counted(count.holds, 'row', 'rows')}.`] : []),
  ].join(' ');
}

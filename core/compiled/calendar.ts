import { ownerFragment } from './owner';
import { type CompiledRow, rowSelected } from './row';
import { type RowsOf, select, valueOfColumn } from './selected';
import type { Statement } from './statement';
import type { CalendarView } from '@/core/calendar';
import type { AskedColumn, Column } from '@/core/model';
import { as, constant, type Fragment, name, param, raw, rowsOf, sql, whereAll } from '@/core/sql';

/** The date that a row stands at, and the one that it reaches to or null, as the statements of a calendar give them. */
export const DAY = '_day';

export const UNTIL = '_until';

export interface CompiledCalendar {
  tableId: string;
  /** The date that rows stand at, and the one that they reach to. */
  day: AskedColumn;
  until: AskedColumn | null;
  view: CalendarView;
  add: boolean;
  recordScreenId?: string | undefined;
  formScreenId?: string | undefined;
  row: CompiledRow;
  fragments: CalendarFragments;
  /** How many rows there are on each day from `from` to `to` that has any: `day`, `count`. */
  counts: Statement;
  /** At most `limit` rows that stand on a day from `from` to `to`, in the order of their days. */
  rows: Statement;
  /** The same, with nothing but their names and days. */
  names: Statement;
}

/** What the statements of a calendar are made of. */
export interface CalendarFragments {
  rows: RowsOf;
  /** What must hold for a row to be shown. */
  conditions: readonly Fragment[];
}

const [FROM, TO] = [param('from'), param('to')];

/** The statements of a calendar, by the columns whose dates a row stands at and reaches to. */
export function calendarReads(
  { rows: of, conditions }: CalendarFragments,
  day: Column,
  untilDay: Column | null,
  row: Omit<CompiledRow, 'cells'>,
): Pick<CompiledCalendar, 'counts' | 'rows' | 'names'> {
  const { table, owned, named, byName } = of;
  const start = valueOfColumn(of, day);
  const until = untilDay && valueOfColumn(of, untilDay);
  // What reaches to a day before its first stands on its first alone.
  const end = until ? sql`max(${start}, coalesce(${until}, ${start}))` : start;
  const rows = (more: readonly Fragment[]): Statement => {
    const columns = [...named, as(start, DAY), as(until ?? constant(null), UNTIL), ...more];
    const within = whereAll([...conditions, sql`${start} <= ${TO}`, sql`${end} >= ${FROM}`]);
    return ownerFragment(
      owned,
      sql`
        SELECT ${columns}
        FROM ${rowsOf(table)}${within}
        ORDER BY ${[start, byName, sql`${name(table)}."id"`]}
        LIMIT ${param('limit')}`,
    );
  };
  return {
    counts: until ? spanCounts(of, conditions, start, end) : dayCounts(of, conditions, start),
    rows: rows(select(rowSelected(row))),
    names: rows([]),
  };
}

const COUNT = as(raw('count(*)'), 'count');

function dayCounts({ table, owned }: RowsOf, conditions: readonly Fragment[], start: Fragment): Statement {
  const within = whereAll([...conditions, sql`${start} BETWEEN ${FROM} AND ${TO}`]);
  return ownerFragment(owned, sql`SELECT ${[as(start, 'day'), COUNT]} FROM ${rowsOf(table)}${within} GROUP BY 1`);
}

/**
 * A row counts on every day that it reaches over. The rows are gone through once, and those within are held against the
 * days: the other way round, each day would go through all rows.
 */
function spanCounts(
  { table, owned }: RowsOf,
  conditions: readonly Fragment[],
  start: Fragment,
  end: Fragment,
): Statement {
  const days = sql`
    "_days"("d") AS (
    SELECT ${FROM} UNION ALL SELECT date("d", '+1 day') FROM "_days" WHERE "d" < ${TO})`;
  const within = whereAll([
    ...conditions,
    sql`${start} <= ${TO}`,
    sql`${end} >= ${FROM}`,
    sql`"_days"."d" BETWEEN ${start} AND ${end}`,
  ]);
  const columns = [as(raw('"_days"."d"'), 'day'), COUNT];
  return ownerFragment(
    owned,
    sql`SELECT ${columns} FROM ${rowsOf(table)} CROSS JOIN "_days"${within} GROUP BY 1`,
    days,
  );
}

import { nameKey } from './order';
import { ownerStatement } from './owner';
import { queryConditions } from './query';
import { compileRow } from './row';
import { type Plan, select, valueAt } from './slot';
import { type CompiledCalendar, DAY, ID, SHOWN_NAME, type Statement, UNTIL } from '@/core/compiled';
import type { AskedColumn, CalendarScreen, Query, Table } from '@/core/model';
import { columnText, madeRow, shownNameSql } from '@/core/plan';
import { as, constant, type Fragment, name, param, quoteName, raw, rowsOf, sql, whereAll } from '@/core/sql';

const [FROM, TO] = [param('from'), param('to')];

/** Compiles a calendar over the rows of a table, or over those that a query selects. */
export function compileCalendar(
  plan: Plan,
  table: Table,
  screen: CalendarScreen,
  query: Query | undefined,
): CompiledCalendar {
  const columnOf = (id: string | undefined) => table.columns.find((column) => column.id === id) as AskedColumn;
  const [day, until] = [columnOf(screen.dayId), screen.untilId === undefined ? null : columnOf(screen.untilId)];
  const start = valueAt(plan, table, columnText(day));
  const reached = until && valueAt(plan, table, columnText(until));
  // What reaches to a day before its first stands on its first alone.
  const end = reached ? sql`max(${start}, coalesce(${reached}, ${start}))` : start;
  const { row, selected } = compileRow(plan, table, screen.row ?? madeRow(plan, table));
  const conditions = query ? queryConditions(plan, table, query) : [];
  const rows = (more: readonly Fragment[]): Statement => {
    const columns = [
      sql`${name(table.identifier)}.${name(ID)}`,
      as(shownNameSql(plan, table, `${quoteName(table.identifier)}.`), SHOWN_NAME),
      as(start, DAY),
      as(reached ?? constant(null), UNTIL),
      ...more,
    ];
    const within = whereAll([...conditions, sql`${start} <= ${TO}`, sql`${end} >= ${FROM}`]);
    return ownerStatement(
      plan,
      sql`
        SELECT ${columns}
        FROM ${rowsOf(table.identifier)}${within}
        ORDER BY ${[start, nameKey(plan, table), sql`${name(table.identifier)}."id"`]}
        LIMIT ${param('limit')}`,
    );
  };
  return {
    tableId: table.id,
    day,
    until,
    view: screen.view ?? 'month',
    add: screen.add ?? true,
    recordScreenId: screen.recordScreenId,
    formScreenId: screen.formScreenId,
    row,
    counts: until ? spanCounts(plan, table, conditions, start, end) : dayCounts(plan, table, conditions, start),
    rows: rows(select(selected)),
    names: rows([]),
  };
}

const COUNT = as(raw('count(*)'), 'count');

function dayCounts(plan: Plan, table: Table, conditions: readonly Fragment[], start: Fragment): Statement {
  const within = whereAll([...conditions, sql`${start} BETWEEN ${FROM} AND ${TO}`]);
  return ownerStatement(
    plan,
    sql`SELECT ${[as(start, 'day'), COUNT]} FROM ${rowsOf(table.identifier)}${within} GROUP BY 1`,
  );
}

/**
 * A row counts on every day that it reaches over. The rows are gone through once, and those within are held against the
 * days: the other way round, each day would go through all rows.
 */
function spanCounts(
  plan: Plan,
  table: Table,
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
  return ownerStatement(
    plan,
    sql`SELECT ${columns} FROM ${rowsOf(table.identifier)} CROSS JOIN "_days"${within} GROUP BY 1`,
    days,
  );
}

import { compileList } from './list';
import { ownerStatement } from './owner';
import { queryConditions } from './query';
import { aggregateSql, type Plan, valueAt } from './slot';
import type { CompiledReport } from '@/core/compiled';
import type { Query, ReportScreen, Table } from '@/core/model';
import { analysed, columnOfText } from '@/core/plan';
import { as, constant, type Fragment, param, raw, rowsOf, sql, whereAll } from '@/core/sql';

/**
 * What dates are put together by, as SQL; a week by its first day, as the parameter `firstDay` (0 is Sunday) has it.
 */
const steps: Record<NonNullable<ReportScreen['step']>, (date: Fragment) => Fragment> = {
  day: (date) => date,
  week: (date) =>
    sql`date(${date}, '-' || ((CAST(strftime('%w', ${date}) AS INTEGER) - ${param('firstDay')} + 7) % 7) || ' days')`,
  month: (date) => sql`substr(${date}, 1, 7)`,
  year: (date) => sql`substr(${date}, 1, 4)`,
};

export function compileReport(
  plan: Plan,
  table: Table,
  screen: ReportScreen,
  query: Query | undefined,
): CompiledReport {
  const { value, step, order, most, chart } = screen;
  const isDate = analysed(plan, table.id, screen.group).type.kind === 'date';
  const figure = aggregateSql(plan, table, value.aggregate, value.text);
  const conditions = query ? queryConditions(plan, table, query) : [];
  const group = valueAt(plan, table, screen.group);
  const by = step && isDate ? steps[step](group) : group;
  const columns = [as(by, 'group'), as(figure.value, 'value'), as(raw('count(*)'), 'count')];
  // The last groups in their order, or the largest: either way those that matter most.
  const sorted = raw(order === 'value' ? '"value" DESC, "group"' : step && isDate ? '"group" DESC' : '"group"');
  return {
    tableId: table.id,
    chart,
    order,
    ...(step && isDate ? { step } : {}),
    group: columnOfText(plan, table.id, screen.group),
    value: {
      id: value.id,
      key: 'value',
      value: figure.value,
      label: value.label,
      column: figure.column,
      ...(value.format ? { format: value.format } : {}),
    },
    statement: ownerStatement(
      plan,
      sql`
        SELECT ${columns}
        FROM ${rowsOf(table.identifier)}${whereAll(conditions)}
        GROUP BY 1
        ORDER BY ${sorted}
        LIMIT ${constant(most)}`,
    ),
    list: compileList(plan, table, { ...(query ? { query } : {}), group: by, search: 'none' }),
  };
}

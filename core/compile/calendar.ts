import { queryConditions } from './query';
import { compileRow } from './row';
import type { Plan } from './slot';
import { rowsOfTable } from './tableRows';
import { calendarReads, type CompiledCalendar } from '@/core/compiled';
import type { AskedColumn, CalendarScreen, Query, Table } from '@/core/model';
import { madeRow } from '@/core/plan';

/** Compiles a calendar over the rows of a table, or over those that a query selects. */
export function compileCalendar(
  plan: Plan,
  table: Table,
  screen: CalendarScreen,
  query: Query | undefined,
): CompiledCalendar {
  const columnOf = (id: string | undefined) => table.columns.find((column) => column.id === id) as AskedColumn;
  const [day, until] = [columnOf(screen.dayId), screen.untilId === undefined ? null : columnOf(screen.untilId)];
  const row = compileRow(plan, table, screen.row ?? madeRow(plan, table));
  const fragments = {
    rows: rowsOfTable(plan, table),
    conditions: query ? queryConditions(plan, table, query) : [],
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
    fragments,
    ...calendarReads(fragments, day, until, row),
  };
}

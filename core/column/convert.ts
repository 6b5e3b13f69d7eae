import { traitsOf } from './kinds';
import type { Column, StoredColumn } from '@/core/model';
import { quoteName } from '@/core/sql';

/**
 * The SQL that turns a stored value of column `from` (the expression `sql`) into one of column `to`. It gives NULL for
 * a blank, and for a value that `to` cannot hold; what was lost is found by turning it back.
 */
export function convertSql(from: StoredColumn, to: StoredColumn, sql: string): string {
  const source = traitsOf(from);
  return traitsOf(to).convert(to, {
    column: from,
    family: source.family,
    sql,
    text: source.asText(from, sql),
    number: source.asNumber(from, sql),
    yesNo: source.asYesNo(sql),
  });
}

/** Whether a value can differ after turning `from` into `to`: the same kind with the same settings never does. */
export function mayLose(from: StoredColumn, to: StoredColumn): boolean {
  const takesAll = to.kind === 'text' || to.kind === 'longText';
  return columnShape(from) !== columnShape(to) && !(traitsOf(from).family === 'text' && takesAll);
}

/** The condition that a value of `from` does not survive becoming `to` (null: going) and back. */
export function lostCondition(from: StoredColumn, to: StoredColumn | null): string {
  const value = quoteName(from.identifier);
  if (to === null) return traitsOf(from).neverBlank ? `${value} = 1` : `${value} IS NOT NULL`;
  return `${value} IS NOT NULL AND (${convertSql(to, from, `(${convertSql(from, to, value)})`)}) IS NOT ${value}`;
}

/** Kind and settings that decide which values a column holds, as one text; names and rules are not part of it. */
export const columnShape = (column: Column): string => traitsOf(column).shape(column);

import { isAsked, ruleCondition, traitsOf } from '@/core/column';
import type { AskedColumn, Column, Table } from '@/core/model';
import {
  allOf,
  as,
  constant,
  type Fragment,
  joined,
  name,
  param,
  parseExpression,
  quoteName,
  raw,
  sql,
} from '@/core/expression';

/**
 * Parameters of a routine's statements beside records (`_r_…`) and values (`_v_…`): JSON arrays of the rows that a step
 * is run for, and of the records that it writes.
 */
export const STEP_ROWS = '_rows';
export const IDS = '_ids';
/** What a step's copies have become, a JSON object of old and new ids for each table by its name in SQL. */
export const COPIES = '_copies';
/** The first and the last id of records that were just made. */
export const FIRST = '_first';
export const LAST = '_last';

/**
 * What is to be looked at after records were written: rows whose values may break a rule, with the columns to hold them
 * to.
 */
export interface RuleCheck {
  statement: Fragment;
  columns: AskedColumn[];
}

/** What of the columns that are given values must be looked at afterwards. */
export function columnsToCheck(table: Table, values: readonly { columnId: string; text: string }[]): AskedColumn[] {
  return table.columns.filter(isAsked).filter((column) => {
    const text = values.find(({ columnId }) => columnId === column.id)?.text;
    const kind = text === undefined ? undefined : parseExpression(text).tree.kind;
    if (kind === undefined || kind === 'text' || kind === 'null') return false;
    return (
      column.kind === 'choice' ||
      column.kind === 'barcode' ||
      (column.kind === 'text' && column.pattern !== undefined) ||
      ruleCondition(column, '') !== null
    );
  });
}

/** The records that a statement takes as a JSON array of their ids. */
export const amongIds = (column: Fragment = raw('"id"')): Fragment =>
  sql`${column} IN (SELECT value FROM json_each(${param(IDS)}))`;

/**
 * What of those columns of some records may break a rule; `among` tells which records, `from` the table in SQL and its
 * column of their ids. Null where there is nothing to look at.
 */
export function ruleCheck(
  table: Table,
  columns: AskedColumn[],
  among: Fragment = amongIds(),
  from = { table: table.identifier, id: 'id' },
): RuleCheck | null {
  if (columns.length === 0) return null;
  const breaks = columns.map((column): Fragment => {
    const value = name(column.identifier);
    if (column.kind === 'choice') return sql`${value} NOT IN (${column.choices.map(constant)})`;
    const rule =
      column.kind === 'barcode' || (column.kind === 'text' && column.pattern)
        ? null
        : ruleCondition(column, quoteName(column.identifier));
    return rule === null ? sql`${value} IS NOT NULL` : sql`NOT (${raw(rule)})`;
  });
  const read = [as(name(from.id), 'id'), ...columns.map(({ identifier }) => name(identifier))];
  const where = allOf([among, sql`(${joined(breaks, ' OR ')})`]);
  return { statement: sql`SELECT ${read} FROM ${name(from.table)} WHERE ${where}`, columns };
}

/** What a column begins with where a step gives it no value. */
export function defaultSql(column: Column): Fragment {
  if (column.default.kind === 'today') return raw("date('now', 'localtime')");
  if (column.default.kind === 'none') return raw(traitsOf(column).neverBlank ? '0' : 'NULL');
  const { value } = column.default;
  return constant(typeof value === 'string' ? value : Number(value));
}

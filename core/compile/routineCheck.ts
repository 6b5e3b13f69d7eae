import { isAsked, ruleCondition, traitsOf } from '@/core/column';
import { amongIds, type RuleCheck } from '@/core/compiled';
import { parseExpression } from '@/core/expression';
import type { AskedColumn, Column, Table } from '@/core/model';
import { allOf, as, constant, type Fragment, joined, name, quoteName, raw, sql } from '@/core/sql';

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

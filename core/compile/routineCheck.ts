import { type AskedColumn, type Column, isAsked, ruleCondition, type Table } from '@/core/definition';
import { parseExpression, quoteName, quoteText } from '@/core/expression';

/**
 * Parameters of a routine's statements beside records (`_r_…`) and values (`_v_…`): JSON arrays of the rows that a step
 * is run for, and of the records that it writes.
 */
export const ROWS = '_rows';
export const IDS = '_ids';
/** The first and the last id of records that were just made. */
export const FIRST = '_first';
export const LAST = '_last';

/**
 * What is to be looked at after records were written: rows whose values may break a rule, with the columns to hold them
 * to.
 */
export interface RuleCheck {
  sql: string;
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

/**
 * What of those columns of some records may break a rule; `among` tells which records, `from` the table in SQL and its
 * column of their ids. Null where there is nothing to look at.
 */
export function ruleCheck(
  table: Table,
  columns: AskedColumn[],
  among = `"id" IN (SELECT value FROM json_each(:${IDS}))`,
  from = { table: table.identifier, id: 'id' },
): RuleCheck | null {
  if (columns.length === 0) return null;
  const breaks = columns.map((column) => {
    const name = quoteName(column.identifier);
    if (column.kind === 'choice') return `${name} NOT IN (${column.choices.map(quoteText).join(', ')})`;
    const rule =
      column.kind === 'barcode' || (column.kind === 'text' && column.pattern) ? null : ruleCondition(column, name);
    return rule === null ? `${name} IS NOT NULL` : `NOT (${rule})`;
  });
  return {
    sql: `SELECT ${quoteName(from.id)} AS "id", ${columns.map(({ identifier }) => quoteName(identifier)).join(', ')} FROM ${quoteName(from.table)} WHERE ${among} AND (${breaks.join(' OR ')})`,
    columns,
  };
}

/** What a column begins with where a step gives it no value. */
export function defaultSql(column: Column): string {
  if (column.default.kind === 'today') return "date('now', 'localtime')";
  if (column.default.kind === 'none') return column.kind === 'yesNo' ? '0' : 'NULL';
  const { value } = column.default;
  return typeof value === 'string' ? quoteText(value) : String(Number(value));
}

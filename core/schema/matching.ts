import type { Column, Definition, Match, Table } from '@/core/model';
import { namingSql } from '@/core/plan';
import { quoteName } from '@/core/sql';

/** The columns that a text can find records by, beside their name. */
export const matchableColumns = (target: Table): Column[] =>
  target.columns.filter(({ kind }) => kind === 'text' || kind === 'barcode' || kind === 'choice');

/**
 * SQL over a row of `table` (under `alias`, with its dot): how many records its text names, and the one where there is
 * exactly one. Case and outer spaces do not count.
 */
export function matchSql(
  plan: Pick<Definition, 'tables'>,
  table: Table,
  match: Match,
  alias: string,
): { count: string; id: string; value: string } | null {
  const text = table.columns.find(({ id }) => id === match.textColumnId);
  const target = plan.tables.find(({ id }) => id === match.targetTableId);
  const by = target?.columns.find(({ id }) => id === match.by);
  if (!text || !target || (match.by !== null && !by)) return null;
  const key = by ? `m.${quoteName(by.identifier)}` : namingSql(plan, target, 'm.').sql;
  const value = `trim(${alias}${quoteName(text.identifier)})`;
  const found = `FROM ${quoteName(target.identifier)} AS m WHERE ${key} COLLATE NOCASE = ${value}`;
  return {
    count: `(SELECT count(*) ${found})`,
    id: `(SELECT CASE WHEN count(*) = 1 THEN min(m."id") END ${found})`,
    value,
  };
}

/**
 * One statement that tells of each text, how many rows have it and how many records it names; most frequent faults
 * first.
 */
export function matchReportSql(plan: Pick<Definition, 'tables'>, table: Table, match: Match): string | null {
  const sql = matchSql(plan, table, match, 't.');
  if (!sql) return null;
  const texts = `SELECT ${sql.value} AS "value", min(t."id") AS "first", count(*) AS "rows"
    FROM ${quoteName(table.identifier)} AS t WHERE ${sql.value} <> '' GROUP BY 1`;
  const count = matchSql(plan, table, match, 'f.')?.count;
  return `SELECT v."value", v."rows", ${count} AS "found" FROM (${texts}) AS v
  JOIN ${quoteName(table.identifier)} AS f ON f."id" = v."first" ORDER BY "found" = 1, v."rows" DESC, v."value"`;
}

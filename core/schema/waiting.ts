import type { StoredColumn } from '@/core/definition';
import { quoteName, quoteText } from '@/core/expression';
import { columnShape, convertSql } from './convert';

/**
 * What plan edits made of values, until an undo: for each column and record a stack of what stood there (`shape`,
 * `value`; the shape of a column that was not there is empty) and what `became` of it. Not part of a downloaded database.
 *
 * An edit that loses the value of a record puts one on the stack; from then on every change of the column's shape
 * does, so that the stack tells the whole way. The change that goes back over the topmost takes it off again.
 * A value that waits counts only where the way from it leads to what stands there now: what was typed since stands.
 */
export const WAITING_TABLE = '_fern_waiting';
export const WAITING_DDL = `CREATE TABLE IF NOT EXISTS ${WAITING_TABLE} (column_id TEXT NOT NULL, row_id INTEGER NOT NULL, seq INTEGER NOT NULL, shape TEXT NOT NULL, value ANY, became ANY, PRIMARY KEY (column_id, row_id, seq)) STRICT, WITHOUT ROWID`;

/** A column on its way from one shape to another, in one table; null: it is not there before, or not after. */
export interface Way {
  from: StoredColumn | null;
  to: StoredColumn | null;
}

const shapeOf = (column: StoredColumn | null): string => quoteText(column ? columnShape(column) : '');
const idOf = ({ from, to }: Way): string => quoteText((to ?? from)?.id ?? '');
const of = (way: Way, rowId: string, alias: string): string => `${alias}.column_id = ${idOf(way)} AND ${alias}.row_id = ${rowId}`;
const topmost = (way: Way, rowId: string, what: string): string => `(SELECT ${what} FROM ${WAITING_TABLE} t WHERE ${of(way, rowId, 't')} ORDER BY t.seq DESC LIMIT 1)`;
/** Whether the way back over the topmost leads to the shape that comes: 1, 0, or NULL where nothing waits. */
const goesBack = (way: Way, rowId: string, current: string): string => topmost(way, rowId, `t.shape = ${shapeOf(way.to)} AND t.became IS ${current}`);

/** The value that waits for the record of `rowId` in the shape that comes, or `otherwise`; `current` stands there now. */
export function waitingOr(way: Way, rowId: string, current: string, otherwise: string): string {
  const before = `(SELECT p.became FROM ${WAITING_TABLE} p WHERE ${of(way, rowId, 'p')} AND p.seq < x.seq ORDER BY p.seq DESC LIMIT 1)`;
  const broken = `SELECT 1 FROM ${WAITING_TABLE} x WHERE ${of(way, rowId, 'x')} AND x.seq > k.seq AND x.value IS NOT ${before}`;
  const waiting = `FROM ${WAITING_TABLE} k WHERE ${of(way, rowId, 'k')} AND k.shape = ${shapeOf(way.to)} AND NOT EXISTS (${broken}) AND ${topmost(way, rowId, 't.became')} IS ${current}`;
  return `CASE WHEN EXISTS (SELECT 1 ${waiting}) THEN (SELECT k.value ${waiting} ORDER BY k.seq DESC LIMIT 1) ELSE ${otherwise} END`;
}

/** The condition that a value of `from` does not survive becoming `to` and back. */
export function lostCondition(from: StoredColumn, to: StoredColumn | null, alias = ''): string {
  const value = alias + quoteName(from.identifier);
  if (to === null) return from.kind === 'yesNo' ? `${value} = 1` : `${value} IS NOT NULL`;
  const there = convertSql(from, to, value);
  return `${value} IS NOT NULL AND (${convertSql(to, from, `(${there})`)}) IS NOT ${value}`;
}

/**
 * The statements that note the way of a column whose table stands as it was under the SQL name `old` (alias o) and as
 * it is to be under `fresh` (alias f), records by the same ids.
 */
export function noteWay(way: Way, old: string, fresh: string): string[] {
  const value = way.from ? `o.${quoteName(way.from.identifier)}` : 'NULL';
  const became = way.to ? `f.${quoteName(way.to.identifier)}` : 'NULL';
  const waits = `o."id" IN (SELECT row_id FROM ${WAITING_TABLE} WHERE column_id = ${idOf(way)})`;
  // A blank that gave way (a switch has none) is not lost to anybody, but an undo must find it again.
  const lost = way.from ? `${lostCondition(way.from, way.to, 'o.')} OR (${value} IS NULL AND ${became} IS NOT NULL) OR ` : '';
  const next = `1 + coalesce((SELECT max(seq) FROM ${WAITING_TABLE} WHERE column_id = ${idOf(way)}), 0)`;
  return [
    WAITING_DDL,
    `INSERT INTO ${WAITING_TABLE} (column_id, row_id, seq, shape, value, became) SELECT ${idOf(way)}, o."id", ${next}, ${shapeOf(way.from)}, ${value}, ${became} ` +
      `FROM ${old} o JOIN ${fresh} f ON f."id" = o."id" WHERE (${lost}${waits}) AND ${goesBack(way, 'o."id"', value)} IS NOT 1`,
    `DELETE FROM ${WAITING_TABLE} AS w WHERE w.column_id = ${idOf(way)} AND w.shape = ${shapeOf(way.to)} AND EXISTS (SELECT 1 FROM ${old} o WHERE o."id" = w.row_id AND w.became IS ${value}) ` +
      `AND w.seq = ${topmost(way, 'w.row_id', 't.seq')}`,
  ];
}

/** The statements that bring back what waits for a column that has just been added, empty, to a table. */
export function bringBack(table: string, to: StoredColumn): string[] {
  const way: Way = { from: null, to };
  const [name, column] = [quoteName(table), quoteName(to.identifier)];
  const waiting = `SELECT row_id FROM ${WAITING_TABLE} WHERE column_id = ${idOf(way)}`;
  return [
    WAITING_DDL,
    `UPDATE ${name} SET ${column} = ${waitingOr(way, `${name}."id"`, 'NULL', column)} WHERE "id" IN (${waiting})`,
    ...noteWay(way, name, name).slice(1),
  ];
}

/** Where the values of a column lie that becomes personal, until everybody has got them. */
export const asideCondition = (column: StoredColumn): string => `column_id = ${quoteText(`aside ${column.id}`)}`;

/** The statements that lay the values of a column aside. */
export function layAside(table: string, from: StoredColumn): string[] {
  const values = `SELECT ${quoteText(`aside ${from.id}`)}, "id", 0, '', ${quoteName(from.identifier)}, NULL FROM ${quoteName(table)} WHERE ${lostCondition(from, null)}`;
  return [WAITING_DDL, `INSERT INTO ${WAITING_TABLE} (column_id, row_id, seq, shape, value, became) ${values}`];
}

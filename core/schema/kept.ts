import { columnShape } from '@/core/column';
import type { StoredColumn, Table } from '@/core/model';
import { quoteText } from '@/core/sql';

/**
 * What plan edits took away of values, by the edit's place in the journal: for each column (`place`) and record what
 * stood there (`shape`, `value`; the shape of a column that was not there is empty) and what `became` of it. Not part
 * of a downloaded database. It serves two ends:
 *
 * 1. An undo puts back what its edit took away. All that came after the edit is undone by then, so what the edit made of
 *    a value stands there now, and turning it back gives all values but those that are kept.
 * 2. A later edit that comes to a shape that a column once had finds the value again, as long as nothing was typed since:
 *    each edit of a column's shape marks itself (record 0), keeps what it takes away, and carries on what the one before
 *    had kept and nobody has changed. So what is kept counts only while its edit is the last mark.
 */
export const KEPT = '_fern_kept';

export const KEPT_DDL = `CREATE TABLE IF NOT EXISTS ${KEPT} (
    edit INTEGER NOT NULL, place TEXT NOT NULL, row_id INTEGER NOT NULL, shape TEXT NOT NULL, value ANY, became ANY,
    PRIMARY KEY (place, row_id, edit, shape)
  ) STRICT, WITHOUT ROWID`;

/**
 * An edit's place in the journal, and the first place of the history then: what was kept before that may be gone by
 * now, and counts no more.
 */
export interface EditPlace {
  edit: number;
  since: number;
}

/** A column on its way from one state to another; null: it is not there before, or not after. */
export interface Way {
  from: StoredColumn | null;
  to: StoredColumn | null;
}

const shapeOf = (column: StoredColumn | null): string => quoteText(column ? columnShape(column) : '');

export const changesShape = ({ from, to }: Way): boolean => shapeOf(from) !== shapeOf(to);

const placeOf = (table: Table, { from, to }: Way): string => quoteText(`${table.id}/${(to ?? from)?.id ?? ''}`);

const lastMark = (place: string, since: number): string =>
  `(SELECT max(edit) FROM ${KEPT} WHERE place = ${place} AND row_id = 0 AND edit >= ${since})`;

/**
 * What an earlier edit kept for the record `rowId` in the shape that comes, where `current` is what it made of it; else
 * `otherwise`.
 */
export function keptOr(
  table: Table,
  way: Way,
  { since }: EditPlace,
  rowId: string,
  current: string,
  otherwise: string,
): string {
  const place = placeOf(table, way);
  const kept = `FROM ${KEPT} k WHERE k.place = ${place} AND k.row_id = ${rowId} AND k.edit = ${lastMark(place, since)}
    AND k.shape = ${shapeOf(way.to)} AND k.became IS ${current}`;
  return `CASE WHEN EXISTS (SELECT 1 ${kept}) THEN (SELECT k.value ${kept}) ELSE ${otherwise} END`;
}

/** What an edit took away of the record `rowId`, or `otherwise`. */
export function takenOr(table: Table, way: Way, { edit }: EditPlace, rowId: string, otherwise: string): string {
  const taken = `FROM ${KEPT} k WHERE k.place = ${placeOf(table, way)} AND k.row_id = ${rowId} AND k.edit = ${edit}
    AND k.shape = ${shapeOf(way.from)}`;
  return `CASE WHEN EXISTS (SELECT 1 ${taken}) THEN (SELECT k.value ${taken}) ELSE ${otherwise} END`;
}

/**
 * The statements that keep what an edit takes away of a column. The table stands as it was under the SQL name `old` and
 * as it is to be under `fresh`, records by the same ids; `was` and `is` are the values there, `back` turns `is` back.
 */
export function keep(
  table: Table,
  way: Way,
  { edit, since }: EditPlace,
  { old, fresh, was, is, back }: { old: string; fresh: string; was: string; is: string; back: string },
): string[] {
  const place = placeOf(table, way);
  const into = `INSERT OR IGNORE INTO ${KEPT} (edit, place, row_id, shape, value, became)`;
  const rows = `${old} o JOIN ${fresh} f ON f."id" = o."id"`;
  const taken = way.from
    ? [
        `${into} SELECT ${edit}, ${place}, o."id", ${shapeOf(way.from)}, ${was}, ${is} FROM ${rows}
          WHERE (${back}) IS NOT ${was}`,
      ]
    : [];
  if (!changesShape(way)) return taken;
  const carried =
    `${into} SELECT ${edit}, ${place}, o."id", k.shape, k.value, ${is} FROM ${rows}
      JOIN ${KEPT} k ON k.row_id = o."id" ` +
    `WHERE k.place = ${place} AND k.edit = ${lastMark(place, since)}
      AND k.shape NOT IN (${shapeOf(way.from)}, ${shapeOf(way.to)}) AND k.became IS ${was}`;
  return [carried, ...taken, `${into} VALUES (${edit}, ${place}, 0, ${shapeOf(way.to)}, NULL, NULL)`];
}

/** The statement that ends the undo of an edit: what it kept is where it was. */
export const forgetEdit = (edit: number): string => `DELETE FROM ${KEPT} WHERE edit = ${edit}`;

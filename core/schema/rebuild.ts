import { tableDdl } from './ddl';
import { changesShape, type EditPlace, keep, KEPT_DDL, keptOr, takenOr, type Way } from './kept';
import { columnShape, convertSql, isStored } from '@/core/column';
import type { StoredColumn, Table } from '@/core/model';
import type { TableNames } from '@/core/plan';
import { quoteName, quoteText } from '@/core/sql';

/**
 * The SQL of each column of a table that is rebuilt, over the row as it was, by the column's id; what is not said is
 * converted.
 */
export type Sources = Record<string, string>;

interface Rebuild {
  before: Table;
  after: Table;
  names: TableNames;
  keep: EditPlace | null;
  /** The columns that change on the way there, also those that come or go. */
  ways: Way[];
}

/** What a table is called while it is made anew; it never outlasts its transaction. */
export const FRESH = '_rebuild';

/**
 * A table made anew under its own name, rows and ids kept. With `sources` on the way there; `kept` on the way back,
 * with what the edit took away: `before` and `after` are then those of the way back, `ways` still those of the way
 * there.
 */
export function rebuildTable({ before, after, names, keep: edit, ways }: Rebuild, sources: Sources | 'kept'): string[] {
  const name = quoteName(after.identifier);
  const rowId = `${name}."id"`;
  const columns = after.columns.filter(isStored);
  const values = columns.map((column) => {
    const old = before.columns.filter(isStored).find(({ id }) => id === column.id) ?? null;
    if (sources !== 'kept') return sources[column.id] ?? converted(old, column);
    const way = ways.find(({ from }) => from?.id === column.id);
    return way && edit !== null ? takenOr(after, way, edit, rowId, converted(old, column)) : converted(old, column);
  });
  const targets = ['"id"', ...columns.map(({ identifier }) => quoteName(identifier))];
  const keeping = edit === null || sources === 'kept' ? [] : ways.flatMap((way) => keepWay(before, way, edit, name));
  return [
    ...(edit === null ? [] : [KEPT_DDL]),
    tableDdl(after, names, FRESH),
    `INSERT INTO ${FRESH} (${targets.join(', ')}) SELECT ${['"id"', ...values].join(', ')} FROM ${name}`,
    ...keeping,
    // The highest id ever given moves along, or a deleted record's id could come again.
    `DELETE FROM sqlite_sequence WHERE name = '${FRESH}'`,
    `INSERT INTO sqlite_sequence (name, seq) SELECT '${FRESH}', seq FROM sqlite_sequence
      WHERE name = ${quoteText(after.identifier)}`,
    `DROP TABLE ${name}`,
    `ALTER TABLE ${FRESH} RENAME TO ${name}`,
  ];
}

/** What a column holds after a change of its kind, with what an earlier edit kept of it; over the row as it was. */
export function sourceOf(table: Table, way: Way, given: string | null, edit: EditPlace | null): string {
  const to = way.to as StoredColumn;
  const sql = given ?? converted(way.from, to);
  const current = way.from ? quoteName(way.from.identifier) : 'NULL';
  return edit !== null && changesShape(way)
    ? keptOr(table, way, edit, `${quoteName(table.identifier)}."id"`, current, sql)
    : sql;
}

function converted(from: StoredColumn | null, to: StoredColumn): string {
  // What keeps its shape keeps its values to the letter, whatever else changes about the table.
  if (from && columnShape(from) === columnShape(to)) return quoteName(from.identifier);
  return from ? convertSql(from, to, quoteName(from.identifier)) : to.kind === 'yesNo' ? '0' : 'NULL';
}

function keepWay(table: Table, way: Way, edit: EditPlace, old: string): string[] {
  const { from, to } = way;
  const was = from ? `o.${quoteName(from.identifier)}` : 'NULL';
  const is = to ? `f.${quoteName(to.identifier)}` : 'NULL';
  const back = from && to ? (changesShape(way) ? convertSql(to, from, is) : is) : from?.kind === 'yesNo' ? '0' : 'NULL';
  return keep(table, way, edit, { old, fresh: FRESH, was, is, back });
}

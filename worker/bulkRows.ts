import { insertJsonSql, placed } from './bulkInsert';
import { isStored } from '@/core/column';
import type { Writer } from '@/core/driver';
import type { Definition, Fills, RowSet, RowSets, Scalar, Table } from '@/core/model';
import { physicalPlan, tableNames } from '@/core/plan';
import { ProblemError } from '@/core/problem';
import { describeImpact, fillFault, type Impact, indexesOf, tableDdl, viewsOf } from '@/core/schema';
import { quoteName } from '@/core/sql';

/** Rows go into SQLite this many at a time, as one JSON parameter: a call a row would cost ten times as much. */
const ROWS_A_CALL = 2000;

type Plan = Pick<Definition, 'tables' | 'people'>;

export function insertRows(writer: Writer, table: Table, set: RowSet): void {
  const sql = insertJsonSql(table, set.columns, ':rows');
  for (let start = 0; start < set.rows.length; start += ROWS_A_CALL) {
    const rows = set.rows.slice(start, start + ROWS_A_CALL);
    placed(
      table,
      start + 1,
      start + rows.length,
      () => void writer.run(sql, { rows: JSON.stringify(rows) }, table.identifier),
    );
  }
}

/** All rows of the plan's tables, as the database holds them. */
export function readRows(rowsOf: (sql: string) => Record<string, unknown>[], plan: Plan): RowSets {
  return Object.fromEntries(
    physicalPlan(plan).tables.map((table) => {
      const columns = table.columns.filter(isStored);
      const values = [
        quoteName('id'),
        ...columns.map(({ kind, identifier }) =>
          kind === 'picture' ? `attachment_url(${quoteName(identifier)})` : quoteName(identifier),
        ),
      ];
      const sql = `SELECT json_array(${values.join(', ')}) AS row FROM ${quoteName(table.identifier)} ORDER BY "id"`;
      const rows = rowsOf(sql).map(({ row }) => JSON.parse(String(row)) as Scalar[]);
      return [table.id, { columns: columns.map(({ id }) => id), rows }];
    }),
  );
}

/** Statements that make the tables of a plan in an empty database, and those that make its indexes and views. */
export function installSteps(plan: Plan): [tables: string[], others: string[]] {
  const definition = physicalPlan(plan);
  const indexes = definition.tables.flatMap((table) => indexesOf(definition, table));
  return [
    definition.tables.map((table) => tableDdl(table, tableNames(definition))),
    [...indexes, ...viewsOf(definition)].map(({ sql }) => sql),
  ];
}

export const installSql = (plan: Plan): string[] => installSteps(plan).flat();

/** Throws a Problem where a fill does not suit its column or rows stand in the way. */
export function assertFits(definition: Definition, fills: Fills, impacts: readonly Impact[]): void {
  const fault = fillFault(definition, fills);
  if (fault) throw new ProblemError({ code: 'invalid-value', place: 'Fill blanks with', reason: fault });
  const obstacles = impacts.filter(({ blocks }) => blocks);
  if (obstacles.length > 0) throw new ProblemError({ code: 'edit-blocked', obstacles: obstacles.map(describeImpact) });
}

/**
 * Inserts the rows of many tables, in whatever order their links lead. Throws a Problem of code `file-broken` for a
 * link to no record.
 */
export function insertAllRows(writer: Writer, plan: Plan, sets: RowSets): void {
  const { tables } = physicalPlan(plan);
  writer.rows('PRAGMA defer_foreign_keys = ON');
  for (const table of tables) {
    const set = sets[table.id];
    if (set) insertRows(writer, table, set);
  }
  const astray = writer.rows('SELECT "table" AS name, rowid AS id, parent FROM pragma_foreign_key_check LIMIT 1')[0];
  if (!astray) return;
  const nameOf = (identifier: unknown) =>
    tables.find((table) => table.identifier === identifier)?.name ?? String(identifier);
  throw new ProblemError({
    code: 'file-broken',
    place: `${nameOf(astray.name)}, the row with id ${Number(astray.id)}`,
    reason: `it links to a row of ${nameOf(astray.parent)} that is not there`,
  });
}

/** Empties every table, in whatever order their links lead. */
export function deleteAllRows(writer: Writer, plan: Plan): void {
  writer.rows('PRAGMA defer_foreign_keys = ON');
  for (const table of physicalPlan(plan).tables)
    writer.run(`DELETE FROM ${quoteName(table.identifier)}`, {}, table.identifier);
}

import { asPerson, IDS, ownSql, tableStatements, type WriteRequest } from '@/core/compile';
import { type Definition, incomingLinks, isLink, shownNameSql, type Table } from '@/core/definition';
import type { Params, Writer } from '@/core/engine';
import { quoteName } from '@/core/expression';
import { ProblemError } from '@/core/problem';

const NAMES_TOLD = 3;
export const DELETE = 'DELETE FROM ';

/**
 * Runs `work`, a statement that may delete a record: the one of `params.id`, or the one whose place another takes.
 * Where records elsewhere stop that, the Problem `linked` names and counts them.
 */
export function whereStopped<T>(
  definition: Definition,
  writer: Writer,
  { sql, params, table: identifier }: WriteRequest['statements'][number],
  person: number | null,
  work: () => T,
): T {
  try {
    return work();
  } catch (error) {
    const table = definition.tables.find((each) => each.identifier === identifier);
    const isStop =
      error instanceof ProblemError && error.problem.code === 'constraint' && error.problem.rule === 'foreign-key';
    if (!isStop || !table) throw error;
    const ids =
      params.id !== undefined
        ? [Number(params.id)]
        : sql.startsWith(DELETE)
          ? deletedBy(writer, sql, asPerson(sql, params, person))
          : [];
    for (const id of ids) {
      const by = stopping(definition, writer, table, id, person);
      if (by.length > 0)
        throw new ProblemError({ code: 'linked', name: nameOf(definition, writer, table, id, person), by });
    }
    throw error;
  }
}

/** The records elsewhere that stop the delete of one, by the links through which. */
function stopping(definition: Definition, writer: Writer, table: Table, id: number, person: number | null) {
  const seen = (sql: string) => writer.rows(ownSql(definition, sql), asPerson(ownSql(definition, sql), { id }, person));
  return incomingLinks(definition, table.id)
    .filter(({ column }) => column.onDelete === 'stop')
    .map(({ table: child, column }) => {
      const from = `${quoteName(child.identifier)} AS c WHERE c.${quoteName(column.identifier)} = :id`;
      const counted = `SELECT count(*) AS n FROM ${from}`;
      const count = Number(seen(counted)[0]?.n ?? 0);
      const names = seen(
        `SELECT ${shownNameSql(definition, child, 'c.')} AS name FROM ${from} ORDER BY c."id" LIMIT ${NAMES_TOLD}`,
      ).map(({ name }) => String(name));
      return { what: column.inverse, count, names, others: Number(writer.rows(counted, { id })[0]?.n ?? 0) > count };
    })
    .filter(({ count, others }) => count > 0 || others);
}

function nameOf(definition: Definition, writer: Writer, table: Table, id: number, person: number | null): string {
  const sql = ownSql(
    definition,
    `SELECT ${shownNameSql(definition, table, 't.')} AS name FROM ${quoteName(table.identifier)} AS t WHERE t."id" = :id`,
  );
  return String(writer.rows(sql, asPerson(sql, { id }, person))[0]?.name ?? table.recordName);
}

/** Which of those records are there, whoever they are for: those that went with others are gone, and that is well. */
export function standing(writer: Writer, table: string, ids: readonly number[]): number[] {
  const sql = `SELECT json_group_array(_j.value) AS "ids" FROM json_each(:${IDS}) AS _j CROSS JOIN main.${quoteName(table)} AS _t ON _t."id" = _j.value`;
  return JSON.parse(String(writer.rows(sql, { [IDS]: JSON.stringify(ids) })[0]?.ids ?? '[]')) as number[];
}

/** The records that a DELETE is going to delete. */
export const deletedBy = (writer: Writer, sql: string, params: Params): number[] =>
  writer.rows(`SELECT "id" AS id FROM ${sql.slice(DELETE.length)}`, params).map(({ id }) => Number(id));

/** Throws a Problem where the record that was just written has come to belong to itself. */
export function assertNoCircle(
  definition: Definition,
  writer: Writer,
  identifier: string,
  id: number,
  person: number | null,
): void {
  const table = definition.tables.find((each) => each.identifier === identifier);
  if (!table?.columns.some((column) => isLink(column) && column.acyclic)) return;
  const { circles, record } = tableStatements(definition, table);
  const seen = (sql: string) => writer.rows(sql, asPerson(sql, { id }, person));
  for (const { column, sql } of circles) {
    if (seen(sql).length > 0)
      throw new ProblemError({
        code: 'circle',
        column: column.name,
        name: String(seen(record.sql)[0]?._name ?? table.recordName),
      });
  }
}

/**
 * Why a statement that had to change records did not: one of them is not there for this person, or is not theirs to
 * change.
 */
export function unchanged(
  definition: Definition,
  writer: Writer,
  identifier: string,
  ids: readonly number[],
  person: number | null,
): ProblemError {
  const table = definition.tables.find((each) => each.identifier === identifier);
  const sql = table ? tableStatements(definition, table).record.sql : '';
  const isThere = (id: number) => sql !== '' && writer.rows(sql, asPerson(sql, { id }, person)).length > 0;
  return new ProblemError({
    code: ids.every(isThere) ? 'not-yours' : 'row-gone',
    table: table?.recordName ?? identifier,
  });
}

import { IDS, ownStatement, tableStatements, type WriteRequest } from '@/core/compile';
import { type Definition, incomingLinks, isLink, shownNameSql, type Table } from '@/core/definition';
import type { Params, Writer } from '@/core/engine';
import { as, constant, type Fragment, name, param, rowsOf, sql } from '@/core/expression';
import { ProblemError } from '@/core/problem';
import { readAs } from './readAs';

const NAMES_TOLD = 3;

/**
 * Runs `work`, a statement that may delete a record: the one of `params.id`, or the one whose place another takes.
 * Where records elsewhere stop that, the Problem `linked` names and counts them.
 */
export function whereStopped<T>(
  definition: Definition,
  writer: Writer,
  { deletes, params, table: identifier }: Pick<WriteRequest['statements'][number], 'deletes' | 'params' | 'table'>,
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
      params.id !== undefined ? [Number(params.id)] : deletes ? deletedBy(writer, deletes, params, person) : [];
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
  const seen = (statement: Fragment) => readAs(writer, ownStatement(definition, statement), { id }, person);
  return incomingLinks(definition, table.id)
    .filter(({ column }) => column.onDelete === 'stop')
    .map(({ table: child, column }) => {
      const from = sql`${rowsOf(child.identifier)} AS c WHERE c.${name(column.identifier)} = ${param('id')}`;
      const counted = sql`SELECT count(*) AS n FROM ${from}`;
      const count = Number(seen(counted)[0]?.n ?? 0);
      const names = seen(
        sql`SELECT ${as(shownNameSql(definition, child, 'c.'), 'name')} FROM ${from} ORDER BY c."id" LIMIT ${constant(NAMES_TOLD)}`,
      ).map((row) => String(row.name));
      const all = Number(writer.rows(counted.sql, { id })[0]?.n ?? 0);
      return { what: column.inverse, count, names, others: all > count };
    })
    .filter(({ count, others }) => count > 0 || others);
}

function nameOf(definition: Definition, writer: Writer, table: Table, id: number, person: number | null): string {
  const statement = ownStatement(
    definition,
    sql`SELECT ${as(shownNameSql(definition, table, 't.'), 'name')} FROM ${rowsOf(table.identifier)} AS t WHERE t."id" = ${param('id')}`,
  );
  return String(readAs(writer, statement, { id }, person)[0]?.name ?? table.recordName);
}

/** Which of those records are there, whoever they are for: those that went with others are gone, and that is well. */
export function standing(writer: Writer, table: string, ids: readonly number[]): number[] {
  const there = sql`SELECT json_group_array(_j.value) AS "ids" FROM json_each(${param(IDS)}) AS _j CROSS JOIN main.${name(table)} AS _t ON _t."id" = _j.value`;
  return JSON.parse(String(writer.rows(there.sql, { [IDS]: JSON.stringify(ids) })[0]?.ids ?? '[]')) as number[];
}

/** The records that a statement is going to delete, by what it says of itself. */
export const deletedBy = (writer: Writer, deletes: Fragment, params: Params, person: number | null): number[] =>
  readAs(writer, deletes, params, person).map(({ id }) => Number(id));

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
  const seen = (each: Fragment) => readAs(writer, each, { id }, person);
  for (const { column, statement } of circles) {
    if (seen(statement).length > 0)
      throw new ProblemError({
        code: 'circle',
        column: column.name,
        name: String(seen(record)[0]?._name ?? table.recordName),
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
  const record = table && tableStatements(definition, table).record;
  const isThere = (id: number) => record !== undefined && readAs(writer, record, { id }, person).length > 0;
  return new ProblemError({
    code: ids.every(isThere) ? 'not-yours' : 'row-gone',
    table: table?.recordName ?? identifier,
  });
}

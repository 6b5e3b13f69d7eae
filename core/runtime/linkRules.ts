import { readAs } from './readAs';
import { type CompiledTable, IDS, type WriteRequest } from '@/core/compiled';
import type { Params, Writer } from '@/core/driver';
import { ProblemError } from '@/core/problem';
import { type Fragment, name, param, sql } from '@/core/sql';

/** A table in SQL, among those of an app. */
export const tableBy = (tables: readonly CompiledTable[], identifier: string): CompiledTable | undefined =>
  tables.find((table) => table.identifier === identifier);

/**
 * Runs `work`, a statement that may delete a record: the one of `params.id`, or the one whose place another takes.
 * Where records elsewhere stop that, the Problem `linked` names and counts them.
 */
export function whereStopped<T>(
  tables: readonly CompiledTable[],
  writer: Writer,
  { deletes, params, table: identifier }: Pick<WriteRequest['statements'][number], 'deletes' | 'params' | 'table'>,
  person: number | null,
  work: () => T,
): T {
  try {
    return work();
  } catch (error) {
    const table = tableBy(tables, identifier);
    const isStop =
      error instanceof ProblemError && error.problem.code === 'constraint' && error.problem.rule === 'foreign-key';
    if (!isStop || !table) throw error;
    const ids =
      params.id !== undefined ? [Number(params.id)] : deletes ? deletedBy(writer, deletes, params, person) : [];
    for (const id of ids) {
      const by = stopping(writer, table, id, person);
      if (by.length > 0) throw new ProblemError({ code: 'linked', name: nameOf(writer, table, id, person), by });
    }
    throw error;
  }
}

/** The records elsewhere that stop the delete of one, by the links through which. */
const stopping = (writer: Writer, { statements }: CompiledTable, id: number, person: number | null) =>
  statements.stopping
    .map(({ what, count, names, all }) => {
      const seen = Number(readAs(writer, count, { id }, person)[0]?.n ?? 0);
      return {
        what,
        count: seen,
        names: readAs(writer, names, { id }, person).map((row) => String(row.name)),
        others: Number(readAs(writer, all, { id }, person)[0]?.n ?? 0) > seen,
      };
    })
    .filter(({ count, others }) => count > 0 || others);

/** The name of a record as it is shown. */
export const nameOf = (writer: Writer, { statements, recordName }: CompiledTable, id: number, person: number | null) =>
  String(readAs(writer, statements.shown, { id }, person)[0]?._name ?? recordName);

/** Which of those records are there, whoever they are for: those that went with others are gone, and that is well. */
export function standing(writer: Writer, table: string, ids: readonly number[]): number[] {
  const there = sql`
    SELECT json_group_array(_j.value) AS "ids"
    FROM json_each(${param(IDS)}) AS _j
    CROSS JOIN main.${name(table)} AS _t ON _t."id" = _j.value`;
  return JSON.parse(String(writer.rows(there.sql, { [IDS]: JSON.stringify(ids) })[0]?.ids ?? '[]')) as number[];
}

/** The records that a statement is going to delete, by what it says of itself. */
export const deletedBy = (writer: Writer, deletes: Fragment, params: Params, person: number | null): number[] =>
  readAs(writer, deletes, params, person).map(({ id }) => Number(id));

/** Throws a Problem where the record that was just written has come to belong to itself. */
export function assertNoCircle(
  tables: readonly CompiledTable[],
  writer: Writer,
  identifier: string,
  id: number,
  person: number | null,
): void {
  const table = tableBy(tables, identifier);
  for (const { column, statement } of table?.statements.circles ?? []) {
    if (table && readAs(writer, statement, { id }, person).length > 0)
      throw new ProblemError({ code: 'circle', column: column.name, name: nameOf(writer, table, id, person) });
  }
}

/**
 * Why a statement that had to change records did not: one of them is not there for this person, or is not theirs to
 * change.
 */
export function unchanged(
  tables: readonly CompiledTable[],
  writer: Writer,
  identifier: string,
  ids: readonly number[],
  person: number | null,
): ProblemError {
  const table = tableBy(tables, identifier);
  const isThere = (id: number) =>
    table !== undefined && readAs(writer, table.statements.shown, { id }, person).length > 0;
  return new ProblemError({
    code: ids.every(isThere) ? 'not-yours' : 'row-gone',
    table: table?.recordName ?? identifier,
  });
}

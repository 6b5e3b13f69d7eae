import { tableStatements } from '@/core/compile';
import { type Definition, incomingLinks, isLink, shownNameSql } from '@/core/definition';
import type { Params, Writer } from '@/core/engine';
import { quoteName } from '@/core/expression';
import { ProblemError } from '@/core/problem';

const NAMES_TOLD = 3;

/** Runs `work`, which deletes the record `params.id`; where records elsewhere stop that, the Problem `linked` names and counts them. */
export function whereStopped<T>(definition: Definition, writer: Writer, identifier: string, params: Params, work: () => T): T {
  try {
    return work();
  } catch (error) {
    const { id } = params;
    const table = definition.tables.find((each) => each.identifier === identifier);
    const isStop = error instanceof ProblemError && error.problem.code === 'constraint' && error.problem.rule === 'foreign-key';
    if (!isStop || !table || id === undefined) throw error;
    const by = incomingLinks(definition, table.id)
      .filter(({ column }) => column.onDelete === 'stop')
      .map(({ table: child, column }) => {
        const from = `${quoteName(child.identifier)} AS c WHERE c.${quoteName(column.identifier)} = :id`;
        const count = Number(writer.rows(`SELECT count(*) AS n FROM ${from}`, { id })[0]?.n ?? 0);
        const names = writer.rows(`SELECT ${shownNameSql(definition, child, 'c.')} AS name FROM ${from} ORDER BY c."id" LIMIT ${NAMES_TOLD}`, { id }).map(({ name }) => String(name));
        return { what: column.inverse, count, names };
      })
      .filter(({ count }) => count > 0);
    if (by.length === 0) throw error;
    const [named] = writer.rows(`SELECT ${shownNameSql(definition, table, 't.')} AS name FROM ${quoteName(identifier)} AS t WHERE t."id" = :id`, { id });
    throw new ProblemError({ code: 'linked', name: String(named?.name ?? table.recordName), by });
  }
}

/** Throws a Problem where the record that was just written has come to belong to itself. */
export function assertNoCircle(definition: Definition, writer: Writer, identifier: string, id: number): void {
  const table = definition.tables.find((each) => each.identifier === identifier);
  if (!table?.columns.some((column) => isLink(column) && column.acyclic)) return;
  const { circles, record } = tableStatements(definition, table);
  for (const { column, sql } of circles) {
    if (writer.rows(sql, { id }).length > 0) throw new ProblemError({ code: 'circle', column: column.name, name: String(writer.rows(record.sql, { id })[0]?._name ?? table.recordName) });
  }
}

import type { Table } from '@/core/model';
import { incomingLinks, shownNameSql } from '@/core/plan';
import { as, constant, name, param, rowsOf, sql } from '@/core/expression';
import { ownerStatement } from './owner';
import { amongIds } from './routineCheck';
import type { Plan } from './slot';
import type { Statement } from './statement';

/** What becomes of other records when one is deleted, by the rules of the links that lead to it. */
export interface DeleteRules {
  /**
   * The links whose records stop it: those that the person sees, how many as `n` and the first few as `name`, and how
   * many there are of anybody's; parameter `id`.
   */
  stopping: { what: string; count: Statement; names: Statement; all: Statement }[];
  /** The links whose records are deleted along with it, as the JSON array `ids`; parameter `_ids`, the same. */
  cascades: { tableId: string; ids: Statement }[];
}

const NAMES_TOLD = 3;

export function deleteRules(plan: Plan, table: Table): DeleteRules {
  const incoming = incomingLinks(plan, table.id);
  return {
    stopping: incoming
      .filter(({ column }) => column.onDelete === 'stop')
      .map(({ table: child, column }) => {
        const from = sql`${rowsOf(child.identifier)} AS c WHERE c.${name(column.identifier)} = ${param('id')}`;
        const all = sql`SELECT count(*) AS n FROM ${from}`;
        const shown = as(shownNameSql(plan, child, 'c.'), 'name');
        return {
          what: column.inverse,
          count: ownerStatement(plan, all),
          names: ownerStatement(plan, sql`SELECT ${shown} FROM ${from} ORDER BY c."id" LIMIT ${constant(NAMES_TOLD)}`),
          all,
        };
      }),
    cascades: incoming
      .filter(({ column }) => column.onDelete === 'cascade')
      .map(({ table: child, column }) => {
        const rows = sql`
          SELECT "id"
          FROM ${rowsOf(child.identifier)}
          WHERE ${amongIds(name(column.identifier))}
          ORDER BY "id"`;
        return {
          tableId: child.id,
          ids: ownerStatement(plan, sql`SELECT json_group_array("id") AS "ids" FROM (${rows})`),
        };
      }),
  };
}

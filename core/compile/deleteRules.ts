import { ownerStatement } from './owner';
import type { Plan } from './slot';
import { amongIds, type DeleteRules } from '@/core/compiled';
import type { Table } from '@/core/model';
import { incomingLinks, shownNameSql } from '@/core/plan';
import { as, constant, name, param, rowsOf, sql } from '@/core/sql';

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

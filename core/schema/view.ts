import { analyseExpression } from '@/core/expression';
import type { Definition, Table } from '@/core/model';
import { freeIdentifier, physicalPlan, planScope } from '@/core/plan';
import { quoteName } from '@/core/sql';

export interface ViewDdl {
  tableId: string;
  name: string;
  sql: string;
}

/** One view for each table with computed columns: the table's own columns and those, for any SQL tool to read. */
export function viewsOf(logical: Pick<Definition, 'tables' | 'people'>): ViewDdl[] {
  const plan = physicalPlan(logical);
  const taken = plan.tables.map(({ identifier }) => identifier);
  return plan.tables.flatMap((table) => {
    const computed = computedSql(plan, table);
    if (computed.length === 0) return [];
    const name = freeIdentifier(`${table.identifier}_computed`, 'view', taken);
    taken.push(name);
    const from = quoteName(table.identifier);
    return [
      {
        tableId: table.id,
        name,
        sql: [
          `CREATE VIEW ${quoteName(name)} AS`,
          `  SELECT ${[`${from}.*`, ...computed].join(',\n    ')}`,
          `  FROM ${from}`,
        ].join('\n'),
      },
    ];
  });
}

function computedSql(plan: Pick<Definition, 'tables'>, table: Table): string[] {
  const scope = planScope(plan)(table.id);
  const prefix = `${quoteName(table.identifier)}.`;
  return table.columns.flatMap((column) =>
    column.kind === 'expression'
      ? [`${analyseExpression(column.text, scope, prefix).sql} AS ${quoteName(column.identifier)}`]
      : [],
  );
}

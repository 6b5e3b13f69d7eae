import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { ownSql } from '@/core/compile';
import { analysed, planScope, type Table } from '@/core/definition';
import { analyseExpression, quoteName } from '@/core/expression';
import { rowsQuery } from '@/kit';
import { useBench, worker } from '../client';
import { useApp } from '../useApp';

/** In how many rows of now a condition holds, and how many there are; null while that is not known or the condition cannot be asked. */
export function useCount(table: Table, condition: string | undefined): { holds: number; all: number } | null {
  const { appId, state } = useApp();
  const person = useBench((bench) => bench.person);
  const { definition } = state;
  const isSound = condition === undefined || analysed(definition, table.id, condition).faults.length === 0;
  const from = quoteName(table.identifier);
  const holds = condition === undefined || !isSound ? '1' : analyseExpression(condition, planScope(definition)(table.id), `${from}.`).sql;
  const sql = ownSql(definition, `SELECT coalesce(sum(CASE WHEN ${holds} THEN 1 ELSE 0 END), 0) AS "holds", count(*) AS "all" FROM ${from}`);
  const database = { scope: [appId, state.generation, person ?? 'nobody'], read: (request: Parameters<ReturnType<typeof worker>['api']['read']>[1]) => worker().api.read(appId, { ...request, person }) };
  const { data, error } = useQuery({ ...rowsQuery(database, { sql }), enabled: isSound, placeholderData: keepPreviousData });
  const row = data?.rows[0];
  return row && isSound && !error ? { holds: Number(row.holds), all: Number(row.all) } : null;
}

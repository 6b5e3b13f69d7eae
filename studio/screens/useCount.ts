import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { queryCounts } from '@/core/compile';
import type { Column, Query, Table } from '@/core/model';
import { queryScope } from '@/core/plan';
import { analyseExpression } from '@/core/expression';
import { readQuery } from '@/kit';
import { useApp } from '../useApp';
import { useStudioDatabase } from '../useStudioDatabase';

export interface Counted {
  holds: number;
  all: number;
  /** How many rows an index on a column would leave to read. */
  by: { column: Column; equal: boolean; count: number }[];
  /** How many rows an index on all of those columns would leave. */
  together: number;
}

/**
 * In how many rows of now a condition holds, and how many there are; null while that is not known or the condition
 * cannot be asked.
 */
export function useCount(
  table: Table,
  condition: string | undefined,
  parameters?: Query['parameters'],
  written?: string,
): Counted | null {
  const { definition } = useApp().state;
  const isSound =
    condition === undefined ||
    analyseExpression(condition, queryScope(definition, { tableId: table.id, ...(parameters ? { parameters } : {}) }))
      .faults.length === 0;
  const { columns, ...counted } = queryCounts(
    definition,
    table,
    written !== undefined
      ? { sql: written, ...(parameters ? { parameters } : {}) }
      : isSound && condition !== undefined
        ? { condition, ...(parameters ? { parameters } : {}) }
        : {},
  );
  const database = useStudioDatabase();
  const { data, error } = useQuery({
    // With the columns that its figures are of: until new ones are there, the old ones are not taken for theirs.
    ...readQuery(database, counted, async () => ({ ...(await database.read(counted)), columns })),
    enabled: isSound,
    placeholderData: keepPreviousData,
  });
  const row = data?.rows[0];
  return row && isSound && !error
    ? {
        holds: Number(row.selected),
        all: Number(row.all),
        together: Number(row.together),
        by: data.columns.map(({ column, equal }, index) => ({ column, equal, count: Number(row[`by${index}`]) })),
      }
    : null;
}

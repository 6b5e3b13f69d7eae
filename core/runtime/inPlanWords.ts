import type { Table } from '@/core/definition';
import { ProblemError } from '@/core/problem';

/** Runs `work`; a broken constraint comes out with the names of the plan in place of identifiers. */
export function inPlanWords<T>(stored: readonly Table[], work: () => T): T {
  try {
    return work();
  } catch (error) {
    if (!(error instanceof ProblemError) || error.problem.code !== 'constraint') throw error;
    const { problem } = error;
    const table = stored.find(({ identifier }) => identifier === problem.table);
    const column = table?.columns.find(({ identifier }) => identifier === problem.column);
    throw new ProblemError({
      ...problem,
      table: table?.name ?? problem.table,
      column: column?.name ?? problem.column,
    });
  }
}

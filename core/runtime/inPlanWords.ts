import type { Table } from '@/core/model';
import { ProblemError } from '@/core/problem';

/** Runs `work`; a broken constraint comes out with the names of the plan in place of identifiers. */
export function inPlanWords<T>(stored: readonly Table[], work: () => T): T {
  try {
    return work();
  } catch (error) {
    if (!(error instanceof ProblemError) || error.problem.code !== 'constraint') throw error;
    const { problem } = error;
    const table = stored.find(({ identifier }) => identifier === problem.table);
    const named = (column: string) => table?.columns.find(({ identifier }) => identifier === column)?.name ?? column;
    throw new ProblemError({
      ...problem,
      table: table?.name ?? problem.table,
      column: problem.column === null ? null : named(problem.column),
      ...(problem.together ? { together: problem.together.map(named) } : {}),
    });
  }
}

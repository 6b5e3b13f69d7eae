import type { CompiledTable } from '@/core/compiled';
import { ProblemError } from '@/core/problem';

interface Called {
  identifier: string;
  name: string;
}

/** A table as the database holds it, and what people call it and its columns. */
type TableCalled = Called & { columns: readonly Called[] };

/** The tables of an app, with those that keep what is each person's own. */
export const tablesCalled = (tables: readonly CompiledTable[]): TableCalled[] =>
  tables.flatMap((table) => {
    const { personal } = table.statements;
    return [table, ...(personal ? [{ ...table, identifier: personal.table }] : [])];
  });

/** Runs `work`; a broken constraint comes out with the names of the plan in place of identifiers. */
export function inPlanWords<T>(called: () => readonly TableCalled[], work: () => T): T {
  try {
    return work();
  } catch (error) {
    if (!(error instanceof ProblemError) || error.problem.code !== 'constraint') throw error;
    const { problem } = error;
    const table = called().find(({ identifier }) => identifier === problem.table);
    const named = (column: string) => table?.columns.find(({ identifier }) => identifier === column)?.name ?? column;
    throw new ProblemError({
      ...problem,
      table: table?.name ?? problem.table,
      column: problem.column === null ? null : named(problem.column),
      ...(problem.together ? { together: problem.together.map(named) } : {}),
    });
  }
}

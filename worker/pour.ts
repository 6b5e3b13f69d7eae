import type { Table } from '@/core/definition';
import { ProblemError } from '@/core/problem';
import { quoteName } from '@/core/expression';
import type { Cargo, Chunk } from './incoming';

/** What a long work needs: a way to let others have a turn, to hear that it is to stop, and to tell how far it is. */
export interface Task {
  pause(): Promise<void>;
  isCancelled(): boolean;
  progress(done: number, total: number): void;
}

/** `INSERT` of many rows of one table out of one JSON text: the expression `source`, a parameter or a literal. */
export function insertJsonSql(table: Table, columnIds: readonly string[], source: string): string {
  const columns = columnIds.flatMap((columnId) => table.columns.filter(({ id }) => id === columnId));
  const names = ['id', ...columns.map(({ identifier }) => identifier)].map(quoteName).join(', ');
  const values = ['value ->> 0', ...columns.map(({ kind }, index) => (kind === 'picture' ? `attachment_bytes(value ->> ${index + 1})` : `value ->> ${index + 1}`))].join(', ');
  return `INSERT INTO ${quoteName(table.identifier)} (${names}) SELECT ${values} FROM json_each(${source})`;
}

/** Pours the rows of a cargo out, chunk by chunk. Throws a Problem where it is cancelled, or where rows do not fit. */
export async function pour(cargo: Cargo, tables: readonly Table[], insert: (table: Table, chunk: Chunk) => void, task: Task): Promise<void> {
  let done = 0;
  for (const chunk of cargo.chunks()) {
    if (task.isCancelled()) throw new ProblemError({ code: 'import-cancelled' });
    const table = tables.find(({ id }) => id === chunk.tableId);
    if (!table) continue;
    try {
      insert(table, chunk);
    } catch (error) {
      if (!(error instanceof ProblemError) || (error.problem.code !== 'constraint' && error.problem.code !== 'sql')) throw error;
      throw new ProblemError({ code: 'file-broken', place: `${table.name}, rows ${done + 1} to ${done + chunk.count}`, reason: error.problem.code === 'sql' ? error.problem.message : 'a value breaks a rule of the plan' });
    }
    done += chunk.count;
    task.progress(done, cargo.total);
    await task.pause();
  }
}

import type { Table } from '@/core/definition';
import type { OpenMigration } from '@/core/engine';
import { ProblemError } from '@/core/problem';
import { quoteName } from '@/core/expression';
import { prefixedId } from '@/core/transfer';
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

/** The same a row at a time, each value a parameter by its place. */
export function insertRowSql(table: Table, columnIds: readonly string[]): string {
  const columns = columnIds.flatMap((columnId) => table.columns.filter(({ id }) => id === columnId));
  const names = ['id', ...columns.map(({ identifier }) => identifier)].map(quoteName).join(', ');
  return `INSERT INTO ${quoteName(table.identifier)} (${names}) VALUES (${['?', ...columns.map(({ kind }) => (kind === 'picture' ? 'attachment_bytes(?)' : '?'))].join(', ')})`;
}

/** Copies the rows of a database that stands beside, a page at a time. */
export async function copy({ engine, copies }: NonNullable<Cargo['beside']>, open: OpenMigration, tables: readonly Table[], total: number, task: Task): Promise<void> {
  let done = 0;
  for (const { tableId, columns, select, count } of copies) {
    const table = tables.find(({ id }) => id === tableId);
    if (!table) continue;
    const names = ['id', ...columns.flatMap((id) => table.columns.filter((column) => column.id === id)).map(({ identifier }) => identifier)].map(quoteName).join(', ');
    const into = `main.${quoteName(table.identifier)}`;
    for (let left = count, after = 0; left > 0; left -= ROWS_A_COPY) {
      if (task.isCancelled()) throw new ProblemError({ code: 'import-cancelled' });
      placed(`${table.name}, rows ${count - left + 1} to ${Math.min(count, count - left + ROWS_A_COPY)}`, () => open.run(`INSERT INTO ${into} (${names}) ${select}`, { after, most: ROWS_A_COPY }));
      after = Number(engine.query(`SELECT max("id") AS last FROM ${into}`).rows[0]?.last ?? 0);
      done += Math.min(left, ROWS_A_COPY);
      task.progress(done, total);
      await task.pause();
    }
  }
}

const ROWS_A_COPY = 10_000;

/** A row that does not fit is told with its place. */
function placed(place: string, work: () => void): void {
  try {
    work();
  } catch (error) {
    if (!(error instanceof ProblemError) || (error.problem.code !== 'constraint' && error.problem.code !== 'sql')) throw error;
    throw new ProblemError({ code: 'file-broken', place, reason: error.problem.code === 'sql' ? error.problem.message : 'a value breaks a rule of the plan' });
  }
}

/** Pours the rows of a cargo out, chunk by chunk. Throws a Problem where it is cancelled, or where rows do not fit. */
export async function pour(cargo: Cargo, tables: readonly Table[], insert: (table: Table, chunk: Chunk) => void, task: Task): Promise<void> {
  let done = 0;
  for (const chunk of cargo.chunks()) {
    if (task.isCancelled()) throw new ProblemError({ code: 'import-cancelled' });
    const table = tables.find(({ id }) => id === chunk.tableId);
    if (!table) continue;
    placed(`${table.name}, rows ${done + 1} to ${done + chunk.rows.length}`, () => insert(table, chunk));
    done += chunk.rows.length;
    task.progress(done, cargo.total);
    await task.pause();
  }
}

/** A cargo whose tables have other ids. */
export const renamedCargo = (cargo: Cargo, prefix: string): Cargo => ({
  ...cargo,
  *chunks() {
    for (const chunk of cargo.chunks()) yield { ...chunk, tableId: prefixedId(prefix, chunk.tableId), columns: chunk.columns.map((id) => prefixedId(prefix, id)) };
  },
});

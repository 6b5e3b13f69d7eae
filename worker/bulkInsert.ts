import type { Chunk, ImportPayload } from './incoming';
import type { OpenMigration } from '@/core/engine';
import type { Column, Table } from '@/core/model';
import { ProblemError } from '@/core/problem';
import { quoteName, quoteText } from '@/core/sql';
import { prefixedId } from '@/core/transfer';

/** What a long work needs: a way to let others have a turn, to hear that it is to stop, and to tell how far it is. */
export interface Task {
  pause(): Promise<void>;
  isCancelled(): boolean;
  progress(done: number, total: number): void;
}

/** Where nobody waits, and nobody stops it. */
export const unhurried: Task = {
  pause: async () => undefined,
  isCancelled: () => false,
  progress: () => undefined,
};

/** The columns that values stand for, and the head of the `INSERT` that takes them, the id first. */
function target(table: Table, columnIds: readonly string[]): { columns: Column[]; into: string } {
  const columns = columnIds.flatMap((columnId) => table.columns.filter(({ id }) => id === columnId));
  const names = ['id', ...columns.map(({ identifier }) => identifier)].map(quoteName).join(', ');
  return { columns, into: `INSERT INTO main.${quoteName(table.identifier)} (${names})` };
}

const asStored = ({ kind }: Column, value: string): string =>
  kind === 'picture' ? `attachment_bytes(${value})` : value;

/**
 * `INSERT` of many rows of one table out of one JSON text: the expression `source`, a parameter or a literal. With
 * `now` (ISO 8601) what the database fills in by itself is that moment, so that the statement does the same at any
 * time.
 */
export function insertJsonSql(
  table: Table,
  columnIds: readonly string[],
  source: string,
  now: string | null = null,
): string {
  const filled =
    now === null
      ? []
      : table.columns.filter(({ kind, id }) => (kind === 'created' || kind === 'changed') && !columnIds.includes(id));
  const { columns, into } = target(table, [...columnIds, ...filled.map(({ id }) => id)]);
  const values = columns.map((column, index) =>
    filled.includes(column) ? quoteText(`${(now ?? '').slice(0, 19)}Z`) : asStored(column, `value ->> ${index + 1}`),
  );
  return `${into} SELECT ${['value ->> 0', ...values].join(', ')} FROM json_each(${source})`;
}

/** The same a row at a time, each value a parameter by its place. */
export function insertRowSql(table: Table, columnIds: readonly string[]): string {
  const { columns, into } = target(table, columnIds);
  return `${into} VALUES (${['?', ...columns.map((column) => asStored(column, '?'))].join(', ')})`;
}

/**
 * Runs `work`, which inserts the rows from `first` to `last` of a table; one that does not fit is told with its place.
 */
export function placed(table: Table, first: number, last: number, work: () => void): void {
  try {
    work();
  } catch (error) {
    if (!(error instanceof ProblemError) || (error.problem.code !== 'constraint' && error.problem.code !== 'sql'))
      throw error;
    const { problem } = error;
    const identifier = problem.code === 'constraint' ? problem.column : null;
    const column = table.columns.find((each) => each.identifier === identifier)?.name ?? identifier;
    const reason =
      problem.code === 'sql'
        ? problem.message
        : problem.rule === 'unique'
          ? 'a value that must be different in every record is there twice'
          : 'a value breaks a rule of the plan';
    throw new ProblemError({
      code: 'file-broken',
      place: `${table.name}${column ? ` › ${column}` : ''}, rows ${first} to ${last}`,
      reason,
    });
  }
}

/** Copies the rows of a database that stands beside, a page at a time. */
export async function copy(
  { engine, copies }: NonNullable<ImportPayload['beside']>,
  open: OpenMigration,
  tables: readonly Table[],
  total: number,
  task: Task,
): Promise<void> {
  let done = 0;
  for (const { tableId, columns, select, count } of copies) {
    const table = tables.find(({ id }) => id === tableId);
    if (!table) continue;
    const { into } = target(table, columns);
    for (let left = count, after = 0; left > 0; left -= ROWS_A_COPY) {
      if (task.isCancelled()) throw new ProblemError({ code: 'cancelled' });
      placed(table, count - left + 1, Math.min(count, count - left + ROWS_A_COPY), () =>
        open.run(`${into} ${select}`, { after, most: ROWS_A_COPY }),
      );
      after = Number(
        engine.query(`SELECT max("id") AS last FROM main.${quoteName(table.identifier)}`).rows[0]?.last ?? 0,
      );
      done += Math.min(left, ROWS_A_COPY);
      task.progress(done, total);
      await task.pause();
    }
  }
}

const ROWS_A_COPY = 10_000;

/**
 * Inserts the rows of a payload, chunk by chunk. Throws a Problem where it is cancelled, or where rows do not fit.
 */
export async function bulkInsert(
  payload: ImportPayload,
  tables: readonly Table[],
  insert: (table: Table, chunk: Chunk) => void,
  task: Task,
): Promise<void> {
  let done = 0;
  for (const chunk of payload.chunks()) {
    if (task.isCancelled()) throw new ProblemError({ code: 'cancelled' });
    const table = tables.find(({ id }) => id === chunk.tableId);
    if (!table) continue;
    placed(table, done + 1, done + chunk.rows.length, () => insert(table, chunk));
    done += chunk.rows.length;
    task.progress(done, payload.total);
    await task.pause();
  }
}

/** A payload whose tables have other ids. */
export const renamedPayload = (payload: ImportPayload, prefix: string): ImportPayload => ({
  ...payload,
  *chunks() {
    for (const chunk of payload.chunks())
      yield {
        ...chunk,
        tableId: prefixedId(prefix, chunk.tableId),
        columns: chunk.columns.map((id) => prefixedId(prefix, id)),
      };
  },
});

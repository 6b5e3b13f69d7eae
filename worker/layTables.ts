import { bulkInsert, insertJsonSql, renamedPayload, type Task } from './bulkInsert';
import type { Chunk, ImportPayload } from './incoming';
import type { OpenMigration } from '@/core/engine';
import { applyEdit, describeEdit, type Edit, type Edited } from '@/core/edit';
import type { Engine } from '@/core/engine';
import type { Definition, Table } from '@/core/model';
import { planChange } from '@/core/schema';
import { quoteText } from '@/core/sql';
import { fitTables } from '@/core/transfer';

/** Tables that were laid down with their rows and wait to be stored. */
export interface LaidTables {
  edited: Edited;
  label: string;
  pending: ReturnType<OpenMigration['finish']>;
  /** Everything that was run, rows too: what is replayed is what was done; and what undoes it. */
  statements: string[];
  undoing: string[];
  rows: number;
}

/**
 * Lays the tables of a file down in an app that is there, with names and ids that are free in it. Nothing stays of it
 * where it fails or is stopped.
 */
export async function layTables(
  engine: Engine,
  before: Definition,
  payload: ImportPayload,
  from: string,
  prefix: string,
  { edit: place, now }: { edit: number; now: string },
  task: Task,
): Promise<LaidTables> {
  const tables = fitTables(before, payload.definition.tables, prefix);
  const edit: Edit = { kind: 'importTables', tables, from };
  const edited = applyEdit(before, edit);
  const { statements, undoing } = planChange(before, edited.definition, { edit: place });
  const open = engine.beginMigration();
  let rows = 0;
  try {
    statements.forEach((sql) => open.run(sql));
    const insert = (table: Table, chunk: Chunk) => {
      const sql = insertJsonSql(table, chunk.columns, quoteText(JSON.stringify(chunk.rows)), now);
      open.run(sql);
      statements.push(sql);
      rows += chunk.rows.length;
    };
    await bulkInsert(renamedPayload(payload, prefix), tables, insert, task);
  } catch (error) {
    open.rollback();
    throw error;
  }
  return { edited, label: describeEdit(before, edit), pending: open.finish(), statements, undoing, rows };
}

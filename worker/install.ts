import type { Definition } from '@/core/model';
import { physicalPlan } from '@/core/plan';
import { createStore } from '@/core/store';
import type { AppFile } from '@/core/transfer';
import { printDocument } from './appDocument';
import { insertAllRows, installSql, installSteps } from './bulkRows';
import { type HostEnvironment, openEngine } from './hostEnvironment';
import type { ImportPayload } from './incoming';
import { copy, insertRowSql, bulkInsert, type Task } from './bulkInsert';
import { currentStartingRows } from './startingRows';

/**
 * Lays an app down: its tables, then its rows, as a snapshot up to and with place `seq` of a journal that begins after
 * it.
 */
export async function installApp(environment: HostEnvironment, file: AppFile, seq = 0): Promise<void> {
  const { kv, token, wait } = environment;
  const { definition, starting = null } = file;
  const engine = openEngine(environment, null);
  try {
    engine.migrate(installSql(definition)).commit();
    const rows =
      file.rows ?? (starting ? currentStartingRows(() => openEngine(environment, null), starting, definition, {}) : {});
    engine.write((writer) => insertAllRows(writer, definition, rows)).commit();
    await createStore(
      kv,
      token,
      wait,
      { database: engine.export(), document: printDocument({ definition, starting }) },
      seq,
    );
  } finally {
    engine.close();
  }
}

/** The same of an app that comes out of a file. Nothing is stored before all of it is there. */
export async function installPayload(
  environment: HostEnvironment,
  definition: Definition,
  payload: ImportPayload,
  task: Task,
  seq = 0,
): Promise<void> {
  const { kv, token, wait } = environment;
  const { tables } = physicalPlan(definition);
  const engine = payload.beside?.engine ?? openEngine(environment, null);
  try {
    const open = engine.beginMigration();
    try {
      // Indexes are made when the rows are there: that costs less than keeping them up row by row.
      const [first, last] = installSteps(definition);
      first.forEach((sql) => open.run(sql));
      if (payload.beside) await copy(payload.beside, open, tables, payload.total, task);
      else
        await bulkInsert(
          payload,
          tables,
          (table, { columns, rows }) => open.runRows(insertRowSql(table, columns), rows),
          task,
        );
      last.forEach((sql) => open.run(sql));
    } catch (error) {
      open.rollback();
      throw error;
    }
    open.finish().commit();
    await createStore(
      kv,
      token,
      wait,
      { database: engine.export(), document: printDocument({ definition, starting: null }) },
      seq,
    );
  } finally {
    if (!payload.beside) engine.close();
  }
}

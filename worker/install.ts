import { type Definition, physicalPlan } from '@/core/definition';
import { DatabaseStore } from '@/core/store';
import type { AppFile } from '@/core/transfer';
import { insertAllRows, installSql, installSteps } from './bulkRows';
import { type HostEnvironment, openEngine } from './hostEnvironment';
import type { Cargo } from './incoming';
import { copy, insertRowSql, pour, type Task } from './pour';
import { currentStartingRows, printKept } from './startingRows';

/** Lays a new app down in an empty store: its tables, then its rows, as the first snapshot. */
export async function installApp(environment: HostEnvironment, file: AppFile): Promise<void> {
  const { store } = await DatabaseStore.open(environment.kv, environment.token);
  const engine = openEngine(environment, null);
  try {
    engine.migrate(installSql(file.definition)).commit();
    const rows = file.rows ?? (file.starting ? currentStartingRows(() => openEngine(environment, null), file.starting, file.definition, {}) : {});
    engine.write((writer) => insertAllRows(writer, file.definition, rows)).commit();
    if (file.starting) await store.writeExtra('starting', printKept(file.starting, 0));
    await store.snapshot(engine.export(), JSON.stringify(file.definition), 0);
  } finally {
    engine.close();
  }
}

/** Lays down a new app that comes out of a file. Nothing is stored before all of it is there. */
export async function installCargo(environment: HostEnvironment, definition: Definition, cargo: Cargo, task: Task): Promise<void> {
  const { tables } = physicalPlan(definition);
  const engine = cargo.beside?.engine ?? openEngine(environment, null);
  try {
    const open = engine.beginMigration();
    try {
      // Indexes are made when the rows are there: that costs less than keeping them up row by row.
      const [first, last] = installSteps(definition);
      first.forEach((sql) => open.run(sql));
      if (cargo.beside) await copy(cargo.beside, open, tables, cargo.total, task);
      else await pour(cargo, tables, (table, { columns, rows }) => open.runRows(insertRowSql(table, columns), rows), task);
      last.forEach((sql) => open.run(sql));
    } catch (error) {
      open.rollback();
      throw error;
    }
    open.finish().commit();
    const { store } = await DatabaseStore.open(environment.kv, environment.token);
    await store.snapshot(engine.export(), JSON.stringify(definition), 0);
  } finally {
    if (!cargo.beside) engine.close();
  }
}

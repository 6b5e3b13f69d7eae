import type { Definition } from '@/core/model';
import { physicalPlan } from '@/core/plan';
import { frozenOf, releasesOfFile, storedReleases } from '@/core/release';
import { createStore } from '@/core/store';
import type { AppFile } from '@/core/transfer';
import { type AppDocument, parseDocument, plainDocument, printDocument } from './appDocument';
import { insertAllRows, installSql, installSteps } from './bulkRows';
import { type EngineEnvironment, type HostEnvironment, openEngine } from './hostEnvironment';
import type { ImportPayload } from './incoming';
import { copy, insertRowSql, bulkInsert, type Task } from './bulkInsert';
import { currentStartingRows } from './startingRows';

/** An app as it is stored first: its database file, what stands beside its rows, and how many they are. */
export interface LaidApp {
  document: AppDocument;
  database: Uint8Array;
  rows: number;
}

/** Lays an app down in a database: its tables, then its rows. */
export function laidApp(environment: EngineEnvironment, file: AppFile): LaidApp {
  const { definition, starting = null, upgrade = null } = file;
  const releases = releasesOfFile(file.releases ?? [], frozenOf(file));
  const engine = openEngine(environment, null);
  try {
    engine.migrate(installSql(definition)).commit();
    const rows =
      file.rows ?? (starting ? currentStartingRows(() => openEngine(environment, null), starting, definition, {}) : {});
    engine.write((writer) => insertAllRows(writer, definition, rows)).commit();
    const count = definition.tables.reduce((total, { id }) => total + (rows[id]?.rows.length ?? 0), 0);
    const stored = releases && storedReleases(releases, starting);
    return { document: { definition, starting, releases: stored, upgrade }, database: engine.export(), rows: count };
  } finally {
    engine.close();
  }
}

/** What is stored of an app first. */
type Parts = Record<'document' | 'database', Uint8Array>;

/** An app as the build ships it: what is stored of it first, as it is stored, and what the shelf says of it. */
export interface ShippedApp extends Parts {
  definition: Definition;
  rows: number;
}

export const shippedApp = ({ document, database, rows }: LaidApp): ShippedApp => ({
  ...{ definition: document.definition, rows, database },
  document: printDocument(document),
});

/** A shipped app under another definition than it came with, as where its id is taken. */
export function shippedAs(app: ShippedApp, definition: Definition): ShippedApp {
  if (definition === app.definition) return app;
  const { releases, ...document } = parseDocument(app.document) as AppDocument;
  const { id } = definition;
  const newest = releases && { ...releases.newest, definition: { ...releases.newest.definition, id } };
  const renamed = { ...document, definition, releases: releases && newest && { ...releases, newest } };
  return { ...app, definition, document: printDocument(renamed) };
}

/** Stores what an app consists of as a snapshot up to and with place `seq` of a journal that begins after it. */
export async function storeParts(
  { kv, token, wait }: HostEnvironment,
  { document, database }: Parts,
  seq = 0,
): Promise<void> {
  await createStore(kv, token, wait, { database, document }, seq);
}

/** An app that is laid down, stored. */
export const storeApp = (environment: HostEnvironment, { document, database }: LaidApp, seq = 0): Promise<void> =>
  storeParts(environment, { document: printDocument(document), database }, seq);

/** An app of a file, laid down and stored. */
export const installApp = (environment: HostEnvironment, file: AppFile, seq = 0): Promise<void> =>
  storeApp(environment, laidApp(environment, file), seq);

/** The same of an app that comes out of a file. Nothing is stored before all of it is there. */
export async function installPayload(
  environment: HostEnvironment,
  definition: Definition,
  payload: ImportPayload,
  task: Task,
  seq = 0,
): Promise<void> {
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
    const document = printDocument(plainDocument(definition));
    await storeParts(environment, { database: engine.export(), document }, seq);
  } finally {
    if (!payload.beside) engine.close();
  }
}

import { insertAllRows, installSql } from './bulkRows';
import { type HostEnvironment, openEngine } from './hostEnvironment';
import { currentStartingRows } from './startingRows';
import { projectOptions } from '@/core/ship';
import type { AppFile } from '@/core/transfer';

/** The version of the schema that a database holds, as SQLite keeps it. */
const SCHEMA_VERSION = 1;

/** The database that a finished project ships: the tables of an app, with its starting rows or without. */
export function shippedDatabase(environment: HostEnvironment, { definition, starting }: AppFile): Uint8Array {
  const engine = openEngine(environment, null);
  try {
    engine.migrate(installSql(definition)).commit();
    if (projectOptions(definition).withRows && starting) {
      const rows = currentStartingRows(() => openEngine(environment, null), starting, definition, {});
      engine.write((writer) => insertAllRows(writer, definition, rows)).commit();
    }
    return engine.exportClean([`PRAGMA user_version = ${SCHEMA_VERSION}`]);
  } finally {
    engine.close();
  }
}

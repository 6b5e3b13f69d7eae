import { insertAllRows, installSql } from './bulkRows';
import { type HostEnvironment, openEngine } from './hostEnvironment';
import { currentStartingRows } from './startingRows';
import { projectOptions } from '@/core/ship';
import { frozenOf, schemaVersions } from '@/core/release';
import { type AppFile, releasesIn } from '@/core/transfer';

/** The database that a finished project ships: the tables of an app, with its starting rows or without. */
export function shippedDatabase(environment: HostEnvironment, file: AppFile): Uint8Array {
  const { definition, starting } = file;
  const engine = openEngine(environment, null);
  try {
    engine.migrate(installSql(definition)).commit();
    if (projectOptions(definition).withRows && starting) {
      const rows = currentStartingRows(() => openEngine(environment, null), starting, definition, {});
      engine.write((writer) => insertAllRows(writer, definition, rows)).commit();
    }
    return engine.exportClean([`PRAGMA user_version = ${schemaVersions(releasesIn(file), frozenOf(file)).version}`]);
  } finally {
    engine.close();
  }
}

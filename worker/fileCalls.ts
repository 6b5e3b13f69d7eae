import type { OpenedApp } from './openedApp';
import { tableOf } from '@/core/edit';
import { physicalPlan } from '@/core/plan';
import { filedReleases, frozenOf } from '@/core/release';
import { quoteText } from '@/core/sql';
import { type AppFile, DEFINITION_TABLE, rowsCsv, rowsJson } from '@/core/transfer';

/** The definition goes with the database, so that it reads back as the same app. */
const ownDefinition = ({ definition }: OpenedApp): string[] => [
  `CREATE TABLE ${DEFINITION_TABLE} (document TEXT NOT NULL) STRICT`,
  `INSERT INTO ${DEFINITION_TABLE} VALUES (${quoteText(JSON.stringify(definition))})`,
];

/** The database as a SQLite file. */
export const download = (app: OpenedApp): Uint8Array => app.engine.exportClean(ownDefinition(app));

/** The database as an SQL script. */
export const dump = (app: OpenedApp): string => app.engine.dump(ownDefinition(app));

/** The rows of one table as CSV, and of all as JSON. */
export const csv = (app: OpenedApp, tableId: string): string =>
  rowsCsv(tableOf(physicalPlan(app.definition), tableId), app.rowSets()[tableId] ?? { columns: [], rows: [] });

export const json = (app: OpenedApp): string => rowsJson(physicalPlan(app.definition).tables, app.rowSets());

/** The app as a file: definition, starting rows and the rows of now. */
export const file = (app: OpenedApp): AppFile => ({
  format: 'fern-shelf-app',
  version: 1,
  definition: app.definition,
  ...(app.starting ? { starting: app.starting } : {}),
  ...(app.document.upgrade ? { upgrade: app.document.upgrade } : {}),
  ...(app.releases ? { releases: filedReleases(app.releases, frozenOf(app.document)) } : {}),
  rows: app.rowSets(),
});

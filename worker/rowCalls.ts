import type { Task } from './bulkInsert';
import { mergeRows } from './mergeRows';
import type { OpenedApp } from './openedApp';
import type { RoutineResult } from './protocol';
import type { Ripple, RoutineRequest, WriteRequest } from '@/core/compiled';
import type { PendingWrite } from '@/core/driver';
import { tableOf } from '@/core/edit';
import { physicalPlan } from '@/core/plan';
import { quoteName } from '@/core/sql';
import type { ImportReport, MergeRequest, ReadSheet } from '@/core/transfer';

/** Filling a search index anew costs less than following more rows than these. */
const MANY_ROWS = 5000;

/** A ripple of an import or a routine tells no more statements. */
const STATEMENTS_TOLD = 200;

const told = <T extends PendingWrite<unknown>>(pending: T): T => ({
  ...pending,
  statements: pending.statements.slice(0, STATEMENTS_TOLD),
});

/** How many rows each table has, by its id. */
export function rowCounts({ definition, engine }: Pick<OpenedApp, 'definition' | 'engine'>): Record<string, number> {
  if (definition.tables.length === 0) return {};
  const counts = definition.tables.map(
    ({ identifier }, index) => `(SELECT count(*) FROM ${quoteName(identifier)}) AS "n${index}"`,
  );
  const row = engine.query(`SELECT ${counts.join(', ')}`).rows[0];
  return Object.fromEntries(definition.tables.map(({ id }, index) => [id, Number(row?.[`n${index}`] ?? 0)]));
}

export function write(app: OpenedApp, request: WriteRequest): Promise<Ripple> {
  const started = app.environment.clock();
  const pending = app.runtime().write(request);
  const { label, lastId, messages, go } = pending.value;
  return app.acknowledge(pending, label, started, {}, lastId, { messages, go });
}

/** Runs a routine as one transaction: all of it or, where it asks, is stopped or fails, none. */
export async function runRoutine(app: OpenedApp, request: RoutineRequest): Promise<RoutineResult> {
  const started = app.environment.clock();
  const ran = app.runtime().runRoutine(request);
  if (ran.pending === null) return ran.outcome;
  const { messages, go } = ran.outcome;
  const ripple = await app.acknowledge(told(ran.pending), ran.label, started, {}, null, { messages, go });
  return { kind: 'done', ripple, messages, go };
}

/** Puts the rows of a sheet into a table that is there: one change, undone like any other. */
export async function mergeSheet(
  app: OpenedApp,
  sheet: ReadSheet,
  request: MergeRequest,
  task: Task,
): Promise<ImportReport> {
  const { definition, engine, environment } = app;
  const started = environment.clock();
  const table = tableOf(physicalPlan(definition), request.tableId);
  if (sheet.rows.length > MANY_ROWS) engine.dropSearches();
  const open = engine.beginWrite();
  let report: ImportReport;
  try {
    report = await mergeRows(definition, open.writer, sheet, request, environment.now().slice(0, 10), task);
  } catch (error) {
    open.rollback();
    throw error;
  }
  const count = report.inserted + report.updated;
  const label = `Imported ${count} ${count === 1 ? 'row' : 'rows'} into ${table.name}`;
  await app.acknowledge(told(open.finish(undefined)), label, started);
  return report;
}

import type { Patch } from 'immer';
import { type AppDocument, assertReads, followedBy, withDefinition, withStarting, withUpgrade } from './appDocument';
import type { Task } from './bulkInsert';
import { assertFits } from './bulkRows';
import { impactsOn } from './impacts';
import type { ImportPayload } from './incoming';
import { layTables } from './layTables';
import type { OpenedApp } from './openedApp';
import type { AppState } from './protocol';
import type { Fills, Starting } from '@/core/model';
import { applyEdit, describeEdit, type Edit } from '@/core/edit';
import { plainUpgrade, Upgrade } from '@/core/release';
import { asideTables, planChange, viewsOf } from '@/core/schema';
import { quoteName } from '@/core/sql';
import { type ImportReport, MOST_TOLD } from '@/core/transfer';

/** Makes an edit of the plan, with all that follows from it in the rows. */
export async function edit(app: OpenedApp, change: Edit, fills: Fills): Promise<AppState> {
  const { definition, engine, journal } = app;
  const edited = applyEdit(definition, change);
  if (edited.patches.length === 0) return app.state();
  assertFits(edited.definition, fills, impactsOn(engine, definition, edited.definition, fills));
  // What fills the rows of the phone fills the starting rows too, when they are laid down.
  const filled = (starting: Starting | null): Starting | null =>
    starting && Object.keys(fills).length > 0 ? { ...starting, fills: { ...starting.fills, ...fills } } : starting;
  const planned = followedBy(withDefinition(app.document, edited), (document) =>
    withStarting(document, filled(document.starting)),
  );
  // And those of the phones that have the last release.
  const { releases, upgrade } = app.document;
  const said = upgrade ?? plainUpgrade;
  const filledAlike = { ...said, fills: { ...said.fills, ...fills } };
  const isFilled = releases !== null && Object.keys(fills).length > 0;
  if (isFilled) assertReads(Upgrade, filledAlike, () => 'What is filled in');
  const next = isFilled ? followedBy(planned, (document) => withUpgrade(document, filledAlike)) : planned;
  const steps = planChange(definition, edited.definition, {
    fills,
    edit: journal.seq + 1,
    since: journal.oldest,
    asides: asideTables((sql) => engine.query(sql).rows),
    today: app.today(),
  });
  await app.replan(next, { label: describeEdit(definition, change), ...steps });
  return app.state();
}

/** Adds the tables of a file with all their rows: one change, undone like any other. */
export async function importTables(
  app: OpenedApp,
  payload: ImportPayload,
  from: string,
  prefix: string,
  task: Task,
): Promise<ImportReport> {
  const at = { edit: app.journal.seq + 1, now: app.environment.now() };
  const laid = await layTables(app.engine, app.definition, payload, from, prefix, at, task);
  const { edited, pending, statements, undoing, rows, label } = laid;
  await app.keepPlan(pending, withDefinition(app.document, edited), { label, statements, undoing });
  return {
    inserted: rows,
    updated: 0,
    skipped: 0,
    refused: payload.refused.slice(0, MOST_TOLD),
    refusedCount: payload.refused.length,
    notes: payload.notes,
  };
}

/** What was mended of a document when it was read is kept: nothing before it can be undone. */
export async function keepMended(app: OpenedApp, read: AppDocument): Promise<void> {
  const views = app.engine
    .query("SELECT name FROM sqlite_schema WHERE type = 'view'")
    .rows.map(({ name }) => `DROP VIEW ${quoteName(String(name))}`);
  const statements = [...views, ...viewsOf(app.definition).map(({ sql }) => sql)];
  const patch = (document: AppDocument): Patch[] => [
    { op: 'replace', path: ['definition'], value: document.definition },
    { op: 'replace', path: ['starting'], value: document.starting },
    { op: 'replace', path: ['releases'], value: document.releases ?? null },
    { op: 'replace', path: ['upgrade'], value: document.upgrade ?? null },
  ];
  await app.replan(
    { document: app.document, patches: patch(app.document), inverse: patch(read) },
    { label: 'Mended the plan', statements, undoing: [] },
    { final: true },
  );
}

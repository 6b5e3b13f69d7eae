import type { Patch } from 'immer';
import { ProblemError } from '@/core/problem';
import { fromBase64, type JournalEntry, type PlanEntry } from '@/core/store';
import { patchDocument, withRoutinesRead } from './appDocument';
import { guardHandQueries } from './handQueries';
import type { Marks, OpenedApp } from './openedApp';
import { buildApp } from './openApp';
import type { AppState } from './protocol';
import { readDocument } from './readDocument';

export async function undo(app: OpenedApp): Promise<void> {
  const entry = app.journal.undo.at(-1);
  if (entry) await revert(app, entry);
}

/** Undoes one entry, also when others came after it, as long as the plan and those rows are as it left them. */
export async function undoEntry(app: OpenedApp, seq: number): Promise<void> {
  const { undo: entries } = app.journal;
  const entry = entries.find((each) => each.seq === seq);
  if (!entry) return;
  const laterPlan = entries.some((each) => each.seq > seq && each.kind === 'plan' && each.statements.length > 0);
  if (laterPlan || (entry.kind !== 'rows' && entries.at(-1) !== entry))
    throw new ProblemError({ code: 'undo-conflict', label: entry.label });
  await revert(app, entry);
}

export async function redo(app: OpenedApp): Promise<void> {
  const entry = app.journal.redo.at(-1);
  if (!entry) return;
  const mark = { redoes: entry.seq };
  const started = app.environment.clock();
  if (entry.kind === 'rows') {
    const pending = app.runtime().redo(fromBase64(entry.changeSet), entry.label);
    await app.acknowledge(pending, entry.label, started, mark);
  }
  // What is run is what was run: the rows are as they were before it.
  else await repeat(app, entry, entry.label, mark);
}

async function revert(app: OpenedApp, entry: JournalEntry): Promise<void> {
  const mark = { undoes: entry.seq };
  const label = `Undid: ${entry.label}`;
  const started = app.environment.clock();
  if (entry.kind === 'rows')
    await app.acknowledge(app.runtime().undo(fromBase64(entry.changeSet), label), label, started, mark);
  else await repeat(app, { patches: entry.inverse, inverse: entry.patches, statements: entry.undoing }, label, mark);
}

/** Makes a change of plan that an entry of the history tells of, to the letter. */
async function repeat(
  app: OpenedApp,
  { patches, inverse, statements }: Pick<PlanEntry, 'patches' | 'inverse' | 'statements'>,
  label: string,
  mark: Marks,
): Promise<void> {
  const document = withRoutinesRead(app.document, patchDocument(app.document, patches as Patch[]));
  const change = { document, patches: patches as Patch[], inverse: inverse as Patch[] };
  await app.replan(change, { label, statements, undoing: [] }, mark);
}

/** Closes the database and opens it again from its store; where it does not open, the one that is open stays. */
export async function restart(app: OpenedApp): Promise<AppState> {
  const { value } = await app.journal.reread(buildApp(app.environment));
  const read = readDocument(value.document);
  if (!read) throw new ProblemError({ code: 'store-failed', detail: 'the plan cannot be read' });
  app.engine.close();
  app.engine = value.engine;
  app.document = read.document;
  guardHandQueries(app.engine, app.definition);
  app.generation++;
  return app.tellState();
}

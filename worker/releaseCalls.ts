import { type AppDocument, followedBy, withDefinition, withReleases } from './appDocument';
import { assertFits } from './bulkRows';
import { impactsOn } from './impacts';
import type { OpenedApp } from './openedApp';
import type { AppState } from './protocol';
import { applyEdit } from '@/core/edit';
import { limitOf, limitWords } from '@/core/fault';
import type { Definition } from '@/core/model';
import { ProblemError } from '@/core/problem';
import {
  filedReleases,
  frozenIn,
  keepRelease,
  KeptReleases,
  nextRelease,
  type NextRelease,
  releaseHeads,
  versionFault,
} from '@/core/release';
import { asideTables, type Fills, type Impact, planChange } from '@/core/schema';
import { projectOptions } from '@/core/ship';
import type { AppFile } from '@/core/transfer';

const lastOf = ({ releases }: OpenedApp) => {
  const last = releaseHeads(releases).at(-1);
  return last && releases ? { ...last, ...releases.newest } : null;
};

export const nextOf = (app: OpenedApp): NextRelease => nextRelease(lastOf(app), app.definition);

/** Freezes the app as it is. The number of its schema follows from the plan, and is nobody's to say. */
export async function release(app: OpenedApp, asked: { version: string; notes: string }): Promise<AppState> {
  const reason = versionFault(releaseHeads(app.releases), asked.version);
  if (reason) throw new ProblemError({ code: 'release-version', version: asked.version, reason });
  const { schema } = nextOf(app);
  const head = { id: `r${app.journal.seq + 1}`, schema, at: app.environment.now(), ...asked };
  // The finished project is of the same version.
  const project = { ...projectOptions(app.definition), version: asked.version };
  const edited = applyEdit(app.definition, { kind: 'setProject', project });
  const kept = keepRelease(app.releases, { ...head, definition: edited.definition });
  assertKeeps(kept);
  const change = followedBy(withDefinition(app.document, edited), (document) => withReleases(document, kept));
  await app.replan(change, {
    label: `Released ${asked.version}`,
    statements: [],
    undoing: [],
  });
  return app.state();
}

/** What is stored has been through the schema that reads it. Throws a Problem of code `invalid-value`. */
function assertKeeps(kept: KeptReleases): void {
  const [issue] = KeptReleases.safeParse(kept).error?.issues ?? [];
  if (!issue) return;
  const place = issue.path.at(-1) === 'notes' ? 'Notes' : 'Releases';
  throw new ProblemError({ code: 'invalid-value', place, reason: limitWords(limitOf(issue)) });
}

export async function setReleaseNotes(app: OpenedApp, releaseId: string, notes: string): Promise<AppState> {
  const { releases } = app;
  const found = releases?.list.find(({ id }) => id === releaseId);
  if (!releases || !found) throw new ProblemError({ code: 'release-gone' });
  if (found.notes === notes) return app.state();
  const list = releases.list.map((each) => (each === found ? { ...each, notes } : each));
  const label = `Changed the notes of ${found.version}`;
  const kept = { ...releases, list };
  assertKeeps(kept);
  await app.replan(withReleases(app.document, kept), { label, statements: [], undoing: [] });
  return app.state();
}

/** The plan of a release as this app's. */
const planOf = (app: OpenedApp, releaseId: string): Definition => ({
  ...frozenIn(app.releases, releaseId).definition,
  id: app.definition.id,
});

export const previewReturn = (app: OpenedApp, releaseId: string, fills: Fills): Impact[] =>
  impactsOn(app.engine, app.definition, planOf(app, releaseId), fills);

/** Makes the plan of a release the plan of today: one edit, undone like any other. */
export async function returnToRelease(app: OpenedApp, releaseId: string, fills: Fills): Promise<AppState> {
  const { definition, engine, journal } = app;
  const after = planOf(app, releaseId);
  assertFits(after, fills, impactsOn(engine, definition, after, fills));
  const version = releaseHeads(app.releases).find(({ id }) => id === releaseId)?.version ?? '';
  const steps = planChange(definition, after, {
    fills,
    edit: journal.seq + 1,
    since: journal.oldest,
    asides: asideTables((sql) => engine.query(sql).rows),
    today: app.today(),
  });
  const replaced = (plan: Definition) => [{ op: 'replace' as const, path: ['definition'], value: plan }];
  const document: AppDocument = { ...app.document, definition: after };
  await app.replan(
    { document, patches: replaced(after), inverse: replaced(definition) },
    { label: `Went back to release ${version}`, ...steps },
  );
  return app.state();
}

/** A release as an app file of its own: as it would be installed, with those before it. */
export function releaseFile(app: OpenedApp, releaseId: string): AppFile {
  const frozen = frozenIn(app.releases, releaseId);
  const { list } = app.releases as KeptReleases;
  const until = list.slice(0, list.findIndex(({ id }) => id === releaseId) + 1);
  return {
    format: 'fern-shelf-app',
    version: 1,
    definition: frozen.definition,
    releases: filedReleases({ newest: frozen, list: until }, frozen),
  };
}

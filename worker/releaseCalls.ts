import isSame from 'fast-deep-equal';
import { type AppDocument, assertReads, followedBy, withDefinition, withReleases, withUpgrade } from './appDocument';
import { assertFits, installSql } from './bulkRows';
import { impactsOn } from './impacts';
import type { OpenedApp } from './openedApp';
import type { AppState, UpgradePart } from './protocol';
import { wayFrom } from './rehearsal';
import { applyEdit } from '@/core/edit';
import type { Definition, Fills } from '@/core/model';
import { describeProblem, ProblemError, toProblem } from '@/core/problem';
import {
  filedReleases,
  frozenIn,
  frozenOf,
  keepRelease,
  KeptReleases,
  nextRelease,
  type NextRelease,
  plainUpgrade,
  type Release,
  releaseHeads,
  type Report,
  reportOf,
  releasesFrom,
  schemaVersions,
  Upgrade,
  upgradeFaults,
  upgradeWords,
  versionFault,
} from '@/core/release';
import { asideTables, type Impact, planChange, stepSql } from '@/core/schema';
import { projectOptions } from '@/core/ship';
import type { AppFile } from '@/core/transfer';

const lastOf = ({ releases }: OpenedApp) => {
  const last = releaseHeads(releases).at(-1);
  return last && releases ? { ...last, ...releases.newest } : null;
};

export const nextOf = (app: OpenedApp): NextRelease => nextRelease(lastOf(app), frozenOf(app.document));

/** Freezes the app as it is. The number of its schema follows from the plan, and is nobody's to say. */
export async function release(app: OpenedApp, asked: { version: string; notes: string }): Promise<AppState> {
  const reason = versionFault(releaseHeads(app.releases), asked.version);
  if (reason) throw new ProblemError({ code: 'release-version', version: asked.version, reason });
  const { schema } = nextOf(app);
  const at = app.environment.now();
  const head = { id: `r${app.journal.seq + 1}`, schema, at, ...asked, ...rehearsalOf(app, at) };
  // The finished project is of the same version.
  const project = { ...projectOptions(app.definition), version: asked.version };
  const edited = applyEdit(app.definition, { kind: 'setProject', project });
  const frozen = frozenOf({ ...app.document, definition: edited.definition });
  const kept = keepRelease(app.releases, { ...head, ...frozen });
  assertKeeps(kept);
  const change = followedBy(
    followedBy(withDefinition(app.document, edited), (document) => withReleases(document, kept)),
    (document) => withUpgrade(document, null),
  );
  await app.replan(change, {
    label: `Released ${asked.version}`,
    statements: [],
    undoing: [],
  });
  return app.state();
}

/** What was tried of its upgrade is kept with a release. */
function rehearsalOf(app: OpenedApp, at: string): Pick<Release, 'rehearsed' | 'report'> {
  const found = app.rehearsed();
  return found === 'none' || found === 'unneeded' ? {} : { rehearsed: found, report: reportOf(at, app.trials()) };
}

/** What is stored has been through the schema that reads it. Throws a Problem of code `invalid-value`. */
const assertKeeps = (kept: KeptReleases): void =>
  assertReads(KeptReleases, kept, (path) => (path.at(-1) === 'notes' ? 'Notes' : 'Releases'));

/** What is said of how rows of the last release come to the plan; all of it is tried on an empty database. */
export async function setUpgrade(app: OpenedApp, upgrade: Upgrade): Promise<AppState> {
  const { definition, document, releases } = app;
  if (!releases) throw new ProblemError({ code: 'release-gone' });
  const before = releases.newest.definition;
  const [fault] = upgradeFaults(before, { definition, upgrade });
  if (fault) throw new ProblemError({ code: 'invalid-value', ...fault });
  assertReads(Upgrade, upgrade, () => 'The upgrade');
  assertRuns(app, upgrade);
  if (isSame(document.upgrade ?? plainUpgrade, upgrade)) return app.state();
  const change = withUpgrade(document, upgrade);
  await app.replan(change, { label: 'Changed how rows come to the plan', statements: [], undoing: [] });
  return app.state();
}

/** On an empty database nothing takes long that ever ends. */
const SLOWEST_ON_NOTHING_MS = 3000;

/** Throws a Problem of code `invalid-value` where a statement of the upgrade cannot run at all. */
function assertRuns({ definition, releases, openBeside }: OpenedApp, upgrade: Upgrade): void {
  const last = releasesFrom(releases, releases?.list.at(-1)?.id ?? '');
  const [part] = schemaVersions(last, { definition, upgrade }).steps;
  if (!part) return;
  const engine = openBeside();
  try {
    engine.migrate(installSql(part.before)).commit();
    const migration = engine.beginMigration();
    try {
      for (const step of part.steps)
        try {
          stepSql(step).forEach((sql) => migration.run(sql, undefined, SLOWEST_ON_NOTHING_MS));
        } catch (error) {
          if (step.kind !== 'byHand') throw error;
          const place = step.side === 'first' ? 'SQL before' : 'SQL after';
          throw new ProblemError({ code: 'invalid-value', place, reason: describeProblem(toProblem(error)).what });
        }
    } finally {
      migration.rollback();
    }
  } finally {
    engine.close();
  }
}

export const upgradeWay = (app: OpenedApp, releaseId: string): UpgradePart[] =>
  wayFrom(app, releaseId, null).map((part) => {
    const { version, release: name, statements } = part;
    return { version, release: name, statements, words: upgradeWords(part) };
  });

export function releaseReport({ releases }: OpenedApp, releaseId: string): Report | null {
  const found = releases?.list.find(({ id }) => id === releaseId);
  if (!found) throw new ProblemError({ code: 'release-gone' });
  return found.report ?? null;
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
    ...(frozen.starting ? { starting: frozen.starting } : {}),
    releases: filedReleases({ newest: frozen, list: until }, frozenOf({ ...frozen, upgrade: null })),
  };
}

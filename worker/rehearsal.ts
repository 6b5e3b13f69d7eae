import { insertAllRows, installSql, readRows } from './bulkRows';
import type { Task } from './bulkInsert';
import { type EngineEnvironment, openEngine } from './hostEnvironment';
import { impactsOn } from './impacts';
import type { OpenedApp } from './openedApp';
import { isStored } from '@/core/column';
import type { Engine } from '@/core/engine';
import type { Definition, Fills, Scalar } from '@/core/model';
import {
  accountOf,
  asideName,
  difficultRows,
  type Frozen,
  frozenOf,
  madeOf,
  type PouredRows,
  type Release,
  releasesFrom,
  schemaVersions,
  type Subject,
  toldOf,
  type Trial,
  type VersionStep,
} from '@/core/release';
import { describeProblem, ProblemError, toProblem } from '@/core/problem';
import { inPlanWords } from '@/core/runtime';
import { physicalPlan } from '@/core/plan';
import { laidApp } from './install';
import { asideTables, describeImpact, madeAnew, type Pour, type Step, stepSql, upgradeSteps } from '@/core/schema';
import { quoteName, quoteText } from '@/core/sql';
import { everyStatementOn } from './everyStatement';

/**
 * What brings phones of a release to a later one, null: to the plan of today; a version after the other, as phones do.
 * Throws a Problem of code `release-gone`.
 */
export function wayFrom({ releases, document }: OpenedApp, releaseId: string, targetId: string | null): VersionStep[] {
  const all = releasesFrom(releases, releaseId);
  const until = targetId === null ? all.length : all.findIndex(({ id }) => id === targetId);
  if (until < 1) throw new ProblemError({ code: 'release-gone' });
  return schemaVersions(all.slice(0, until), all[until] ?? frozenOf(document)).steps;
}

/** An upgrade that is ready to be tried: on a database of its own, or why there is none. */
export interface Prepared {
  head: Pick<Trial, 'releaseId' | 'from' | 'subject'>;
  before: Definition;
  after: Definition;
  way: VersionStep[];
  engine: Engine;
  fault: string | null;
}

/** `phone`: the database of the phone that is asked for. */
export function prepareTrial(
  app: OpenedApp,
  { releaseId, subject }: { releaseId: string; subject: Subject },
  phone: Uint8Array | null,
): Prepared {
  const release = releasesFrom(app.releases, releaseId)[0] as Release;
  const { version, definition: before } = release;
  const images: Record<Subject['kind'], () => Uint8Array | null> = {
    'rows-of-now': () => app.engine.export(),
    'starting-rows': () => installed(app.environment, release),
    'difficult-rows': () => null,
    phone: () => phone,
  };
  const engine = openEngine(app.environment, images[subject.kind]());
  const prepared = {
    head: { releaseId, from: version, subject },
    ...{ before, after: app.definition, way: wayFrom(app, releaseId, null), engine },
  };
  try {
    if (subject.kind === 'rows-of-now') bringBack(app, engine, before);
    if (subject.kind === 'difficult-rows') makeDifficult(engine, before);
    return { ...prepared, fault: null };
  } catch (error) {
    const said = subject.kind === 'rows-of-now' ? 'The rows of now have no room in this release' : 'No rows were made';
    return { ...prepared, fault: `${said}: ${describeProblem(toProblem(error)).what}` };
  }
}

/**
 * The bench phone as if the release had been on it: its rows, as far as the release has room for them, with what later
 * edits took away and the history still has.
 */
export function bringBack({ journal, definition }: OpenedApp, engine: Engine, before: Definition): void {
  const steps = upgradeSteps(definition, before, {
    edit: journal.seq + 1,
    since: journal.oldest,
    isReturn: true,
    asides: asideTables((sql) => engine.query(sql).rows),
  });
  upgraded(engine, steps, [before, definition]).commit();
}

export function makeDifficult(engine: Engine, definition: Definition): void {
  engine.migrate(installSql(definition)).commit();
  engine.write((writer) => insertAllRows(writer, definition, difficultRows(definition))).commit();
}

/** A database of a release as it is installed, with its starting rows. */
export const installed = (environment: EngineEnvironment, { definition, starting }: Frozen): Uint8Array =>
  laidApp(environment, { format: 'fern-shelf-app', version: 1, definition, ...(starting ? { starting } : {}) })
    .database;

/** A statement that takes longer never ends. */
const SLOWEST_MS = 120_000;

/** Runs an upgrade and leaves it open; what is wrong is said in the words of the plans. */
export function upgraded(
  engine: Engine,
  steps: readonly Step[],
  plans: readonly Definition[],
  onPour: (poured: PouredRows) => void = () => undefined,
) {
  const tables = plans.flatMap((plan) => physicalPlan(plan).tables);
  const migration = engine.beginMigration();
  try {
    for (const step of steps) {
      inPlanWords(
        () => [...tables, ...madeAnew(step)],
        () => stepSql(step).forEach((sql) => migration.run(sql, undefined, SLOWEST_MS)),
      );
      if (step.kind === 'pour') onPour(pouredBy(engine, step));
    }
  } catch (error) {
    migration.rollback();
    throw error;
  }
  return migration.finish();
}

/** Which rows became which, as long as that is known. */
function pouredBy(engine: Engine, { from, into, carried }: Pour): PouredRows {
  const { rows } = engine.query(`SELECT "id", "becomes" FROM ${quoteName(carried)}`);
  return { from: from.id, into: into.id, ids: new Map(rows.map(({ id, becomes }) => [Number(id), Number(becomes)])) };
}

const plansOf = (way: readonly VersionStep[]): Definition[] =>
  way.flatMap(({ before, after }) => [after.definition, before]);

/** Tries an upgrade, in steps between which others have their turn; its database is closed at the end. */
export async function tryOut(prepared: Prepared, { clock }: EngineEnvironment, task: Task): Promise<Trial> {
  const { head, engine, way, before, after, fault } = prepared;
  const started = clock();
  const statements = way.flatMap((each) => each.statements);
  const none = {
    ...head,
    ...{ rows: 0, warnings: [], ...toldOf([]), unsound: [], failing: [], ran: 0, milliseconds: 0 },
    cuts: { statements: statements.length, tried: 0, whole: 0 },
  };
  try {
    if (fault !== null) return { ...none, fault };
    const old = held(engine, before);
    const rows = Object.values(old.rows).reduce((sum, set) => sum + set.rows.length, 0);
    const known = { ...none, rows, warnings: warningsOn(engine, before, after, way) };
    const { cuts } = known;
    const poured: PouredRows[] = [];
    // As on a phone, each version is a transaction of its own.
    for (const part of way)
      try {
        await cutOff(engine, part.statements, cuts, task);
        upgraded(engine, part.steps, plansOf(way), (rows) => poured.push(rows)).commit();
      } catch (error) {
        if (task.isCancelled()) throw error;
        return { ...known, fault: describeProblem(toProblem(error)).what, milliseconds: clock() - started };
      }
    await paused(task);
    const moves = { made: madeOf(way), poured };
    const account = accountOf(old, { ...held(engine, after), aside: asideOn(engine, way) }, moves);
    await paused(task);
    // A schema takes a statement or it does not: one trial of all of them is enough.
    const ran = everyStatementOn(engine, after, head.subject.kind === 'difficult-rows');
    const found = { ...toldOf(account), unsound: unsound(engine), ...ran };
    return { ...known, ...found, fault: null, milliseconds: clock() - started };
  } finally {
    engine.close();
  }
}

async function paused(task: Task): Promise<void> {
  await task.pause();
  if (task.isCancelled()) throw new ProblemError({ code: 'cancelled' });
}

const held = (engine: Engine, definition: Definition) => ({
  definition,
  rows: readRows((sql) => engine.query(sql).rows, definition),
});

function warningsOn(engine: Engine, before: Definition, after: Definition, way: readonly VersionStep[]) {
  const fills: Fills = Object.assign({}, ...way.map((each) => each.after.upgrade?.fills ?? {}));
  return impactsOn(engine, before, after, fills)
    .filter(({ blocks, kind }) => blocks || kind === 'rule-broken' || kind === 'unowned')
    .map((impact) => ({ blocks: impact.blocks, words: describeImpact(impact) }));
}

/** A transaction cut off after each of its statements: the database before it has to be there, byte for byte. */
async function cutOff(
  engine: Engine,
  statements: readonly string[],
  counted: Trial['cuts'],
  task: Task,
): Promise<void> {
  // What stood on pages that are free is not written back: without such pages each byte counts.
  engine.compact();
  const before = engine.export();
  for (let count = 1; count <= statements.length; count++) {
    await paused(task);
    const migration = engine.beginMigration();
    try {
      statements.slice(0, count).forEach((sql) => migration.run(sql, undefined, SLOWEST_MS));
    } catch {
      // One that fails is a cut of its own.
    } finally {
      migration.rollback();
    }
    counted.tried++;
    if (isSame(engine.export(), before)) counted.whole++;
    task.progress(counted.tried, counted.statements);
  }
}

/** Whether two databases are the same to the byte. They are of whole pages: four bytes are looked at at a time. */
function isSame(one: Uint8Array, other: Uint8Array): boolean {
  const wordsOf = ({ buffer, byteOffset, length }: Uint8Array) => new Uint32Array(buffer, byteOffset, length / 4);
  const [left, right] = [wordsOf(one), wordsOf(other)];
  if (left.length !== right.length) return false;
  for (let at = 0; at < left.length; at++) if (left[at] !== right[at]) return false;
  return true;
}

/** What was kept apart on the way: values by their columns and rows. */
function asideOn(engine: Engine, way: readonly VersionStep[]): Map<string, Map<number, Scalar>> {
  const found = new Map<string, Map<number, Scalar>>();
  for (const { version, before } of way)
    for (const table of physicalPlan(before).tables) {
      const name = asideName(version, table);
      const there = engine.query(`SELECT name FROM pragma_table_info(${quoteText(name)})`).rows;
      for (const column of table.columns.filter(isStored)) {
        if (!there.some((each) => each.name === column.identifier)) continue;
        const value = quoteName(column.identifier);
        const shown = column.kind === 'picture' ? `attachment_url(${value})` : value;
        const { rows } = engine.query(
          `SELECT "id", ${shown} AS value FROM ${quoteName(name)} WHERE ${value} IS NOT NULL`,
        );
        const kept = found.get(column.id) ?? new Map<number, Scalar>();
        for (const { id, value: is } of rows) kept.set(Number(id), is as Scalar);
        found.set(column.id, kept);
      }
    }
  return found;
}

function unsound(engine: Engine): string[] {
  const [integrity, links] = [
    engine.query('SELECT integrity_check AS said FROM pragma_integrity_check').rows,
    engine.query('SELECT "table" AS said FROM pragma_foreign_key_check LIMIT 5').rows,
  ];
  return [
    ...integrity.flatMap(({ said }) => (said === 'ok' ? [] : [String(said)])),
    ...links.map(({ said }) => `A link of ${String(said)} leads nowhere`),
  ];
}

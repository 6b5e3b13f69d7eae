import { insertAllRows, installSql, readRows } from './bulkRows';
import { openEngine } from './hostEnvironment';
import { impactsOn } from './impacts';
import type { OpenedApp } from './openedApp';
import { compileApp } from '@/core/compile';
import type { Engine } from '@/core/engine';
import type { Definition } from '@/core/model';
import {
  accountOf,
  anyParams,
  difficultRows,
  frozenIn,
  readsOf,
  type Rehearsal,
  releaseHeads,
  type Subject,
  type Trial,
} from '@/core/release';
import { describeProblem, toProblem } from '@/core/problem';
import { inPlanWords, Runtime } from '@/core/runtime';
import { physicalPlan } from '@/core/plan';
import { asideTables, type Fills, madeAnew, type Step, stepSql, upgradeSteps } from '@/core/schema';

const NOT_TRIED = { account: [], unsound: [], failing: [], ran: 0, cuts: { tried: 0, whole: 0 }, milliseconds: 0 };

/** From release to release, as a phone that had each of them: so every way comes to the same. */
const stepsAlong = ([before, after, ...later]: readonly Definition[], fills: Fills): Step[] =>
  before && after ? [...upgradeSteps(before, after, { fills }), ...stepsAlong([after, ...later], fills)] : [];

/** Tries the upgrade of a release to the plan of today on copies; nothing of the app is touched. */
export function rehearse(app: OpenedApp, releaseId: string, fills: Fills): Rehearsal {
  const heads = releaseHeads(app.releases);
  const from = heads.findIndex(({ id }) => id === releaseId);
  const before = frozenIn(app.releases, releaseId).definition;
  const between = heads.slice(from + 1).map(({ id }) => frozenIn(app.releases, id).definition);
  const steps = stepsAlong([before, ...between, app.definition], fills);
  const upgrade = { before, after: app.definition, fills, steps };
  return {
    statements: steps.flatMap(stepSql),
    trials: (['rows-of-now', 'difficult-rows'] as const).map((subject) => trial(app, subject, upgrade)),
  };
}

interface Upgrade {
  before: Definition;
  after: Definition;
  fills: Fills;
  steps: Step[];
}

function trial(app: OpenedApp, subject: Subject, upgrade: Upgrade): Trial {
  const engine = openEngine(app.environment, subject === 'rows-of-now' ? app.engine.export() : null);
  try {
    if (subject === 'rows-of-now') bringBack(app, engine, upgrade);
    else makeDifficult(engine, upgrade.before);
    return { subject, ...tried(app, engine, upgrade) };
  } catch (error) {
    const fault = `${without[subject]}: ${describeProblem(toProblem(error)).what}`;
    return { subject, rows: 0, impacts: [], ...NOT_TRIED, fault };
  } finally {
    engine.close();
  }
}

const without: Record<Subject, string> = {
  'rows-of-now': 'The rows of now have no room in this release',
  'difficult-rows': 'No rows could be made for this release',
};

/**
 * The bench phone as if the release had been on it: its rows, as far as the release has room for them, with what later
 * edits took away and the history still has.
 */
function bringBack({ journal }: OpenedApp, engine: Engine, { before, after }: Upgrade): void {
  const steps = upgradeSteps(after, before, {
    edit: journal.seq + 1,
    since: journal.oldest,
    asides: asideTables((sql) => engine.query(sql).rows),
  });
  upgraded(engine, steps, [before, after]).commit();
}

function makeDifficult(engine: Engine, definition: Definition): void {
  engine.migrate(installSql(definition)).commit();
  engine.write((writer) => insertAllRows(writer, definition, difficultRows(definition))).commit();
}

/** Runs an upgrade and leaves it open; what is wrong is said in the words of the plans. */
function upgraded(engine: Engine, steps: readonly Step[], plans: readonly Definition[]) {
  const tables = plans.flatMap((plan) => physicalPlan(plan).tables);
  const migration = engine.beginMigration();
  try {
    for (const step of steps)
      inPlanWords(
        () => [...tables, ...madeAnew(step)],
        () => stepSql(step).forEach((sql) => migration.run(sql)),
      );
  } catch (error) {
    migration.rollback();
    throw error;
  }
  return migration.finish();
}

function tried({ environment }: OpenedApp, engine: Engine, upgrade: Upgrade): Omit<Trial, 'subject'> {
  const { before, after, fills, steps } = upgrade;
  const started = environment.clock();
  const impacts = impactsOn(engine, before, after, fills);
  const old = held(engine, before);
  const rows = Object.values(old.rows).reduce((sum, set) => sum + set.rows.length, 0);
  const cuts = cutOff(engine, steps.flatMap(stepSql));
  try {
    upgraded(engine, steps, [after, before]).commit();
  } catch (error) {
    const fault = describeProblem(toProblem(error)).what;
    return { rows, impacts, ...NOT_TRIED, cuts, fault, milliseconds: environment.clock() - started };
  }
  return {
    ...{ rows, impacts, fault: null, cuts, unsound: unsound(engine) },
    account: accountOf(old, held(engine, after)),
    ...ranOn(engine, after),
    milliseconds: environment.clock() - started,
  };
}

const held = (engine: Engine, definition: Definition) => ({
  definition,
  rows: readRows((sql) => engine.query(sql).rows, definition),
});

/** The upgrade cut off after each of its statements: the old database has to be there, byte for byte. */
function cutOff(engine: Engine, statements: readonly string[]): Trial['cuts'] {
  const before = engine.export();
  let whole = 0;
  for (let count = 1; count <= statements.length; count++) {
    const migration = engine.beginMigration();
    try {
      statements.slice(0, count).forEach((sql) => migration.run(sql));
    } catch {
      // One that fails is a cut of its own.
    } finally {
      migration.rollback();
    }
    if (isSame(engine.export(), before)) whole++;
  }
  return { tried: statements.length, whole };
}

function isSame(one: Uint8Array, other: Uint8Array): boolean {
  if (one.length !== other.length) return false;
  for (let at = 0; at < one.length; at++) if (one[at] !== other[at]) return false;
  return true;
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

const MOST_FAILING = 5;

/** Whatever the newer app reads, read from the database after the upgrade. */
function ranOn(engine: Engine, definition: Definition): Pick<Trial, 'ran' | 'failing'> {
  const app = compileApp(definition);
  const runtime = new Runtime(app, engine);
  const failing: string[] = [];
  const reads = readsOf(app);
  for (const statement of reads) {
    const params = Object.fromEntries(statement.takes.map((each) => [each, anyParams[each] ?? null]));
    try {
      runtime.read({ ...statement, params, person: 1 });
    } catch (error) {
      if (failing.length < MOST_FAILING) failing.push(describeProblem(toProblem(error)).what);
    }
  }
  return { ran: reads.length, failing };
}

import fc from 'fast-check';
import { insertAllRows, installSql, readRows } from './bulkRows';
import { type EngineEnvironment, openEngine } from './hostEnvironment';
import { makeDifficult, upgraded } from './rehearsal';
import type { Engine } from '@/core/engine';
import type { Definition, Scalar } from '@/core/model';
import { physicalPlan } from '@/core/plan';
import {
  accountOf,
  frozenOf,
  madeOf,
  plainUpgrade,
  questionId,
  questionsBetween,
  schemaVersions,
  type VersionStep,
} from '@/core/release';
import { stepSql } from '@/core/schema';
import { memoryStore } from '@/core/store';
import { seeded } from '@/demo/random';
import { type Migration, migrate } from '@/kit/device/migrations';
import { phoneStandIn } from '@/template/tests/phoneSqlite';
import { blank, hostEnvironment } from '@/test/host';
import { Worker } from '@/test/randomWork';
import { sqlite } from '@/test/sqlite';
import { AppHost } from './appHost';

/** An app that was released up to eight times while somebody changed it at random, values kept apart here and there. */
async function chain(seed: number, releases: number) {
  const kv = memoryStore();
  await AppHost.install(await hostEnvironment(kv), { format: 'fern-shelf-app', version: 1, definition: blank });
  const chance = seeded(seed);
  const worker = new Worker(chance, await AppHost.open(await hostEnvironment(kv)));
  for (let round = 0; round < releases; round++) {
    for (let step = 0; step < 6; step++) await worker.change().catch(() => undefined);
    const { host } = worker;
    const { definition, upgrade, releases: before } = host.state();
    if (definition.tables.length === 0) continue;
    const last = before.at(-1);
    if (last) {
      const { definition: old } = await host.releasedPlan(last.id);
      const gone = questionsBetween(old, definition).filter(({ kind }) => kind.startsWith('gone'));
      const aside = gone.filter(() => chance.chance(50)).map(questionId);
      await host.setUpgrade({ ...(upgrade ?? plainUpgrade), aside }).catch(() => undefined);
    }
    await host.release({ version: `1.${round}.0`, notes: '' });
  }
  return worker.host;
}

const rowsIn = (engine: Engine, plan: Definition) => readRows((sql) => engine.query(sql).rows, plan);

/** What stands in a database, whatever is kept apart among it. */
const dumped = (engine: Engine): string => engine.dump();

/** A database of a release with difficult rows, or null where none can be made. */
function difficult(environment: EngineEnvironment, plan: Definition): Engine | null {
  const engine = openEngine(environment, null);
  try {
    makeDifficult(engine, plan);
    return engine;
  } catch {
    engine.close();
    return null;
  }
}

const plansOf = (way: readonly VersionStep[]) => way.flatMap(({ before, after }) => [after.definition, before]);

const faultOf = (work: () => void): string | null => {
  try {
    work();
    return null;
  } catch (error) {
    return String(error);
  }
};

test('stepwise equals straight, on both drivers; nothing is lost that the account does not name', async () => {
  let tried = 0;
  await fc.assert(
    fc.asyncProperty(fc.integer({ min: 1, max: 5000 }), fc.integer({ min: 2, max: 8 }), async (seed, releases) => {
      const host = await chain(seed, releases);
      const environment = await hostEnvironment();
      const { definition: today, upgrade, releases: heads } = host.state();
      const all = await Promise.all(heads.map(async (head) => ({ ...head, ...(await host.releasedPlan(head.id)) })));
      for (const [at, { id, definition: before }] of all.entries()) {
        const way = schemaVersions(all.slice(at), frozenOf({ definition: today, upgrade })).steps;
        const [stepwise, straight] = [difficult(environment, before), difficult(environment, before)];
        if (!stepwise || !straight || way.length === 0) continue;
        const image = stepwise.export();
        const old = { definition: before, rows: rowsIn(stepwise, before) };
        const one = faultOf(() => way.forEach((part) => upgraded(stepwise, part.steps, plansOf(way)).commit()));
        const two = faultOf(() => straight.migrate(way.flatMap((part) => part.steps.flatMap(stepSql))).commit());
        expect([seed, id, one === null]).toEqual([seed, id, two === null]);
        if (one !== null) continue;
        tried++;
        expect(dumped(stepwise)).toBe(dumped(straight));

        // The phone's own driver, from the same file, by the project's own migrations.
        const { phone, close } = phoneStandIn(await sqlite(), image, { trigrams: true });
        const first = (way[0]?.version ?? 1) - 1;
        phone.execSync(`PRAGMA user_version = ${first}`);
        const migrations = way.map(({ version, statements }): Migration => ({ version, sql: statements.join(';\n') }));
        migrate(phone, migrations);
        const onPhone = openEngine(environment, phone.serializeSync());
        expect(dumped(onPhone)).toBe(dumped(stepwise));

        // A new install takes the rows that came out, and is then the same.
        const now = { definition: today, rows: rowsIn(stepwise, today) };
        const fresh = openEngine(environment, null);
        fresh.migrate(installSql(today)).commit();
        fresh.write((writer) => insertAllRows(writer, today, now.rows)).commit();
        expect(rowsIn(fresh, today)).toEqual(now.rows);

        expect(accountOf(old, now, madeOf(way)).reduce((sum, each) => sum + each.lost + each.moved, 0)).toBe(
          plainlyLost(old, now),
        );
        for (const engine of [stepwise, straight, onPhone, fresh]) engine.close();
        close();
      }
      await host.close();
    }),
    { numRuns: 15 },
  );
  expect(tried).toBeGreaterThan(5);
}, 120_000);

type Held = { definition: Definition; rows: ReturnType<typeof rowsIn> };

/** How many values there were that are blank or gone now, by nothing but a look at the rows. */
function plainlyLost(old: Held, now: Held): number {
  let lost = 0;
  for (const table of physicalPlan(old.definition).tables) {
    const [was, is] = [old.rows[table.id], now.rows[table.id]];
    const later = new Map(is?.rows.map((row) => [row[0], row]));
    for (const row of was?.rows ?? [])
      for (const [place, columnId] of (was?.columns ?? []).entries()) {
        const value: Scalar = row[place + 1] ?? null;
        const at = is?.columns.indexOf(columnId) ?? -1;
        if (value !== null && (at < 0 ? null : (later.get(row[0])?.[at + 1] ?? null)) === null) lost++;
      }
  }
  return lost;
}

import fc from 'fast-check';
import { insertAllRows, installSql, readRows } from './bulkRows';
import { type EngineEnvironment, openEngine } from './hostEnvironment';
import { makeDifficult, upgraded } from './rehearsal';
import type { Engine } from '@/core/engine';
import { isLink } from '@/core/column';
import type { Definition, Fill, Scalar } from '@/core/model';
import { physicalPlan } from '@/core/plan';
import {
  accountOf,
  frozenOf,
  madeOf,
  plainUpgrade,
  type Question,
  questionId,
  questionsBetween,
  schemaVersions,
  type VersionStep,
} from '@/core/release';
import { stepSql } from '@/core/schema';
import { memoryStore } from '@/core/store';
import { type Random, seeded } from '@/demo/random';
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
      const questions = questionsBetween(old, definition);
      const aside = questions.filter(({ kind }) => kind.startsWith('gone') && chance.chance(50)).map(questionId);
      const said = { ...(upgrade ?? plainUpgrade), aside };
      await host.setUpgrade(said).catch(() => undefined);
      // Each by itself: one that cannot be is refused, and the others stand.
      for (const [id, fill] of questions.flatMap((question) => randomFill(chance, old, definition, question))) {
        const next = { ...(host.state().upgrade ?? said), aside };
        await host.setUpgrade({ ...next, fills: { ...next.fills, [id]: fill } }).catch(() => undefined);
      }
    }
    await host.release({ version: `1.${round}.0`, notes: '' });
  }
  return worker.host;
}

/** Records that become those of another table, and values that come from records that theirs lead to. */
function randomFill(chance: Random, old: Definition, now: Definition, question: Question): [string, Fill][] {
  if (chance.chance(30)) return [];
  if (question.kind === 'column') {
    const links = question.before.columns.filter(isLink);
    if (links.length === 0) return [];
    const link = chance.pick(links);
    const target = old.tables.find(({ id }) => id === link.tableId);
    const far = chance.pick(target?.columns ?? []);
    return far ? [[question.column.id, { expression: `${link.identifier}.${far.identifier}` }]] : [];
  }
  if (question.kind === 'gone-column' || question.others.length === 0) return [];
  const other = chance.pick(question.others);
  const [from, into] = question.kind === 'gone-table' ? [question.table, other] : [other, question.table];
  const source = old.tables.find(({ id }) => id === from.id);
  const target = now.tables.find(({ id }) => id === into.id);
  if (!source || !target) return [];
  const given = target.columns.flatMap((column) => {
    const same = source.columns.filter(({ kind }) => kind === column.kind);
    return same.length > 0 && column.kind !== 'link' ? [[column.id, chance.pick(same).identifier]] : [];
  });
  const rows = {
    from: from.id,
    into: into.id,
    where: null,
    values: Object.fromEntries(given) as Record<string, string>,
  };
  return [[question.table.id, { rowsOf: rows }]];
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
  let poured = 0;
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
        poured += way.flatMap(({ steps }) => steps).filter(({ kind }) => kind === 'pour').length;
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

        expect(accountOf(old, now, { made: madeOf(way) }).reduce((sum, each) => sum + each.lost + each.moved, 0)).toBe(
          plainlyLost(old, now),
        );
        for (const engine of [stepwise, straight, onPhone, fresh]) engine.close();
        close();
      }
      await host.close();
    }),
    { numRuns: 15 },
  );
  expect(poured).toBeGreaterThan(0);
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

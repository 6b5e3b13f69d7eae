import { PhoneDriver } from '../device/phoneDriver';
import { compileApp } from '@/core/compile';
import {
  byDesign,
  byName,
  type CompiledApp,
  countSql,
  hitsSql,
  listSql,
  searchTerms,
  sectionsSql,
  type Statement,
  totalsSql,
} from '@/core/compiled';
import type { Driver, Params } from '@/core/driver';
import { Engine } from '@/core/engine';
import { memoryStore } from '@/core/store';
import type { Definition } from '@/core/model';
import { toProblem } from '@/core/problem';
import { Runtime } from '@/core/runtime';
import { everyKind } from '@/test/everyKind';
import { hostEnvironment } from '@/test/host';
import { listsOf } from '@/test/lists';
import { randomAppWithRows } from '@/test/randomApp';
import { phoneStandIn } from '@/template/tests/phoneSqlite';
import { sqlite } from '@/test/sqlite';
import { AppHost } from '@/worker/appHost';

const APPS = Number(process.env.RUNS ?? 40);

/** Every whole statement that an object holds and that only reads; parts that statements are made of are none. */
function readsIn(value: unknown): Statement[] {
  if (typeof value !== 'object' || value === null) return [];
  const { sql, takes, writes } = value as Partial<Statement>;
  if (typeof sql === 'string' && takes) return writes === undefined ? [value as Statement] : [];
  return Object.entries(value).flatMap(([key, each]) =>
    ['fragments', 'value', 'search'].includes(key) ? [] : readsIn(each),
  );
}

/** What lists read: their pages by each order, their counts, sections and totals, and what a search finds. */
const listReads = (app: CompiledApp): Statement[] =>
  listsOf(app).flatMap((list) => {
    const terms = searchTerms('a w', false);
    const orders = [byDesign, byName, ...list.sorts.map(({ id }) => ({ by: id, direction: 'descending' as const }))];
    return [
      ...orders.map((order) => listSql(list, order, {})),
      listSql(list, byName, { search: terms }),
      hitsSql(list, terms),
      countSql(list, {}),
      ...[sectionsSql(list, {}), totalsSql(list, {})].filter((each) => each !== null),
    ];
  });

const given: Params = {
  ...searchTerms('a w', false).params,
  id: 1,
  limit: 50,
  offset: 0,
  most: 50,
  linked: 1,
  from: '2026-01-01',
  to: '2026-12-31',
  firstDay: 1,
  codes: '["200000000001"]',
  ids: '[1, 2, 3]',
  _ids: '[1, 2]',
  _rows: '[1]',
};

/** What a driver gives for a statement, or the code of what is wrong with it. */
function answerOf(runtime: Runtime, statement: Statement): unknown {
  const params = Object.fromEntries(statement.takes.map((each) => [each, given[each] ?? null]));
  try {
    return runtime.read({ ...statement, params, person: 1 }).rows;
  } catch (error) {
    return toProblem(error).code;
  }
}

/** How many rows the statements of an app give, the same on every driver. */
async function expectSame(definition: Definition, image: Uint8Array): Promise<number> {
  const sqlite3 = await sqlite();
  const app = compileApp(definition);
  const engine = Engine.open(sqlite3, image, () => 0);
  const standIns = [true, false].map((trigrams) => phoneStandIn(sqlite3, image, { trigrams }));
  const drivers: Driver[] = [engine, ...standIns.map(({ phone }) => new PhoneDriver(phone))];
  const runtimes = drivers.map((driver) => new Runtime(app, driver));
  let rows = 0;
  for (const statement of [...readsIn(app.tables), ...readsIn(app.screens), ...listReads(app)]) {
    const [first, ...others] = runtimes.map((runtime) => answerOf(runtime, statement));
    expect([statement.sql, others]).toEqual([statement.sql, others.map(() => first)]);
    rows += Array.isArray(first) ? first.length : 0;
  }
  engine.close();
  standIns.forEach(({ close }) => close());
  return rows;
}

test('whatever an app of every kind reads, it reads the same on each driver', async () => {
  const kv = memoryStore();
  const file = everyKind();
  await AppHost.install(await hostEnvironment(kv), file);
  const host = await AppHost.open(await hostEnvironment(kv));
  expect(await expectSame(file.definition, await host.download())).toBeGreaterThan(300);
  await host.close();
});

test(`so do ${APPS} apps that random edits and writes lead to`, async () => {
  let rows = 0;
  for (let seed = 1; seed <= APPS; seed++) {
    const { definition, image } = await randomAppWithRows(seed * 7919);
    rows += await expectSame(definition, image);
  }
  expect(rows).toBeGreaterThan(APPS);
}, 600_000);

import { PhoneDriver } from '../device/phoneDriver';
import { compileApp } from '@/core/compile';
import type { Statement } from '@/core/compiled';
import type { Driver } from '@/core/driver';
import { Engine } from '@/core/engine';
import { memoryStore } from '@/core/store';
import type { Definition } from '@/core/model';
import { toProblem } from '@/core/problem';
import { anyParams, readsOf } from '@/core/release';
import { Runtime } from '@/core/runtime';
import { everyKind } from '@/test/everyKind';
import { hostEnvironment } from '@/test/host';
import { randomAppWithRows } from '@/test/randomApp';
import { phoneStandIn } from '@/template/tests/phoneSqlite';
import { sqlite } from '@/test/sqlite';
import { AppHost } from '@/worker/appHost';

const APPS = Number(process.env.RUNS ?? 40);

/** What a driver gives for a statement, or the code of what is wrong with it. */
function answerOf(runtime: Runtime, statement: Statement): unknown {
  const params = Object.fromEntries(statement.takes.map((each) => [each, anyParams[each] ?? null]));
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
  for (const statement of readsOf(app)) {
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

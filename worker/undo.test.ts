import { ProblemError } from '@/core/problem';
import { memoryStore } from '@/core/store';
import { seeded } from '@/demo/random';
import { blank, hostEnvironment } from '@/test/host';
import { Worker } from '@/test/randomWork';
import { AppHost } from './appHost';

/** `npm run endure` makes 2,000 rounds; the tests of every day a share of them. */
const ROUNDS = Number(process.env.ENDURE_UNDO ?? 60);
const CHANGES = 22;

const FROM_SCHEMA = "FROM sqlite_schema m WHERE m.name NOT GLOB '_fern*' AND m.name NOT GLOB 'sqlite_*'";

/** All that an app is: its document, its schema, every row. */
async function whole(host: AppHost): Promise<Record<string, unknown>> {
  const rows = async (sql: string) => (await host.read({ sql })).rows;
  const tables = await rows(`SELECT m.name ${FROM_SCHEMA} AND m.type = 'table' ORDER BY 1`);
  const { definition, starting } = await host.file();
  return {
    definition,
    starting,
    columns: await rows(`SELECT m.name AS "table", c.* FROM sqlite_schema m, pragma_table_xinfo(m.name) c WHERE m.type = 'table' AND m.name NOT GLOB '_fern*' AND m.name NOT GLOB 'sqlite_*' ORDER BY 1, 2`),
    links: await rows(`SELECT m.name AS "table", f."from", f."table" AS target, f.on_delete FROM sqlite_schema m, pragma_foreign_key_list(m.name) f WHERE m.type = 'table' AND m.name NOT GLOB '_fern*' ORDER BY 1, 2`),
    others: await rows(`SELECT m.type, m.name, m.sql ${FROM_SCHEMA} AND m.type IN ('index', 'view') ORDER BY 1, 2`),
    rows: Object.fromEntries(await Promise.all(tables.map(async ({ name }) => [name, await rows(`SELECT * FROM "${String(name)}" ORDER BY "id"`)]))),
  };
}

/** Makes random changes, undoes them all, makes them all again, and compares at each step; with snapshots and reopenings in between. */
async function oneRound(seed: number): Promise<number> {
  const chance = seeded(seed);
  const kv = memoryStore();
  await AppHost.install(await hostEnvironment(kv), { format: 'fern-shelf-app', version: 1, definition: blank });
  let host = await AppHost.open(await hostEnvironment(kv));
  const worker = new Worker(chance, host);
  const pause = async () => {
    if (chance.chance(12)) await host.compact();
    if (chance.chance(8)) await host.restart();
    if (!chance.chance(10)) return;
    await host.close();
    worker.host = host = await AppHost.open(await hostEnvironment(kv));
  };
  const path = [await whole(host)];
  for (let change = 0; change < CHANGES; change++) {
    const { seq } = host.state();
    await worker.change().catch((error: unknown) => {
      if (!(error instanceof ProblemError) || error.problem.code === 'unexpected' || error.problem.code === 'sql') throw error;
    });
    if (host.state().seq > seq) path.push(await whole(host));
    await pause();
  }
  expect(host.state().news.damaged).toBe(0);
  for (const expected of path.slice(0, -1).reverse()) {
    await host.undo();
    expect(await whole(host)).toEqual(expected);
    await pause();
  }
  expect(host.state().undo).toBeNull();
  for (const expected of path.slice(1)) {
    await host.redo();
    expect(await whole(host)).toEqual(expected);
    await pause();
  }
  await host.close();
  return path.length - 1;
}

test('whatever is done is undone and made again to the last value', async () => {
  let changes = 0;
  for (let seed = 1; seed <= ROUNDS; seed++) {
    try {
      changes += await oneRound(seed);
    } catch (error) {
      throw new Error(`seed ${seed}: ${error instanceof Error ? error.message : String(error)}`, { cause: error });
    }
  }
  process.stdout.write(`${ROUNDS} rounds, ${changes} changes undone and made again: no difference\n`);
}, 7_200_000);

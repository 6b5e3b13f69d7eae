import { ProblemError } from '@/core/problem';
import { memoryStore } from '@/core/store';
import { seeded } from '@/demo/random';
import { blank, hostEnvironment } from '@/test/host';
import { Worker } from '@/test/randomWork';
import { whole } from '@/test/whole';
import { AppHost } from './appHost';

/** `npm run endure` makes 2,000 rounds; the tests of every day a share of them. */
const ROUNDS = Number(process.env.ENDURE_UNDO ?? 40);
const CHANGES = 22;

/**
 * Makes random changes, undoes them all, makes them all again, and compares at each step; with snapshots and reopenings
 * in between.
 */
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
      if (!(error instanceof ProblemError) || error.problem.code === 'unexpected' || error.problem.code === 'sql')
        throw error;
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

import { ProblemError } from '@/core/problem';
import { memoryStore } from '@/core/store';
import { parseAppFile, printAppFile } from '@/core/transfer';
import { seeded } from '@/demo/random';
import { blank, hostEnvironment } from '@/test/host';
import { Worker } from '@/test/randomWork';
import { whole } from '@/test/whole';
import { AppHost } from './appHost';

const ROUNDS = Number(process.env.ENDURE_EDITS ?? 12);
const CHANGES = 14;

/**
 * Folded into a snapshot and opened anew; and taken away as a file and brought in as another app: each time the same.
 */
async function oneRound(seed: number): Promise<number> {
  const kv = memoryStore();
  await AppHost.install(await hostEnvironment(kv), { format: 'fern-shelf-app', version: 1, definition: blank });
  let host = await AppHost.open(await hostEnvironment(kv));
  const worker = new Worker(seeded(seed), host);
  let accepted = 0;
  for (let change = 0; change < CHANGES; change++) {
    const { seq } = host.state();
    const label = await worker.change().then(
      () => host.state().undo,
      (error: unknown) => {
        if (!(error instanceof ProblemError)) throw error;
        return null;
      },
    );
    if (host.state().seq === seq) continue;
    accepted++;
    const before = await whole(host);
    const told = (how: string) => `seed ${seed}, change ${change} (${label}), ${how}`;

    await host.compact();
    await host.close();
    worker.host = host = await AppHost.open(await hostEnvironment(kv));
    expect([told('opened anew'), host.state().news, await whole(host)]).toEqual([
      told('opened anew'),
      { damaged: 0, mends: [], rescued: false },
      before,
    ]);

    const file = parseAppFile(printAppFile(await host.file()));
    const elsewhere = memoryStore();
    await AppHost.install(await hostEnvironment(elsewhere), file);
    const other = await AppHost.open(await hostEnvironment(elsewhere));
    expect([told('brought in'), other.state().news, await whole(other)]).toEqual([
      told('brought in'),
      { damaged: 0, mends: [], rescued: false },
      before,
    ]);
    await other.close();
  }
  await host.close();
  return accepted;
}

test('every accepted change is the same after it is folded, opened anew, taken away and brought in', async () => {
  let accepted = 0;
  for (let seed = 1; seed <= ROUNDS; seed++) accepted += await oneRound(seed);
  process.stdout.write(`${accepted} accepted changes: no difference\n`);
}, 7_200_000);

import { memoryStore } from '@/core/store';
import { seeded } from '@/demo/random';
import { AppHost } from '@/worker/appHost';
import type { Definition } from '@/core/model';
import { blank, hostEnvironment } from './host';
import { Worker } from './randomWork';

const STEPS = 25;

/** What becomes of a blank app by random edits and writes. */
async function worked<T>(seed: number, take: (host: AppHost) => Promise<T>): Promise<T> {
  const kv = memoryStore();
  await AppHost.install(await hostEnvironment(kv), { format: 'fern-shelf-app', version: 1, definition: blank });
  const worker = new Worker(seeded(seed), await AppHost.open(await hostEnvironment(kv)));
  for (let step = 0; step < STEPS; step++) await worker.change().catch(() => undefined);
  const taken = await take(worker.host);
  await worker.host.close();
  return taken;
}

export const randomApp = (seed: number): Promise<Definition> => worked(seed, async (host) => host.state().definition);

/** The same with its rows: `image` is its database file. */
export const randomAppWithRows = (seed: number): Promise<{ definition: Definition; image: Uint8Array }> =>
  worked(seed, async (host) => ({ definition: host.state().definition, image: await host.download() }));

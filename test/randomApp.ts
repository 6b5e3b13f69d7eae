import { memoryStore } from '@/core/store';
import { seeded } from '@/demo/random';
import { AppHost } from '@/worker/appHost';
import type { Definition } from '@/core/model';
import { blank, hostEnvironment } from './host';
import { Worker } from './randomWork';

const STEPS = 25;

/** What becomes of a blank app by random edits and writes. */
export async function randomApp(seed: number): Promise<Definition> {
  const kv = memoryStore();
  await AppHost.install(await hostEnvironment(kv), { format: 'fern-shelf-app', version: 1, definition: blank });
  const worker = new Worker(seeded(seed), await AppHost.open(await hostEnvironment(kv)));
  for (let step = 0; step < STEPS; step++) await worker.change().catch(() => undefined);
  const { definition } = worker.host.state();
  await worker.host.close();
  return definition;
}

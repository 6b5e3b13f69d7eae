import { theatre } from '@/demo';
import { memoryStore } from '@/core/store';
import { AppHost } from '@/worker/appHost';
import { hostEnvironment } from './host';

/** The demo theatre, open on the real engine; `rows` reads from it. */
export async function openDemo(garments = 60) {
  const kv = memoryStore();
  await AppHost.install(await hostEnvironment(kv), theatre(garments));
  const host = await AppHost.open(await hostEnvironment(kv));
  return { host, kv, rows: async (sql: string) => (await host.read({ sql })).rows };
}

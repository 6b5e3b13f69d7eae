import { z } from 'zod';
import { Definition } from '@/core/model';
import { ProblemError } from '@/core/problem';
import { PackedReleases } from '@/core/release';
import type { ShippedApp } from './install';
import type { Demo } from './shelfEnvironment';

const Shipped = z.strictObject({ definition: Definition, rows: z.int().min(0), releases: PackedReleases });

const fetched = (path: string): Promise<Response> =>
  fetch(path).then(
    (response) => {
      if (response.ok) return response;
      throw new ProblemError({ code: 'demo-away' });
    },
    () => {
      throw new ProblemError({ code: 'demo-away' });
    },
  );

/** The ids of the apps that ship with Fern Shelf, by the words that they are asked for by. */
export const demoIds = { theatre: 'lantern-lane', apiary: 'willow-bank' };

const isName = (name: string): name is keyof typeof demoIds => Object.hasOwn(demoIds, name);

/** An app that ships with Fern Shelf; null where there is none of that name. */
export const shippedDemo = (name: string): Demo | null =>
  isName(name) ? { id: demoIds[name], load: () => load(name) } : null;

/** The app as the build has laid it down (scripts/demos.ts). */
async function load(name: string): Promise<ShippedApp> {
  const path = `/demos/${name}`;
  const [app, database] = await Promise.all([
    fetched(`${path}.json`).then((response) => response.json().catch(() => null)),
    fetched(`${path}.sqlite`).then((response) => response.arrayBuffer()),
  ]);
  const read = Shipped.safeParse(app);
  // Whatever answered, it was not the demo.
  if (!read.success) throw new ProblemError({ code: 'demo-away' });
  return { ...read.data, database: new Uint8Array(database) };
}

import { z } from 'zod';
import { Definition } from '@/core/model';
import { ProblemError } from '@/core/problem';
import { PackedReleases } from '@/core/release';
import type { ShippedApp } from './install';

const Shipped = z.strictObject({ definition: Definition, rows: z.int().min(0), releases: PackedReleases });

const fetched = (path: string): Promise<Response> =>
  fetch(path).then(
    (response) => {
      if (response.ok) return response;
      throw new ProblemError({ code: response.status === 404 ? 'app-gone' : 'demo-away' });
    },
    () => {
      throw new ProblemError({ code: 'demo-away' });
    },
  );

/** An app that ships with Fern Shelf, as the build has laid it down (scripts/demos.ts). */
export async function shippedDemo(name: string): Promise<ShippedApp> {
  const path = `/demos/${encodeURIComponent(name)}`;
  const [app, database] = await Promise.all([
    fetched(`${path}.json`).then((response) => response.json().catch(() => null)),
    fetched(`${path}.sqlite`).then((response) => response.arrayBuffer()),
  ]);
  const read = Shipped.safeParse(app);
  // Whatever answered, it was not the demo.
  if (!read.success) throw new ProblemError({ code: 'demo-away' });
  return { ...read.data, database: new Uint8Array(database) };
}

import { z } from 'zod';
import { Definition } from '@/core/model';
import { ProblemError } from '@/core/problem';
import { parseDocument } from './appDocument';
import { demoIds } from './demoIds';
import type { ShippedApp } from './install';
import type { Demo } from './shelfEnvironment';

/** As much of a document as says that it is one; all of it is looked through when the app is opened. */
const Shipped = z.looseObject({
  definition: Definition,
  starting: z.looseObject({ rows: z.record(z.string(), z.looseObject({ rows: z.array(z.unknown()) })) }),
});

/** What stands at `path`. Throws a Problem where it does not come whole. */
async function bytesOf(path: string): Promise<Uint8Array> {
  const response = await fetch(path).catch(() => null);
  const bytes = response?.ok ? await response.arrayBuffer().catch(() => null) : null;
  if (!bytes) throw new ProblemError({ code: 'demo-away' });
  return new Uint8Array(bytes);
}

const isName = (name: string): name is keyof typeof demoIds => Object.hasOwn(demoIds, name);

/** An app that ships with Fern Shelf; null where there is none of that name. */
export const shippedDemo = (name: string): Demo | null =>
  isName(name) ? { id: demoIds[name], load: () => load(name) } : null;

/**
 * The same, `name` asked for before it is wanted: what the shelf itself needs is not there yet. Nothing is asked for
 * where it stands on the shelf already.
 */
export function askedEarly(name: string, isThere: (id: string) => Promise<boolean>): typeof shippedDemo {
  const demo = shippedDemo(name);
  const coming = demo && isThere(demo.id).then((there) => (there ? null : demo.load()));
  // Whoever wants it asks anew then, and hears why it does not come.
  let asked = coming?.catch(() => null);
  return (wanted) => {
    const found = shippedDemo(wanted);
    if (!found || wanted !== name) return found;
    const load = async () => {
      const early = await asked;
      // It is large, and wanted once.
      asked = undefined;
      return early ?? found.load();
    };
    return { ...found, load };
  };
}

/** The app as the build has laid it down (scripts/demos.ts): its rows are the starting rows. */
async function load(name: string): Promise<ShippedApp> {
  const path = `/demos/${name}`;
  const [document, database] = await Promise.all([bytesOf(`${path}.json`), bytesOf(`${path}.sqlite`)]);
  const { definition, starting } = read(document);
  const rows = Object.values(starting.rows).reduce((sum, set) => sum + set.rows.length, 0);
  return { definition, document, database, rows };
}

function read(document: Uint8Array): z.infer<typeof Shipped> {
  try {
    return Shipped.parse(parseDocument(document));
  } catch {
    // Whatever answered, it was not the demo.
    throw new ProblemError({ code: 'demo-away' });
  }
}

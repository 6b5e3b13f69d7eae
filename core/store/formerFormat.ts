import { z } from 'zod';
import { storeProblem, type KeyValueStore } from './keyValueStore';
import { FORMAT_KEY, formatOf, readSealed } from './layout';
import { readPieces } from './snapshot';

/*
 * Format 1: `owners`, a list of tokens with the place from which each wrote; `manifest/<token>` with the definition as
 * text; `journal/<place>/<token>`; `extra/starting`. It is read once, and laid down anew.
 */
const Owners = z.array(z.object({ token: z.string(), from: z.int() }));
const FormerManifest = z.object({
  seq: z.int().nonnegative(),
  byteLength: z.int().nonnegative(),
  pieces: z.array(z.object({ key: z.string(), checksum: z.string() })),
  document: z.string(),
});
const Patches = z.array(
  z.object({
    op: z.enum(['add', 'remove', 'replace']),
    path: z.array(z.union([z.string(), z.number()])),
    value: z.unknown().optional(),
  }),
);
const FormerEntry = z.discriminatedUnion('kind', [
  z.object({ seq: z.int(), kind: z.literal('rows'), changeSet: z.string() }),
  z.object({ seq: z.int(), kind: z.literal('plan'), patches: Patches, statements: z.array(z.string()) }),
  z.object({ seq: z.int(), kind: z.literal('starting') }),
]);
export type FormerEntry = z.infer<typeof FormerEntry>;

/** What a store of format 1 holds. */
export interface FormerContents {
  database: Uint8Array;
  /** The definition at the snapshot, and the starting rows of now, as JSON. */
  definition: string;
  starting: string | null;
  /** To be replayed on the snapshot. */
  entries: FormerEntry[];
  /** The last place of the journal. */
  last: number;
}

/** Reads a store of format 1. Null where there is none, or its snapshot is not whole. */
export async function readFormer(store: KeyValueStore): Promise<FormerContents | null> {
  try {
    const keys = await store.getAllKeys();
    if (!keys.includes('owners')) return null;
    const values = await store.getMany([...keys.filter((key) => !key.startsWith('piece/'))]);
    if (formatOf(values[FORMAT_KEY]) > 1) return null;
    const owners = readSealed(Owners, values.owners) ?? [];
    const manifests = keys
      .filter((key) => key.startsWith('manifest/'))
      .flatMap((key) => {
        const manifest = readSealed(FormerManifest, values[key]);
        return manifest && mayWrite(owners, key.slice('manifest/'.length), manifest.seq) ? [manifest] : [];
      });
    const manifest = manifests.sort((left, right) => right.seq - left.seq)[0];
    if (!manifest) return null;
    const { seq, byteLength, pieces, document } = manifest;
    const parts = await readPieces(store, { seq, parts: { database: { byteLength, pieces } } });
    if (!parts?.database) return null;
    const entries: FormerEntry[] = [];
    const journal = keys.filter((key) => key.startsWith('journal/')).sort();
    for (const key of journal) {
      const [, place = '', token = ''] = key.split('/');
      if (Number(place) !== seq + entries.length + 1 || !mayWrite(owners, token, Number(place))) continue;
      const entry = readSealed(FormerEntry, values[key]);
      if (!entry) break;
      entries.push(entry);
    }
    return {
      database: parts.database,
      definition: document,
      starting: startingOf(values['extra/starting']),
      entries,
      last: seq + entries.length,
    };
  } catch (error) {
    throw storeProblem(error);
  }
}

/** An owner's writes counted from the entry it began with until the next owner's. */
function mayWrite(owners: z.infer<typeof Owners>, token: string, seq: number): boolean {
  const index = owners.findIndex((owner) => owner.token === token);
  if (index < 0) return owners.length === 0 || seq < (owners[0]?.from ?? 0);
  const next = owners[index + 1];
  return next === undefined || seq < next.from;
}

/** They stood with the place that they were of, and before that alone. */
function startingOf(sealed: string | null | undefined): string | null {
  const kept = readSealed(z.unknown(), sealed);
  if (kept === null || kept === undefined) return null;
  const placed = z.object({ seq: z.int(), starting: z.unknown() }).safeParse(kept);
  return JSON.stringify(placed.success ? placed.data.starting : kept);
}

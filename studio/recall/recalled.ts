import { z } from 'zod';
import { type AppState, demoIds, type ReadRequest, type ReadResult } from '@/worker';

/** Kept under this and the app's id; `scripts/begin.mjs` looks whether something is there. */
export const RECALLED_KEY = 'fern-shelf/recalled/';

/** What was read of an app that is not open yet says nothing once it is. */
export const RECALLED = 'recalled';

/** UTF-16 code units of what is kept; more takes longer to read back than opening the app. */
const MOST_KEPT = 1_000_000;

const isObject = (value: unknown) => typeof value === 'object' && value !== null;

/** Written by the same build, which knows what an app's state and rows look like. */
const Recalled = z.object({
  appId: z.string(),
  state: z.custom<AppState>(isObject),
  reads: z.array(z.object({ request: z.custom<ReadRequest>(isObject), result: z.custom<ReadResult>(isObject) })),
});
const Kept = z.object({ build: z.string(), recalled: Recalled });

/** What an app showed first when it was last open: it is drawn of this until the app is open again. */
export type Recalled = z.infer<typeof Recalled>;

/** The app that a page begins with, by its path; null where it begins with none. */
export function appAt(path: string): string | null {
  const [, room, id] = path.split('/');
  if (room === 'demo') return demoIds.theatre;
  return room === 'apps' && id ? id : null;
}

/** Two requests that are called alike have the same answer. */
export const nameOfRead = ({ sql, params, person }: ReadRequest): string =>
  JSON.stringify([sql, params ?? {}, person ?? null]);

/** As JSON, without what JSON cannot hold; null where it is too long. */
export function printKept(build: string, recalled: Recalled): string | null {
  const reads = recalled.reads.filter(({ result }) => !holdsBytes(result));
  const text = JSON.stringify(Kept.parse({ build, recalled: { ...recalled, reads } }));
  return text.length > MOST_KEPT ? null : text;
}

const holdsBytes = ({ rows }: ReadResult): boolean =>
  rows.some((row) => Object.values(row).some((value) => value instanceof Uint8Array));

/** What was kept of an app; null where it was not by this build, or cannot be read. */
export function parseKept(build: string, appId: string, text: string): Recalled | null {
  try {
    const kept = Kept.parse(JSON.parse(text));
    return kept.build === build && kept.recalled.appId === appId ? kept.recalled : null;
  } catch {
    return null;
  }
}

/** What the build ships of its demo. Throws where it is not that. */
export const parseShipped = (shipped: unknown): Recalled => Recalled.parse(shipped);

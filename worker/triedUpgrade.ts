import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import { z } from 'zod';
import type { AppDocument } from './appDocument';
import { reportOf, Trial } from '@/core/release';
import type { KeyValueStore } from '@/core/store';

/** Beside what the store keeps: it can be tried again, so nothing is lost with it. */
const KEY = 'tried';

const Tried = z.object({ of: z.string(), trials: z.array(Trial) });

/** JSON with the keys of objects in their order: what is alike is printed alike. */
const canonical = (value: unknown): string =>
  JSON.stringify(value, (_key, each: unknown) =>
    each !== null && typeof each === 'object' && !Array.isArray(each)
      ? Object.fromEntries(Object.entries(each).toSorted(([one], [other]) => (one < other ? -1 : 1)))
      : each,
  );

/** Tells documents apart to which phones are not upgraded alike. */
const fingerprint = ({ definition, upgrade, releases }: AppDocument): string =>
  bytesToHex(sha256(utf8ToBytes(canonical([definition, upgrade, releases?.list.map(({ id }) => id) ?? []]))));

/** Keeps what was tried of the upgrade to a document until that changes, also where the app is closed meanwhile. */
export async function keepTried(
  kv: KeyValueStore,
  document: AppDocument,
  trials: readonly Trial[],
  now: string,
): Promise<void> {
  const tried = Tried.parse({ of: fingerprint(document), trials: reportOf(now, trials).trials });
  await kv.setMany({ [KEY]: JSON.stringify(tried) });
}

/** What was tried of the upgrade to a document before it was closed. */
export async function readTried(kv: KeyValueStore, document: AppDocument): Promise<Trial[]> {
  if (!document.releases) return [];
  const text = (await kv.getMany([KEY]))[KEY] ?? null;
  if (text === null) return [];
  const read = Tried.safeParse(parsed(text));
  return read.success && read.data.of === fingerprint(document) ? read.data.trials : [];
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

import { ProblemError } from '@/core/problem';
import type { KeyValueStore } from './keyValueStore';
import {
  type Deciding,
  type Epoch,
  EPOCH_KEY,
  epochOf,
  FORMAT_KEY,
  formatOf,
  JOURNAL,
  numberOf,
  OWNER,
  ownerKey,
  readSealed,
  Registration,
  seqOf,
  SNAPSHOT,
  STORE_FORMAT,
  writerOf,
} from './layout';
import { seal, unseal } from './seal';

/** Of owners that register above one another again and again, one gives up. */
const MOST_REGISTRATIONS = 3;

/**
 * Registers as the newest owner and then lists the keys: whatever any earlier owner acknowledged is among them. Throws
 * a Problem of code `not-owner` where somebody registered above meanwhile.
 */
export async function register(kv: KeyValueStore, token: string): Promise<{ epoch: Epoch; keys: string[] }> {
  const before = await kv.getMany([FORMAT_KEY, EPOCH_KEY]);
  const format = formatOf(before[FORMAT_KEY]);
  if (format > STORE_FORMAT) throw new ProblemError({ code: 'store-newer', found: format, supported: STORE_FORMAT });
  let number = numberOf(unseal(before[EPOCH_KEY]) ?? '') + 1;
  for (let round = 0; round < MOST_REGISTRATIONS; round++) {
    const epoch = epochOf(number, token);
    await kv.setMany({ [ownerKey(epoch)]: seal('{}'), [EPOCH_KEY]: seal(epoch) });
    const keys = await kv.getAllKeys();
    const newest = newestIn(registeredIn(keys)) ?? '';
    if (newest === epoch) return { epoch, keys };
    number = numberOf(newest) + 1;
  }
  throw new ProblemError({ code: 'not-owner' });
}

const registeredIn = (keys: readonly string[]): Epoch[] =>
  keys.filter((key) => key.startsWith(OWNER)).map((key) => key.slice(OWNER.length));
const newestIn = (epochs: readonly Epoch[]): Epoch | null =>
  epochs.reduce<Epoch | null>((one, other) => (one !== null && one > other ? one : other), null);

/**
 * Of the owners in `values` that have decided, the newest that registered before `below`. Where what it wrote can no
 * longer be read, the keys themselves tell nearly as well: of several at a place, the newest holds it.
 */
export function decisionIn(values: Record<string, string | null>, below: Epoch): Deciding {
  const epochs = registeredIn(Object.keys(values)).filter((epoch) => epoch < below);
  for (const epoch of epochs.sort().reverse()) {
    const registration = readSealed(Registration, values[ownerKey(epoch)]);
    if (!registration) break;
    if (registration.decision) return { epoch, ...registration.decision };
  }
  return inferred(Object.keys(values));
}

function inferred(keys: readonly string[]): Deciding {
  const holders = new Map<number, Epoch>();
  for (const key of keys.filter((each) => each.startsWith(JOURNAL)).sort())
    holders.set(seqOf(key), writerOf(key) ?? '');
  const places = [...holders];
  const held = places
    .filter(([, epoch], index) => epoch !== places[index - 1]?.[1])
    .map(([from, epoch]) => ({ from, epoch }));
  return {
    epoch: '',
    from: (places.at(-1)?.[0] ?? 0) + 1,
    held,
    snapshots: keys.filter((key) => key.startsWith(SNAPSHOT)),
  };
}

/**
 * Whether nobody has registered after an epoch. Where somebody has: what the newest of all has decided, or null while
 * that is not certain.
 */
export type Standing = { newest: true } | { newest: false; decision: Deciding | null };

export async function standingOf(kv: KeyValueStore, epoch: Epoch): Promise<Standing> {
  if (unseal((await kv.getMany([EPOCH_KEY]))[EPOCH_KEY]) === epoch) return { newest: true };
  // An older registration that came late stands in `epoch` too: the numbers tell.
  const newest = await newestOf(kv);
  if (newest === epoch) return { newest: true };
  // Not even the own registration is there: what was stored has been taken away as a whole.
  if (newest === null || newest < epoch) throw new ProblemError({ code: 'store-gone' });
  const key = ownerKey(newest);
  const decision = readSealed(Registration, (await kv.getMany([key]))[key])?.decision;
  // Whoever registers after this second look finds the decision; one who registered before it may not have.
  if (!decision || (await newestOf(kv)) !== newest) return { newest: false, decision: null };
  return { newest: false, decision: { epoch: newest, ...decision } };
}

const newestOf = async (kv: KeyValueStore): Promise<Epoch | null> => newestIn(registeredIn(await kv.getAllKeys()));

/** Throws a Problem of code `not-owner` where another has registered since. */
export async function assertNewest(kv: KeyValueStore, epoch: Epoch): Promise<void> {
  if (!(await standingOf(kv, epoch)).newest) throw new ProblemError({ code: 'not-owner' });
}

import { patched } from './patch';
import { Frozen, type PackedRelease, type Release } from './release';
import { definitionFaults, startingFaults } from '@/core/check';
import { fault, type Fault, under } from '@/core/fault';

/** What is frozen of an app, of whatever holds it. */
export const frozenOf = ({
  definition,
  starting,
  upgrade,
}: Pick<Frozen, 'definition'> & { [Key in 'starting' | 'upgrade']?: Frozen[Key] | null }): Frozen => ({
  definition,
  ...(starting ? { starting } : {}),
  ...(upgrade ? { upgrade } : {}),
});

/**
 * Releases out of a file, with what is wrong with them: where one cannot be had, nor can those before it. Faults are in
 * places of the packed list.
 */
export function unpackReleases(
  today: Frozen,
  packed: readonly PackedRelease[],
): { releases: Release[]; faults: Fault[] } {
  const releases: Release[] = [];
  let after: Frozen = frozenOf(today);
  for (const [index, { back, ...head }] of [...packed.entries()].toReversed()) {
    const read = frozenAfter(after, back);
    if (read.faults) return { releases, faults: under([index], read.faults) };
    after = read.frozen;
    releases.unshift({ ...head, ...after });
  }
  return { releases, faults: orderFaults(packed) };
}

type Read = { frozen: Frozen; faults?: never } | { frozen?: never; faults: Fault[] };

/** What one patch leads to, or several one after the other, as far as it is what an app is made of. */
export function frozenAfter(from: Frozen, ...patches: PackedRelease['back'][]): Read {
  try {
    const { starting, ...raw } = patched(from, patches.flat()) as Frozen;
    // Rows are many, and mostly the same.
    const isSame = starting === from.starting;
    const read = Frozen.safeParse(isSame ? raw : { ...raw, starting });
    if (!read.success) return { faults: [unreadable(read.error.issues[0]?.message)] };
    const frozen = { ...(sharing(read.data, from) as Frozen), ...(isSame && starting ? { starting } : {}) };
    const [first] = [
      ...definitionFaults(frozen.definition),
      ...(frozen.starting && !isSame ? startingFaults(frozen.definition, frozen.starting) : []),
    ];
    return first ? { faults: [first] } : { frozen };
  } catch (error) {
    return { faults: [unreadable(error instanceof Error ? error.message : String(error))] };
  }
}

const unreadable = (detail = ''): Fault => fault('release-unreadable', { detail }, ['back']);

/** Schemas never go back, and no two releases have one version. */
function orderFaults(releases: readonly PackedRelease[]): Fault[] {
  return releases.flatMap(({ id, version, schema }, index) => {
    const before = releases.slice(0, index);
    const isDouble = before.some((each) => each.id === id || each.version === version);
    // The first database of an app is of version 1: a finished project begins there.
    const isBack = before.some((each) => each.schema > schema) || (index === 0 && schema !== 1);
    return isDouble || isBack ? [fault('release-order', { version }, [index])] : [];
  });
}

/** A value made of the very parts of another wherever they are alike: what is alike is then known to be, at a look. */
export function sharing(value: unknown, like: unknown): unknown {
  if (value === like || typeof value !== 'object' || value === null || typeof like !== 'object' || like === null)
    return value;
  if (Array.isArray(value) !== Array.isArray(like)) return value;
  const partner = (key: string, part: unknown): unknown => {
    const { id } = (part ?? {}) as { id?: unknown };
    return Array.isArray(like) && typeof id === 'string'
      ? like.find((each: { id?: unknown } | null) => each?.id === id)
      : (like as Record<string, unknown>)[key];
  };
  const parts = Object.entries(value).map(([key, part]) => [key, sharing(part, partner(key, part))] as const);
  const keys = Object.keys(like);
  const isSame =
    keys.length === parts.length && parts.every(([key, part]) => part === (like as Record<string, unknown>)[key]);
  if (isSame) return like;
  return Array.isArray(value) ? parts.map(([, part]) => part) : Object.fromEntries(parts);
}

import { patchBetween, patched } from './patch';
import type { PackedRelease, Release } from './release';
import { definitionFaults } from '@/core/check';
import { fault, type Fault, under } from '@/core/fault';
import { Definition } from '@/core/model';

/** Releases as they are stored beside the plan of today: each costs what makes it differ from the one after it. */
export function packReleases(today: Definition, releases: readonly Release[]): PackedRelease[] {
  return releases.map(({ definition, ...head }, index) => ({
    ...head,
    back: patchBetween(releases[index + 1]?.definition ?? today, definition),
  }));
}

/**
 * Releases out of what is stored of them, with what is wrong with them: where one cannot be had, nor can those before
 * it. Faults are in places of the packed list.
 */
export function unpackReleases(
  today: Definition,
  packed: readonly PackedRelease[],
): { releases: Release[]; faults: Fault[] } {
  const releases: Release[] = [];
  let after: Definition = today;
  for (const [index, { back, ...head }] of [...packed.entries()].toReversed()) {
    const read = definitionAfter(after, back);
    if (read.faults) return { releases, faults: under([index], read.faults) };
    after = read.definition;
    releases.unshift({ ...head, definition: after });
  }
  return { releases, faults: orderFaults(releases) };
}

type Read = { definition: Definition; faults?: never } | { definition?: never; faults: Fault[] };

function definitionAfter(from: Definition, back: PackedRelease['back']): Read {
  try {
    const read = Definition.safeParse(patched(from, back));
    if (!read.success) return { faults: [unreadable(read.error.issues[0]?.message)] };
    const [first] = definitionFaults(read.data);
    return first ? { faults: [first] } : { definition: sharing(read.data, from) as Definition };
  } catch (error) {
    return { faults: [unreadable(error instanceof Error ? error.message : String(error))] };
  }
}

const unreadable = (detail = ''): Fault => fault('release-unreadable', { detail }, ['back']);

/** Schemas never go back, and no two releases have one version. */
function orderFaults(releases: readonly Release[]): Fault[] {
  return releases.flatMap(({ id, version, schema }, index) => {
    const before = releases.slice(0, index);
    const isDouble = before.some((each) => each.id === id || each.version === version);
    const isBack = before.some((each) => each.schema > schema);
    return isDouble || isBack ? [fault('release-order', { version }, [index])] : [];
  });
}

/** A value made of the very parts of another wherever they are alike: what is alike is then known to be, at a look. */
function sharing(value: unknown, like: unknown): unknown {
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

import { z } from 'zod';
import { frozenAfter, frozenOf } from './pack';
import { patchBetween } from './patch';
import { Frozen, type PackedRelease, PackedReleases, type Release, type ReleaseHead } from './release';
import { faultReason } from '@/core/fault';
import { memo } from '@/core/memo';
import { Starting } from '@/core/model';
import { ProblemError } from '@/core/problem';

/**
 * The releases of an app as they stand beside it, oldest first: the newest whole, so that an edit of today's plan leaves
 * them alone, and each other as what leads to it from the next.
 */
export const KeptReleases = z.strictObject({ newest: Frozen, list: PackedReleases.min(1) });
export type KeptReleases = z.infer<typeof KeptReleases>;

/** As they are stored: starting rows that are those of today are not there twice. */
export const StoredReleases = z.strictObject({
  newest: Frozen.extend({ starting: z.union([z.literal('today'), Starting]).optional() }),
  list: PackedReleases.min(1),
});
export type StoredReleases = z.infer<typeof StoredReleases>;

export function storedReleases(kept: KeptReleases, starting: Starting | null): StoredReleases {
  const isOfToday = kept.newest.starting !== undefined && kept.newest.starting === starting;
  return isOfToday ? { ...kept, newest: { ...kept.newest, starting: 'today' } } : kept;
}

/** The releases out of what is stored, beside the starting rows of today. */
export function releasesOfStored({ newest, list }: StoredReleases, today: Starting | null): KeptReleases {
  const { starting, ...frozen } = newest;
  const rows = starting === 'today' ? today : starting;
  return { newest: { ...frozen, ...(rows ? { starting: rows } : {}) }, list };
}

const headOf = ({ id, version, schema, at, notes, rehearsed }: ReleaseHead): ReleaseHead => ({
  ...{ id, version, schema, at, notes },
  ...(rehearsed ? { rehearsed } : {}),
});

export const releaseHeads = (kept: KeptReleases | null): ReleaseHead[] => kept?.list.map(headOf) ?? [];

/** The releases with one more, the newest. */
export function keepRelease(kept: KeptReleases | null, release: Release): KeptReleases {
  const newest = frozenOf(release);
  const before = kept?.list ?? [];
  const last = before.at(-1);
  return {
    newest,
    list: [
      ...before.slice(0, -1),
      ...(kept && last ? [{ ...last, back: patchBetween(newest, kept.newest) }] : []),
      { ...headOf(release), back: [], ...(release.report ? { report: release.report } : {}) },
    ],
  };
}

/** What a release was, by the one after it; an edit of today's plan leaves it as it is. */
const before = memo((packed: PackedRelease, after: Frozen) => frozenAfter(after, packed.back), {
  by: (_packed, { definition, starting, upgrade }) => [definition, starting, upgrade],
});

/** All that can be read of them, newest first, and why the others cannot. */
function readReleases({ newest, list }: KeptReleases): { frozen: Frozen[]; reason: string } {
  const frozen = [newest];
  for (const packed of list.slice(0, -1).toReversed()) {
    const read = before(packed, frozen.at(-1) as Frozen);
    if (read.faults) return { frozen, reason: read.faults[0] ? faultReason(read.faults[0]) : '' };
    frozen.push(read.frozen);
  }
  return { frozen, reason: '' };
}

/** What was frozen in a release. Throws a Problem of code `release-gone` or `file-broken` where it cannot be had. */
export function frozenIn(kept: KeptReleases | null, releaseId: string): Frozen {
  const at = kept?.list.findIndex(({ id }) => id === releaseId) ?? -1;
  if (!kept || at < 0) throw new ProblemError({ code: 'release-gone' });
  const { frozen, reason } = readReleases(kept);
  const found = frozen[kept.list.length - 1 - at];
  if (found) return found;
  throw new ProblemError({ code: 'file-broken', place: `release ${kept.list[at]?.version ?? ''}`, reason });
}

/** Releases from one of them on, oldest first. Throws as `frozenIn` does. */
export const releasesFrom = (kept: KeptReleases | null, releaseId: string): Release[] => {
  const list = kept?.list ?? [];
  const at = list.findIndex(({ id }) => id === releaseId);
  if (at < 0) throw new ProblemError({ code: 'release-gone' });
  return list.slice(at).map((each) => ({ ...headOf(each), ...frozenIn(kept, each.id) }));
};

/**
 * As a file has them: the newest, too, is told by what makes it differ, from the app of today. What was rehearsed stays
 * where it was: the file says what came of it, and costs what differs.
 */
export const filedReleases = (kept: KeptReleases, today: Frozen): PackedRelease[] =>
  kept.list.map((each, index) => ({
    ...headOf(each),
    back: index < kept.list.length - 1 ? each.back : patchBetween(frozenOf(today), kept.newest),
  }));

/** The same out of a file that holds; null where it has none. */
export function releasesOfFile(packed: readonly PackedRelease[], today: Frozen): KeptReleases | null {
  const last = packed.at(-1);
  const newest = last && frozenAfter(frozenOf(today), last.back).frozen;
  return last && newest ? { newest, list: [...packed.slice(0, -1), { ...last, back: [] }] } : null;
}

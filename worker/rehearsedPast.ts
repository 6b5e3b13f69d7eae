import { filedReleases, type Frozen, frozenIn, type PackedRelease, releasesOfFile, reportOf } from '@/core/release';
import { type KeyValueStore, memoryStore } from '@/core/store';
import { AppHost } from './appHost';
import { unhurried } from './bulkInsert';
import type { HostEnvironment } from './hostEnvironment';

type Environment = (kv: KeyValueStore) => Promise<HostEnvironment>;

const subjects = [{ kind: 'starting-rows' }, { kind: 'rows-of-now' }, { kind: 'difficult-rows' }] as const;

/** The past of an app with what its upgrades came to when each release was made: all of them are rehearsed here. */
export async function rehearsedPast(
  environment: Environment,
  today: Frozen,
  packed: readonly PackedRelease[],
): Promise<PackedRelease[]> {
  const kept = releasesOfFile(packed, today);
  if (!kept) return [];
  const found: PackedRelease[] = [];
  for (const [at, release] of packed.entries()) {
    const frozen = frozenIn(kept, release.id);
    const list = kept.list.slice(0, at);
    const last = list.at(-1);
    const rehearsed = last
      ? await rehearsal(
          environment,
          frozen,
          filedReleases({ newest: frozenIn(kept, last.id), list }, frozen),
          release.at,
        )
      : {};
    found.push({ ...release, ...rehearsed });
  }
  return found;
}

async function rehearsal(
  environment: Environment,
  { definition, starting, upgrade }: Frozen,
  releases: PackedRelease[],
  at: string,
): Promise<Pick<PackedRelease, 'rehearsed' | 'report'>> {
  const kv = memoryStore();
  const file = { format: 'fern-shelf-app', version: 1, definition, starting, upgrade, releases } as const;
  await AppHost.install(await environment(kv), file);
  const host = await AppHost.open(await environment(kv));
  for (const { id } of releases)
    for (const subject of subjects) await host.rehearse({ releaseId: id, subject }, null, unhurried);
  const { rehearsed } = host.state();
  const report = reportOf(at, await host.trials());
  await host.close();
  return rehearsed === 'none' || rehearsed === 'unneeded' ? {} : { rehearsed, report };
}

import type { Subject, Trial } from '@/core/release';
import { unhurried } from '@/worker/bulkInsert';
import type { AppHost } from '@/worker/appHost';

const subjects: Subject[] = [{ kind: 'rows-of-now' }, { kind: 'difficult-rows' }];

/** The upgrade of a release to the plan of today: its statements, and what came of trying it on whatever there is. */
export async function rehearsed(host: AppHost, releaseId: string): Promise<{ statements: string[]; trials: Trial[] }> {
  const trials: Trial[] = [];
  for (const subject of subjects) trials.push(await host.rehearse({ releaseId, subject }, null, unhurried));
  const way = await host.upgradeWay(releaseId);
  return { statements: way.flatMap(({ statements }) => statements), trials };
}

export const trialOn = ({ trials }: { trials: Trial[] }, kind: Subject['kind']): Trial | undefined =>
  trials.find(({ subject }) => subject.kind === kind);

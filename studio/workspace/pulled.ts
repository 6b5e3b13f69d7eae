import type { ReleaseHead } from '@/core/release';
import type { KeptPhone } from '@/worker';
import { worker } from '../client';
import { queryClient } from '../queries';
import { say, sayProblem } from '../Toasts';

const SQLITE = 'SQLite format 3\0';

export const isDatabaseFile = async (file: File): Promise<boolean> =>
  (await file.slice(0, SQLITE.length).text()) === SQLITE;

export const phonesKey = (appId: string) => ['phones', appId] as const;

/**
 * Keeps a phone out of a database file that came off one, at the release that it is recognised to be of; null where it is
 * of none, which is said where `saysWhy`.
 */
export async function keepPulled(
  appId: string,
  releases: readonly ReleaseHead[],
  file: File,
  saysWhy: boolean,
): Promise<KeptPhone | null> {
  const newest = releases.at(-1);
  if (!newest) return null;
  const name = file.name.replace(/\.\w+$/, '').slice(0, 80) || 'Pulled';
  const source = { file: new Uint8Array(await file.arrayBuffer()) };
  try {
    const phone = await worker().api.keepPhone(appId, newest.id, source, name);
    await queryClient.invalidateQueries({ queryKey: phonesKey(appId) });
    const version = releases.find(({ id }) => id === phone.releaseId)?.version ?? '';
    say({ text: `${file.name} is of release ${version}: a copy of it is kept there as a phone.`, tone: 'done' });
    return phone;
  } catch (error) {
    if (saysWhy) sayProblem(error);
    return null;
  }
}

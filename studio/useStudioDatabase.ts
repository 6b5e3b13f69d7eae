import { useMemo } from 'react';
import type { KitDatabase } from '@/kit';
import { useBench, worker } from './client';
import { useApp, useGeneration } from './useApp';

/**
 * The app's database as the studio asks it: as the person who is signed in on the bench phone, fresh after every
 * change.
 */
export function useStudioDatabase(): Pick<KitDatabase, 'scope' | 'read'> {
  const { appId } = useApp();
  const generation = useGeneration();
  const person = useBench((bench) => bench.person);
  return useMemo(
    () => ({
      scope: [appId, generation, person ?? 'nobody'],
      read: (request) => worker().api.read(appId, { ...request, person }),
    }),
    [appId, generation, person],
  );
}

import { useQuery } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import type { Subject } from '@/core/release';
import { worker } from '../../client';
import { queryClient } from '../../queries';
import { useRunning } from '../../transfer';
import { useApp } from '../../useApp';

/** One upgrade that is to be tried. */
export interface Asked {
  releaseId: string;
  subject: Subject;
}

export type Rehearsing = ReturnType<typeof useRehearsal>;

/**
 * Tries upgrades one after the other, until it is stopped. What came of each is the worker's to tell, as long as the plan
 * is the one that it was tried for.
 */
export function useRehearsal() {
  const { appId, state } = useApp();
  const { run, problem } = useRunning();
  const [at, setAt] = useState<{ done: number; total: number } | null>(null);
  const isStopped = useRef(false);
  const key = ['trials', appId];
  const trials = useQuery({
    queryKey: [...key, state.definition, state.upgrade, state.releases.length],
    queryFn: () => worker().api.trials(appId),
    gcTime: 0,
  });
  const rehearse = async (asked: readonly Asked[]) => {
    isStopped.current = false;
    for (const [done, { releaseId, subject }] of asked.entries()) {
      setAt({ done, total: asked.length });
      const trial = await run((api) => api.rehearse(appId, releaseId, subject));
      if (!trial || isStopped.current) break;
      await queryClient.invalidateQueries({ queryKey: key });
    }
    setAt(null);
  };
  const stop = () => {
    isStopped.current = true;
    void worker().api.cancelImport();
  };
  return { trials: trials.data ?? [], at, problem, rehearse, stop };
}

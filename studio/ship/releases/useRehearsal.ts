import { useRef, useState } from 'react';
import type { Subject, Trial } from '@/core/release';
import { worker } from '../../client';
import type { AppState } from '@/worker';
import { useRunning } from '../../transfer';
import { useApp } from '../../useApp';

/** One upgrade that is to be tried. */
export interface Asked {
  releaseId: string;
  subject: Subject;
}

type Plan = Pick<AppState, 'definition' | 'upgrade'>;

export type Rehearsing = ReturnType<typeof useRehearsal>;

/** Tries upgrades one after the other, until it is stopped; what came of each is there as soon as it is known. */
export function useRehearsal() {
  const { appId, state } = useApp();
  const { definition, upgrade } = state;
  const { run, problem } = useRunning();
  const [found, setFound] = useState<{ of: Plan; trials: Trial[] } | null>(null);
  const [at, setAt] = useState<{ done: number; total: number } | null>(null);
  const isStopped = useRef(false);
  const rehearse = async (asked: readonly Asked[]) => {
    isStopped.current = false;
    const of = { definition, upgrade };
    setFound({ of, trials: [] });
    for (const [done, { releaseId, subject }] of asked.entries()) {
      setAt({ done, total: asked.length });
      const trial = await run((api) => api.rehearse(appId, releaseId, subject));
      if (!trial || isStopped.current) break;
      setFound((now) => ({ of, trials: [...(now?.trials ?? []), trial] }));
    }
    setAt(null);
  };
  const stop = () => {
    isStopped.current = true;
    void worker().api.cancelImport();
  };
  // What was tried of another plan says nothing of this one.
  const isOfNow = found?.of.definition === definition && found.of.upgrade === upgrade;
  return { trials: isOfNow ? found.trials : [], at, problem, rehearse, stop };
}

import { create } from 'zustand';
import { afterPaint } from './afterPaint';
import { newestState, takeTold } from './ahead';
import { askToKeepOnce } from './keepStorage';
import { keys, queryClient } from './queries';
import { say } from './Toasts';
import type { Ripple } from '@/core/compiled';
import { type AppSettings, DEFAULT_SETTINGS } from '@/core/settings';
import { AT_START, type Notices, refreshTouched, type Way, withoutUndone } from '@/kit';
import { type OpenState, startWorker, type WorkerClient, type WorkerEvent } from '@/worker';

/** A ripple with what it did to the lists on screen. */
export interface ShownRipple extends Ripple {
  refreshed: number;
}

export const catalogueBehaviours = ['fine', 'slow', 'silent', 'down', 'wrong'] as const;

export type CatalogueBehaviour = (typeof catalogueBehaviours)[number];

interface BenchState {
  /** The phone that is on the bench: one that is kept at a release, or null, that of today. */
  phone: string | null;
  /** Who is signed in on the bench phone. */
  person: number | null;
  way: Way;
  ripples: ShownRipple[];
  notices: Notices;
  settings: AppSettings;
  /** Whether the simulated scanner is at hand, and how the catalogue behaves. */
  scanner: boolean;
  /** Whether the bench is shown over the running app, on a small screen. */
  bar: boolean;
  catalogue: CatalogueBehaviour;
}

const atStart: BenchState = {
  phone: null,
  person: null,
  way: AT_START,
  ripples: [],
  notices: [],
  settings: DEFAULT_SETTINGS,
  scanner: false,
  bar: false,
  catalogue: 'fine',
};

const RIPPLES_SHOWN = 50;

/** Where the bench phone is, and what its taps did: of the page, not of the app. */
export const useBench = create<BenchState>(() => atStart);

export const resetBench = () => useBench.setState(atStart);

let started: WorkerClient | undefined;

const sayFailed = () =>
  say({
    text: [
      'What keeps your apps could not be started: there is no network, or a newer Fern Shelf has taken its place.',
      'What you have saved is still here.',
    ].join(' '),
    tone: 'problem',
    action: { label: 'Load again', onPress: () => window.location.reload() },
  });

/** The worker's client; the worker starts with the first call. */
export function worker(): WorkerClient {
  if (!started) {
    started = startWorker(sayFailed);
    started.subscribe((event) => {
      if (event.kind === 'changed' || event.kind === 'state-changed') void askToKeepOnce().catch(() => undefined);
      switch (event.kind) {
        case 'shelf-changed':
          void queryClient.invalidateQueries({ queryKey: keys.apps });
          void queryClient.invalidateQueries({ queryKey: keys.storage });
          return;
        case 'lost':
          queryClient.setQueryData<OpenState>(keys.app(event.appId), { kind: event.inDoubt ? 'doubt' : 'elsewhere' });
          return;
        case 'state-changed':
          takeTold(event.appId, event.state);
          return;
        case 'changed':
          refreshed = showRipple(event);
          return;
      }
    });
  }
  return started;
}

let refreshed: Promise<void> = Promise.resolve();

/**
 * A change of rows, ended when the lists that it touches are fetched again: a form closes upon a list that has its
 * record.
 */
export async function untilRefreshed<T>(change: Promise<T>): Promise<T> {
  const result = await change;
  await refreshed;
  return result;
}

async function showRipple({ appId, ripple, state }: Extract<WorkerEvent, { kind: 'changed' }>): Promise<void> {
  // On the page's own timeline (User Timing), where a profiler or a benchmark finds it.
  performance.measure('acknowledged', {
    start: Math.max(0, performance.now() - ripple.milliseconds),
    duration: ripple.milliseconds,
  });
  const { undoes } = ripple;
  if (undoes !== undefined) useBench.setState(({ notices }) => ({ notices: withoutUndone(notices, undoes) }));
  const { refreshed: lists } = await refreshTouched(queryClient, ripple.changes);
  afterPaint(() => {
    // By now the plan may be another one; what was told later stands.
    const newest = newestState(appId);
    if (newest?.generation === state.generation && newest.seq < state.seq) takeTold(appId, state);
    useBench.setState(({ ripples }) => ({
      ripples: [{ ...ripple, refreshed: lists }, ...ripples].slice(0, RIPPLES_SHOWN),
    }));
  });
}

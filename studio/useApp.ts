import { queryOptions, replaceEqualDeep, useQuery } from '@tanstack/react-query';
import { createContext, useCallback, useContext, useEffect } from 'react';
import { sayProblem } from './Toasts';
import { shownState } from './ahead';
import { worker } from './client';
import { keys, queryClient } from './queries';
import { endRecall, forgetKept, useKeptWhileOpen, useRecalled } from './recall';
import { compileApp } from '@/core/compile';
import type { CompiledApp } from '@/core/compiled';
import { memo } from '@/core/memo';

import type { AppState, OpenState } from '@/worker';

/** The app that the places work on. */
export interface CurrentApp {
  appId: string;
  state: Omit<AppState, 'undo' | 'redo' | 'seq' | 'generation'>;
  compiled: CompiledApp;
}

export const CurrentAppContext = createContext<CurrentApp | null>(null);

/** An app and the generation of its tables, which changes with each edit of them. */
export interface AppOfGeneration {
  app: CurrentApp;
  generation: AppState['generation'];
}

/** Apart from the app, so that an edit that was shown before it was kept draws no place anew when it is. */
export const GenerationContext = createContext<AppState['generation']>('');

/** Part of the key of whatever is read by the plan. */
export const useGeneration = () => useContext(GenerationContext);

/** The app as the bench phone shows it: the newest there is, or what a phone has that is kept at a release. */
export const PhoneAppContext = createContext<AppOfGeneration | null>(null);

/** What undo and redo would do changes with every write; it stands apart, so that a write draws no place anew. */
export const HistoryContext = createContext<Pick<AppState, 'undo' | 'redo'>>({ undo: null, redo: null });

export function useApp(): CurrentApp {
  const app = useContext(CurrentAppContext);
  if (!app) throw new Error('No app is open here');
  return app;
}

/** Opens an app for as long as the page shows it. What is recalled of it is shown until it is open. */
export function useOpenApp(appId: string): { data: OpenState | undefined; error: Error | null } {
  const recalled = useRecalled((recall) => (recall.recalled?.appId === appId ? recall.recalled.state : null));
  const opening = queryOptions({
    queryKey: keys.app(appId),
    queryFn: () => worker().api.open(appId, false),
    staleTime: Infinity,
    gcTime: 0,
    // What is as it was recalled is not drawn anew.
    structuralSharing: (before, opened) =>
      replaceEqualDeep(before ?? (recalled ? { kind: 'open', state: recalled } : undefined), opened),
  });
  // Before what is drawn of it calls on it: the worker takes calls in their order.
  if (recalled && !queryClient.getQueryState(opening.queryKey)) void queryClient.prefetchQuery(opening);
  const { data, error } = useQuery(opening);
  useEffect(() => {
    if (data || error) endRecall();
    // Nothing is drawn the next time of what cannot be opened.
    if (error) void forgetKept().catch(() => undefined);
  }, [data, error]);
  // Nor is it drawn of an app that was left before it was open, and is come back to.
  useEffect(() => endRecall, [appId]);
  useKeptWhileOpen(appId, data?.kind === 'open');
  return recalled && !data && !error ? { data: { kind: 'open', state: recalled }, error } : { data, error };
}

export async function takeOver(appId: string): Promise<void> {
  try {
    queryClient.setQueryData(keys.app(appId), await worker().api.open(appId, true));
  } catch (error) {
    sayProblem(error);
  }
}

/** Opens an app again that was let go of. */
export async function openAgain(appId: string): Promise<void> {
  try {
    queryClient.setQueryData(keys.app(appId), await worker().api.open(appId, false));
  } catch (error) {
    sayProblem(error);
  }
}

export const compiled = memo(compileApp);

/** The definition as it is now, with what is still on its way to where it is kept. */
export function definitionNow(appId: string, otherwise: AppState['definition']): AppState['definition'] {
  return shownState(appId)?.definition ?? otherwise;
}

/** Runs something of the worker's on the current app, saying what goes wrong. */
export function useAct() {
  const { appId } = useApp();
  return useCallback(
    async <T>(act: (api: ReturnType<typeof worker>['api'], appId: string) => Promise<T>): Promise<T | null> => {
      try {
        return await act(worker().api, appId);
      } catch (error) {
        sayProblem(error);
        return null;
      }
    },
    [appId],
  );
}

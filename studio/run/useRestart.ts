import { AT_START } from '@/kit';
import { useCallback } from 'react';
import { useBench } from '../client';
import { say } from '../Toasts';
import { useAct } from '../useApp';

/** Closes the running app and opens it again from its store, as a phone does that was off. */
export function useRestart(): () => Promise<void> {
  const act = useAct();
  return useCallback(async () => {
    const done = await act((api, appId) => api.restart(appId));
    if (!done) return;
    useBench.setState({ way: AT_START, notices: [], bar: false });
    say({ text: 'The app was closed and opened again from its store.', tone: 'done' });
  }, [act]);
}

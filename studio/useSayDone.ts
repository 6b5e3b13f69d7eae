import { useCallback } from 'react';
import type { AppState } from '@/worker';
import { say } from './Toasts';
import { useAct } from './useApp';

/**
 * Says what was done to the app, with the way to have that undone, and not what came after it. `kept`: the app as it was
 * then.
 */
export function useSayDone() {
  const act = useAct();
  return useCallback(
    (text: string, kept: Pick<AppState, 'seq'>, onUndone?: () => void) => {
      const undo = () => void act((api, appId) => api.undoEntry(appId, kept.seq)).then(onUndone);
      say({ text, tone: 'done', action: { label: 'Undo', onPress: undo } });
    },
    [act],
  );
}

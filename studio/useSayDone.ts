import { useCallback } from 'react';
import { say } from './Toasts';
import { useAct } from './useApp';

/** Says what was done to the app, with the way to have it undone. */
export function useSayDone() {
  const act = useAct();
  return useCallback(
    (text: string, onUndone?: () => void) =>
      say({
        text,
        tone: 'done',
        action: { label: 'Undo', onPress: () => void act((api, appId) => api.undo(appId)).then(onUndone) },
      }),
    [act],
  );
}

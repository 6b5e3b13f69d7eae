import { useCallback, useEffect, useRef } from 'react';

const PAUSE_MS = 350;

/**
 * Hands on what is typed when typing pauses or its field closes, so that an edit is a word and not a letter.
 * `queue(null)`: what stands there now cannot be handed on. What `value` becomes from outside (by an undo, say) goes to
 * `onOutside`.
 */
export function usePaused(value: string, onHand: (text: string) => void, onOutside: (value: string) => void) {
  const sent = useRef(value);
  const pending = useRef<string | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const latest = useRef({ onHand, onOutside });
  latest.current = { onHand, onOutside };
  useEffect(() => {
    if (value === sent.current) return;
    sent.current = value;
    latest.current.onOutside(value);
  }, [value]);
  const flush = useCallback(() => {
    clearTimeout(timer.current);
    const text = pending.current;
    pending.current = null;
    if (text === null || text === sent.current) return;
    sent.current = text;
    latest.current.onHand(text);
  }, []);
  // A sheet that closes takes what was typed last along.
  useEffect(() => flush, [flush]);
  const queue = useCallback(
    (text: string | null) => {
      pending.current = text;
      clearTimeout(timer.current);
      if (text !== null) timer.current = setTimeout(flush, PAUSE_MS);
    },
    [flush],
  );
  return { queue, flush };
}

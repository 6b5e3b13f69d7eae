import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { afterPaint } from './afterPaint';

/** A value with the frame after the one that draws what has it at once; of something else, `of`, it is the newest. */
export function useAfterPaint<T>(value: T, of: unknown): T {
  const [shown, show] = useState({ value, of });
  if (shown.of !== of) show({ value, of });
  const newest = useRef({ value, of });
  const callOff = useRef<(() => void) | null>(null);
  useLayoutEffect(() => {
    newest.current = { value, of };
    // What comes before the frame goes with it: many in a row do not put it off.
    if (value === shown.value || callOff.current) return;
    callOff.current = afterPaint(() => {
      callOff.current = null;
      flushSync(() => show(newest.current));
    });
  }, [value, of, shown]);
  useEffect(() => () => callOff.current?.(), []);
  return shown.value;
}

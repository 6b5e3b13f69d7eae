import { useEffect, useRef } from 'react';

/** What is open now is drawn by then, also where the page had nothing to do but wait for its rows. */
const DRAWN_MS = 1500;

/** Does something once, when `isReady` and the page has nothing else to do. */
export function useWhenIdle(isReady: boolean, work: () => void): void {
  const latest = useRef(work);
  latest.current = work;
  useEffect(() => {
    if (!isReady) return;
    const act = () => latest.current();
    let idle: number | undefined;
    const timer = setTimeout(() => {
      if (typeof requestIdleCallback === 'function') idle = requestIdleCallback(act, { timeout: 4000 });
      else act();
    }, DRAWN_MS);
    return () => {
      clearTimeout(timer);
      if (idle !== undefined) cancelIdleCallback(idle);
    };
  }, [isReady]);
}

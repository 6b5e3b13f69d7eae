import { useEffect } from 'react';
import { laterParts } from './laterParts';

/** What is open now is drawn by then, also where the page had nothing to do but wait for its rows. */
const DRAWN_MS = 1500;

/** Fetches the rest of the studio once the page has nothing else to do, so that going to a place does not wait. */
export function usePartsInTime(isOpen: boolean): void {
  useEffect(() => {
    if (!isOpen) return;
    const fetchRest = () => void laterParts().catch(() => undefined);
    let idle: number | undefined;
    const timer = setTimeout(() => {
      if (typeof requestIdleCallback === 'function') idle = requestIdleCallback(fetchRest, { timeout: 4000 });
      else fetchRest();
    }, DRAWN_MS);
    return () => {
      clearTimeout(timer);
      if (idle !== undefined) cancelIdleCallback(idle);
    };
  }, [isOpen]);
}

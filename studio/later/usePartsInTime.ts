import { useEffect } from 'react';
import { laterParts } from './laterParts';

/** Fetches the rest of the studio once the page has nothing else to do, so that going to a place does not wait. */
export function usePartsInTime(): void {
  useEffect(() => {
    const fetchRest = () => void laterParts().catch(() => undefined);
    if (typeof requestIdleCallback !== 'function') {
      const timer = setTimeout(fetchRest, 1000);
      return () => clearTimeout(timer);
    }
    const idle = requestIdleCallback(fetchRest, { timeout: 4000 });
    return () => cancelIdleCallback(idle);
  }, []);
}

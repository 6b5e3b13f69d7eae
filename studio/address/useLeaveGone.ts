import { useEffect, useRef } from 'react';
import type { Definition } from '@/core/model';
import type { Address } from './address';
import { leaveFor } from './useAddress';
import { whereGone } from './whereGone';

/**
 * Leaves what is open when it goes: removed here or by another tab, or by an undo. What never was there is not left:
 * the plan may only be about to have it.
 */
export function useLeaveGone(appId: string, definition: Definition, address: Address): void {
  const there = useRef<Address | null>(null);
  useEffect(() => {
    const above = whereGone(definition, address);
    if (above === null) there.current = address;
    else if (there.current === address) leaveFor(appId, above);
  }, [appId, definition, address]);
}

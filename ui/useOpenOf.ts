import { useCallback, useEffect, useState } from 'react';

/**
 * Whether what a thing opens is open. The part that opens it may stay for one thing after another: what is open of the
 * one is not of the next, nor again when one comes back.
 */
export function useOpenOf(of: unknown): [boolean, (isOpen: boolean) => void] {
  const [opened, setOpened] = useState<{ of: unknown } | null>(null);
  const isOpen = opened !== null && opened.of === of;
  useEffect(() => {
    if (opened && !isOpen) setOpened(null);
  }, [opened, isOpen]);
  const set = useCallback((next: boolean) => setOpened(next ? { of } : null), [of]);
  return [isOpen, set];
}

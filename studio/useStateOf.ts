import { useCallback, useState } from 'react';

/** A state of one thing: of another, shown in its place by the same component, it begins anew. */
export function useStateOf<T>(of: unknown, initial: T): [T, (value: T) => void] {
  const [kept, setKept] = useState({ of, value: initial });
  const set = useCallback((value: T) => setKept({ of, value }), [of]);
  return [kept.of === of ? kept.value : initial, set];
}

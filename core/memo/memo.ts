/** A function that remembers, for each first input, what it last gave. */
export interface Memo<I extends readonly [object, ...unknown[]], T> {
  (...inputs: I): T;
  /** What is remembered for a first input, and what it depends on; for tests. */
  peek(first: I[0]): { by: readonly unknown[]; value: T } | undefined;
}

export interface MemoOptions<I extends readonly [object, ...unknown[]]> {
  /** What the result depends on, where that is less than all of the inputs. */
  by?: (...inputs: I) => readonly unknown[];
  /** A first input that is still being changed, of which nothing is kept. */
  unless?: (first: I[0]) => boolean;
}

/**
 * Remembers what a pure function gives as long as all that it depends on stays the very same. For each first input the
 * last result is kept, and goes when that does.
 */
export function memo<I extends readonly [object, ...unknown[]], T>(
  make: (...inputs: I) => T,
  { by = (...inputs) => inputs, unless }: MemoOptions<I> = {},
): Memo<I, T> {
  const kept = new WeakMap<object, { by: readonly unknown[]; value: T }>();
  const remembering = (...inputs: I): T => {
    const [first] = inputs;
    if (unless?.(first)) return make(...inputs);
    const now = by(...inputs);
    const found = kept.get(first);
    if (found && found.by.length === now.length && found.by.every((each, at) => Object.is(each, now[at])))
      return found.value;
    const value = make(...inputs);
    kept.set(first, { by: now, value });
    return value;
  };
  return Object.assign(remembering, { peek: (first: I[0]) => kept.get(first) });
}

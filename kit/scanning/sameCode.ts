/** Milliseconds; a code that stays in sight is one scan. */
const SAME_MS = 2500;

/** Tells whether a code that comes into sight at `now` is a scan, or still the one before. */
export function newCodes(): (code: string, now: number) => boolean {
  const seen = new Map<string, number>();
  return (code, now) => {
    const before = seen.get(code) ?? -Infinity;
    seen.set(code, now);
    return now - before > SAME_MS;
  };
}

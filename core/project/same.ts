/** Whether two values that JSON can carry are the same. */
export function isDeepStrictEqual(one: unknown, other: unknown): boolean {
  if (Object.is(one, other)) return true;
  if (typeof one !== 'object' || typeof other !== 'object' || one === null || other === null) return false;
  if (Array.isArray(one) !== Array.isArray(other)) return false;
  const keys = keysOf(one);
  return (
    keys.length === keysOf(other).length &&
    keys.every((key) => isDeepStrictEqual((one as Tree)[key], (other as Tree)[key]))
  );
}

type Tree = Record<string, unknown>;
const keysOf = (value: object): string[] => Object.keys(value).filter((key) => (value as Tree)[key] !== undefined);

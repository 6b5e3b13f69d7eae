/**
 * `object` with a property that is made when it is first asked for: most tables and screens of a large app are not on
 * show.
 */
export function lazily<O extends object, K extends string, T>(object: O, key: K, make: () => T): O & Record<K, T> {
  let made: T | undefined;
  return Object.defineProperty(object, key, { enumerable: true, get: () => (made ??= make()) }) as O & Record<K, T>;
}

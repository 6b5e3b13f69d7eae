import isSame from 'fast-deep-equal';

/** `value` without those of its parts that are as usual. */
export function leaveOut<T extends object>(value: T, usual: Partial<T>): Partial<T> {
  return Object.fromEntries(
    Object.entries(value).filter(([key, part]) => !(key in usual) || !isSame(part, usual[key as keyof T])),
  ) as Partial<T>;
}

/** `value` without these of its parts. */
export const without = <T extends object, K extends keyof T>(value: T, ...keys: K[]): Omit<T, K> =>
  Object.fromEntries(Object.entries(value).filter(([key]) => !keys.includes(key as K))) as Omit<T, K>;

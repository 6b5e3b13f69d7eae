import isSame from 'fast-deep-equal';

/** `value` without those of its parts that are as usual. */
export function leaveOut<T extends object>(value: T, usual: Partial<T>): Partial<T> {
  return Object.fromEntries(
    Object.entries(value).filter(([key, part]) => !(key in usual) || !isSame(part, usual[key as keyof T])),
  ) as Partial<T>;
}

/** The properties whose values are ids of a definition: `id`, `tableId`, `columnIds`, and the two that are lists of ids. */
export const holdsIds = (key: string): boolean => /^(id|fields|filters)$|Ids?$/.test(key);

/** Every id that stands anywhere in plain data. */
export function idsIn(value: unknown): string[] {
  if (Array.isArray(value)) return value.flatMap(idsIn);
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([key, each]) =>
    holdsIds(key) ? [each].flat().flatMap((id) => (typeof id === 'string' ? [id] : idsIn(id))) : idsIn(each),
  );
}

/** Plain data with other ids, where there are others for them. */
export function withIds<T>(value: T, others: ReadonlyMap<string, string>): T {
  const other = (id: unknown): unknown => (typeof id === 'string' ? (others.get(id) ?? id) : withIds(id, others));
  if (Array.isArray(value)) return value.map((each: unknown) => withIds(each, others)) as T;
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, each]: [string, unknown]) => [
      key,
      holdsIds(key) ? (Array.isArray(each) ? each.map(other) : other(each)) : withIds(each, others),
    ]),
  ) as T;
}

/**
 * Keys for the rows of a list, given those of before: a row that stays keeps its own, one that comes has a new one. A list
 * of other things altogether is drawn in the rows that are there, which is much quicker than to make them anew.
 */
export function rowKeys(before: ReadonlyMap<string, string>, ids: readonly string[]): ReadonlyMap<string, string> {
  const stays = ids.some((id) => before.has(id));
  const taken = new Set(stays ? before.values() : []);
  let next = 0;
  const fresh = (): string => {
    while (taken.has(`row-${next}`)) next++;
    return `row-${next++}`;
  };
  return new Map(ids.map((id) => [id, (stays && before.get(id)) || fresh()]));
}

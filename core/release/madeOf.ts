import type { VersionStep } from './migrations';
import { isStored } from '@/core/column';
import { physicalPlan } from '@/core/plan';
import { readersOf } from '@/core/schema';

/** The columns that choices make of a column, by ids: over all steps of a way, in whatever it is at its end. */
export function madeOf(way: readonly VersionStep[]): ReadonlyMap<string, ReadonlySet<string>> {
  const found = new Map<string, Set<string>>();
  for (const { before, after } of way) {
    const fills = after.upgrade?.fills;
    if (!fills) continue;
    const [plan, now] = [physicalPlan(before), physicalPlan(after.definition).tables];
    const readers = new Map(
      plan.tables.flatMap((table) => {
        const next = now.find(({ id }) => id === table.id);
        return table.columns
          .filter(isStored)
          .map(({ id }) => [id, next ? readersOf(plan, table, next, id, fills).map((each) => each.id) : []] as const);
      }),
    );
    for (const made of found.values()) for (const id of [...made]) readers.get(id)?.forEach((each) => made.add(each));
    for (const [id, ids] of readers) if (ids.length > 0) found.set(id, new Set([...(found.get(id) ?? []), ...ids]));
  }
  return found;
}

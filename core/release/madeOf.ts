import type { Made } from './account';
import type { VersionStep } from './migrations';
import { isStored } from '@/core/column';
import { physicalPlan } from '@/core/plan';
import { farReaders, isChoice, pouredReaders, readersOf, standingFills } from '@/core/schema';

/** The columns that choices make of a column, by its id: over all steps of a way, in whatever it is at its end. */
export function madeOf(way: readonly VersionStep[]): ReadonlyMap<string, Made> {
  const found = new Map<string, Made>();
  for (const part of way) {
    const made = madeBy(part);
    if (made.size === 0) continue;
    const on = (ids: ReadonlySet<string>) =>
      new Set([...ids, ...[...ids].flatMap((id) => [...(made.get(id)?.inRecord ?? [])])]);
    for (const [id, { inRecord, elsewhere }] of found)
      found.set(id, { inRecord: on(inRecord), elsewhere: on(elsewhere) });
    for (const [id, { inRecord, elsewhere }] of made) {
      const before = found.get(id);
      found.set(id, {
        inRecord: new Set([...(before?.inRecord ?? []), ...inRecord]),
        elsewhere: new Set([...(before?.elsewhere ?? []), ...elsewhere]),
      });
    }
  }
  return found;
}

/** What one version makes of the columns of the one before. */
export function madeBy({ before, after }: Pick<VersionStep, 'before' | 'after'>): ReadonlyMap<string, Made> {
  const said = after.upgrade?.fills ?? {};
  // Most versions say nothing of the kind.
  if (!Object.values(said).some(isChoice)) return new Map();
  const [plan, later] = [physicalPlan(before), physicalPlan(after.definition)];
  const fills = standingFills(plan, later, said);
  const all = plan.tables.flatMap((table) => {
    const next = later.tables.find(({ id }) => id === table.id);
    return table.columns.filter(isStored).map(({ id }): [string, Made] => {
      const own = next ? readersOf(plan, table, next, id, fills).map((each) => each.id) : [];
      const inRecord = new Set([...own, ...pouredReaders(plan, table, id, fills)]);
      return [id, { inRecord, elsewhere: new Set(farReaders(plan, later, table, id, fills)) }];
    });
  });
  return new Map(all.filter(([, { inRecord, elsewhere }]) => inRecord.size + elsewhere.size > 0));
}

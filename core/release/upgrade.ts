import { type Frozen, plainUpgrade, type Upgrade } from './release';
import { sqlStatements } from './byHand';
import { isStored } from '@/core/column';
import type { Definition, Table } from '@/core/model';
import { physicalPlan } from '@/core/plan';
import { lossSql, standingFills, type Step, upgradeSteps } from '@/core/schema';
import { quoteName } from '@/core/sql';

/** What the table is called in which a version of the schema keeps values that it has no room for. */
export const asideName = (version: number, { identifier }: Pick<Table, 'identifier'>): string =>
  `_aside_${version}_${identifier}`;

/**
 * What brings a database from one plan to the next: what is kept apart, the SQL of a hand before and after, and the
 * steps between the plans. `version`: the number of the schema that comes out.
 */
export function stepsBetween(
  before: Definition,
  after: Pick<Frozen, 'definition' | 'upgrade'>,
  version: number,
): Step[] {
  const said = after.upgrade ?? plainUpgrade;
  const upgrade = { ...said, fills: standingFills(before, after.definition, said.fills) };
  return [
    ...byHand('first', upgrade.first),
    ...asideSteps(before, after.definition, upgrade, version),
    ...upgradeSteps(before, after.definition, { fills: upgrade.fills }),
    ...byHand('last', upgrade.last),
  ];
}

const byHand = (side: 'first' | 'last', text: string): Step[] =>
  sqlStatements(text).map((sql) => ({ kind: 'byHand', side, sql }));

/** What is asked to be kept apart, a table for each that loses something; the rows by their ids as they were. */
function asideSteps(before: Definition, after: Definition, { fills, aside }: Upgrade, version: number): Step[] {
  const plan = physicalPlan(before);
  const later = physicalPlan(after).tables;
  return plan.tables.flatMap((table): Step[] => {
    const next = later.find(({ id }) => id === table.id);
    const columns = table.columns.filter(isStored);
    const name = quoteName(asideName(version, table));
    const from = quoteName(table.identifier);
    if (!next) {
      const all = ['"id"', ...columns.map(({ identifier }) => quoteName(identifier))].join(', ');
      return aside.includes(table.id)
        ? [{ kind: 'keepLost', sql: `CREATE TABLE ${name} AS SELECT ${all} FROM ${from}` }]
        : [];
    }
    const kept = columns
      .filter(({ id }) => aside.includes(id))
      .map((column) => ({ column: quoteName(column.identifier), loss: lossSql(plan, table, next, column, fills) }));
    if (kept.length === 0) return [];
    const values = kept.map(({ column, loss }) => `CASE WHEN ${loss} THEN ${column} END AS ${column}`).join(', ');
    const any = kept.map(({ loss }) => `(${loss})`).join(' OR ');
    return [{ kind: 'keepLost', sql: `CREATE TABLE ${name} AS SELECT "id", ${values} FROM ${from} WHERE ${any}` }];
  });
}

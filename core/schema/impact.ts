import { columnDdl } from './ddl';
import { becomesSql, chosenSql, fillOf, isChoice, lossSql } from './chosen';
import { columnShape, convertSql, isStored, mayLose, ruleCondition, storedTable, valueFault } from '@/core/column';
import type { Column, Definition, Fills, StoredColumn, Table } from '@/core/model';
import { keyNames, personalId, physicalPlan } from '@/core/plan';
import { OWNER, quoteName } from '@/core/sql';

/**
 * A question to the rows before an edit: how many it would touch, and a few of their values. Runs on the old schema.
 */
export interface ImpactProbe {
  kind: 'table-removed' | 'column-removed' | 'values-changed' | 'blanks' | 'duplicates' | 'rule-broken' | 'unowned';
  /** Whether the edit cannot be made while there are such rows. */
  blocks: boolean;
  table: Table;
  column: Column | null;
  /** What it is about, where that is no single column. */
  what?: string;
  /** Gives one row: `count`, the rows touched, and `total`, the rows of the table. */
  countSql: string;
  /** Gives `value`, the stored values touched, at most five. */
  sampleSql: string | null;
}

/** What a probe found. */
export interface Impact {
  kind: ImpactProbe['kind'];
  blocks: boolean;
  table: string;
  column: string | null;
  columnId: string | null;
  count: number;
  total: number;
  samples: (string | number)[];
}

/**
 * The questions to ask before going from one definition to another. None for edits that cannot lose or break a value.
 */
export function impactProbes(planBefore: Definition, planAfter: Definition, fills: Fills = {}): ImpactProbe[] {
  const [before, after] = [physicalPlan(planBefore), physicalPlan(planAfter)];
  const now = after.tables.map(storedTable);
  // Of tables that an edit left alone and that are not filled there is nothing to ask.
  const kept = new Set(after.tables);
  const asked = before.tables.filter((table) => !kept.has(table) || table.columns.some(({ id }) => id in fills));
  return asked.map(storedTable).flatMap((table) => {
    const next = now.find(({ id }) => id === table.id);
    if (!next) return [probe('table-removed', table, null, '1')];
    return [
      ...table.columns.filter(isStored).flatMap((column) => columnProbes(before, table, next, column, fills, now)),
      ...newColumnProbes(before, table, next, fills),
      ...keyProbes(table, next),
    ];
  });
}

function columnProbes(
  plan: Definition,
  table: Table,
  next: Table,
  from: StoredColumn,
  fills: Fills,
  now: readonly Table[],
): ImpactProbe[] {
  const to = next.columns.filter(isStored).find(({ id }) => id === from.id);
  // One value for everyone becomes the first value of each person: nothing goes.
  if (!to && now.some(({ columns }) => columns.some(({ id }) => id === personalId(from)))) return [];
  if (!to) return [probe('column-removed', table, from, lossSql(plan, table, next, from, fills))];
  const probes: ImpactProbe[] = [];
  const chosen = chosenSql(plan, table, from, to, fills[to.id]);
  if (chosen !== null || mayLose(from, to))
    probes.push(probe('values-changed', table, from, lossSql(plan, table, next, from, fills)));
  const value = quoteName(from.identifier);
  const becomes = becomesSql(plan, table, from, to, fills);
  const fill = fillOf(fills, to.id);
  if (
    to.required &&
    to.kind !== 'yesNo' &&
    fill === null &&
    (!from.required || chosen !== null || columnShape(from) !== columnShape(to))
  ) {
    probes.push(probe('blanks', table, to, `(${becomes}) IS NULL`, { blocks: true, sample: value }));
  }
  if (to.unique && (!from.unique || columnDdl(from, {}) !== columnDdl({ ...to, identifier: from.identifier }, {}))) {
    const repeated = `(${becomes}) IN (SELECT ${becomes} FROM ${quoteName(table.identifier)}
      WHERE (${becomes}) IS NOT NULL GROUP BY 1 HAVING count(*) > 1)`;
    probes.push(probe('duplicates', table, to, repeated, { blocks: true, sample: value }));
  }
  const rule = ruleCondition(to, `(${becomes})`);
  if (rule !== null && rule !== ruleCondition(from, `(${becomes})`))
    probes.push(probe('rule-broken', table, to, `(${becomes}) IS NOT NULL AND NOT (${rule})`, { sample: value }));
  return probes;
}

/** Rows that are the same in columns that are to tell them apart together. */
function keyProbes(table: Table, next: Table): ImpactProbe[] {
  return (next.keys ?? []).flatMap((key) => {
    const pairs = key.columnIds.flatMap((id) => {
      const from = table.columns.filter(isStored).find((column) => column.id === id);
      const to = next.columns.filter(isStored).find((column) => column.id === id);
      return from && to ? [{ from, to }] : [];
    });
    const had = table.keys?.some((each) => each.unique && each.columnIds.join() === key.columnIds.join());
    const isSame = had && pairs.every(({ from, to }) => columnShape(from) === columnShape(to));
    if (!key.unique || isSame || pairs.length < key.columnIds.length) return [];
    const owner = [table, next].every(({ columns }) => columns.some(({ identifier }) => identifier === OWNER));
    const values = [
      ...(owner ? [quoteName(OWNER)] : []),
      ...pairs.map(({ from, to }) => `(${convertSql(from, to, quoteName(from.identifier))})`),
    ];
    const filled = values.map((value) => `${value} IS NOT NULL`).join(' AND ');
    const groups = values.map((_, at) => at + 1).join(', ');
    const repeated = `(${values.join(', ')}) IN (SELECT ${values.join(', ')} FROM ${quoteName(table.identifier)}
      WHERE ${filled} GROUP BY ${groups} HAVING count(*) > 1)`;
    return [{ ...probe('duplicates', table, null, repeated, { blocks: true }), what: keyNames(next, key) }];
  });
}

function newColumnProbes(before: Definition, table: Table, next: Table, fills: Fills): ImpactProbe[] {
  return next.columns
    .filter(
      ({ id, required, kind }) =>
        required &&
        kind !== 'yesNo' &&
        (fills[id] ?? null) === null &&
        !table.columns.some((column) => column.id === id),
    )
    .map((column) => probe('blanks', table, column, '1', { blocks: true, sample: null }))
    .concat(chosenProbes(before, table, next, fills))
    .concat(
      next.columns
        .filter(
          ({ id, identifier }) =>
            identifier === OWNER && (fills[id] ?? null) === null && !table.columns.some((column) => column.id === id),
        )
        .map((column) => probe('unowned', table, column, '1', { sample: null })),
    );
}

/** A required column that is filled by a choice: the rows for which that gives nothing. */
function chosenProbes(before: Definition, table: Table, next: Table, fills: Fills): ImpactProbe[] {
  return next.columns.filter(isStored).flatMap((column) => {
    if (!column.required || table.columns.some(({ id }) => id === column.id)) return [];
    const sql = chosenSql(before, table, null, column, fills[column.id]);
    return sql === null ? [] : [probe('blanks', table, column, `(${sql}) IS NULL`, { blocks: true, sample: null })];
  });
}

function probe(
  kind: ImpactProbe['kind'],
  table: Table,
  column: Column | null,
  condition: string,
  {
    blocks = false,
    sample = column ? quoteName(column.identifier) : null,
  }: { blocks?: boolean; sample?: string | null } = {},
): ImpactProbe {
  const from = quoteName(table.identifier);
  return {
    kind,
    blocks,
    table,
    column,
    countSql: `SELECT count(*) FILTER (WHERE ${condition}) AS count, count(*) AS total FROM ${from}`,
    sampleSql:
      sample &&
      `SELECT DISTINCT ${sample} AS value FROM ${from} WHERE (${condition}) AND ${sample} IS NOT NULL LIMIT 5`,
  };
}

/** Why a fill does not fit its column, or null. */
export function fillFault(after: Pick<Definition, 'tables' | 'people'>, fills: Fills): string | null {
  for (const column of physicalPlan(after).tables.flatMap(({ columns }) => columns)) {
    const fill = fills[column.id];
    const fault = fill === undefined || isChoice(fill) ? null : valueFault(column, fill);
    if (fault) return fault;
  }
  return null;
}

import { columnDdl, type IndexDdl, indexesOf, storedColumns } from './ddl';
import type { Way } from './kept';
import { type Carry, carriedSql, onDay, type Pour } from './carry';
import { chosenSql, fillOf, isChoice } from './chosen';
import { sourceOf, type Sources } from './rebuild';
import type { Step } from './step';
import { isApart, type UpgradeOptions } from './upgradeOptions';
import { columnShape, isStored } from '@/core/column';
import type { Definition, Fills, Scalar, StoredColumn, Table } from '@/core/model';
import { personalId, PIN, type TableNames, tableNames } from '@/core/plan';
import { literal, OWNER } from '@/core/sql';

/**
 * What changes a table that stays, and the indexes that come after that and go before it: before any table is renamed,
 * since they speak of tables by name.
 */
interface TableChange {
  drops: IndexDdl[];
  steps: Step[];
  creates: IndexDdl[];
}

export function tableSteps(
  planBefore: Definition,
  planAfter: Definition,
  before: Table,
  after: Table,
  options: UpgradeOptions,
  taken: { carries: readonly Carry[]; pours: readonly Pour[] },
): TableChange {
  const { fills = {} } = options;
  const names = namesWhile(planBefore, planAfter);
  const standing = { ...before, identifier: after.identifier };
  const ways = waysBetween(standing, after);
  const added = ways.flatMap(({ from, to }) => (from === null && to !== null ? [to] : []));
  const renamed = ways.flatMap(({ from, to }) =>
    from && to && from.identifier !== to.identifier ? [{ from, to }] : [],
  );
  const returns = (column: StoredColumn) => options.isReturn === true || comesAgain(planBefore, after, column);
  const sourceSql = ({ from, to }: Way): string | null => to && carriedSql(taken, standing, from, to);
  const isUntouched = (way: Way): boolean => {
    const { from, to } = way;
    if (!to || sourceSql(way) !== null) return false;
    if (from)
      return (
        !isChoice(fills[to.id]) &&
        columnDdl({ ...from, identifier: to.identifier }, names) === columnDdl(to, names) &&
        columnShape(from) === columnShape(to)
      );
    return (
      (!to.required || to.kind === 'yesNo') &&
      to.kind !== 'created' &&
      to.kind !== 'changed' &&
      (fills[to.id] ?? null) === null &&
      !returns(to)
    );
  };
  const rebuild = !ways.every(isUntouched) || !standLast(added, after);

  // An index goes with what it is made of: a rebuild or a changed name takes all of them down, else only those that
  // differ.
  const [oldIndexes, newIndexes] = [indexesOf(planBefore, before), indexesOf(planAfter, after)];
  const stays = ({ name, sql }: IndexDdl, others: IndexDdl[]) =>
    !rebuild && renamed.length === 0 && others.some((index) => index.name === name && index.sql === sql);
  const steps: Step[] = rebuild
    ? [
        rebuildStep(
          { plan: planWhile(planBefore, planAfter, after, fills), before: standing, after, names, ways },
          returns,
          sourceSql,
          options,
        ),
      ]
    : [
        ...renames(renamed, before.columns).map(([from, to]): Step => ({
          kind: 'renameColumn',
          table: after.identifier,
          from,
          to,
        })),
        ...storedColumns({ ...after, columns: added }).map((column): Step => ({
          kind: 'addColumn',
          table: after.identifier,
          column,
          names,
        })),
      ];
  return {
    drops: oldIndexes.filter((index) => !stays(index, newIndexes)),
    steps,
    creates: newIndexes.filter((index) => !stays(index, oldIndexes)),
  };
}

/**
 * What tables are called while one of them is changed: those that stay by their new names, those that went by their old
 * ones.
 */
const namesWhile = (before: Definition, after: Definition): TableNames => ({
  ...tableNames(before),
  ...tableNames(after),
});

/**
 * The tables as they are while `changing` is changed: those that begin with rows of others are there, the ones before it
 * are done, all have their new names already.
 */
function planWhile(before: Definition, after: Definition, changing: Table, fills: Fills): Pick<Definition, 'tables'> {
  const reached = after.tables.findIndex(({ id }) => id === changing.id);
  const standing = (to: Table, index: number): Table[] => {
    const from = before.tables.find(({ id }) => id === to.id);
    if (!from) return isChoice(fills[to.id]) ? [to] : [];
    return [index < reached ? to : { ...from, identifier: to.identifier }];
  };
  return { tables: after.tables.flatMap(standing) };
}

/** Each stored column as it is before and after, also those that come or go. */
function waysBetween(before: Table, after: Table): Way[] {
  const [old, now] = [before.columns.filter(isStored), after.columns.filter(isStored)];
  const came = now.map((to): Way => ({ from: old.find(({ id }) => id === to.id) ?? null, to }));
  const went = old.filter(({ id }) => !now.some((column) => column.id === id)).map((from): Way => ({ from, to: null }));
  return [...came, ...went];
}

/**
 * Whether a column that is added may have been there before: those that Fern Shelf adds, and those that were each
 * person's own.
 */
function comesAgain(planBefore: Definition, after: Table, { id, identifier }: StoredColumn): boolean {
  return (
    identifier === OWNER ||
    identifier === PIN ||
    isApart(after) ||
    planBefore.tables.some(({ columns }) => columns.some((column) => column.id === personalId({ id })))
  );
}

interface Rebuilt {
  plan: Pick<Definition, 'tables'>;
  before: Table;
  after: Table;
  names: TableNames;
  ways: Way[];
}

/** `sourceSql`: of what was taken out before anything changed. */
function rebuildStep(
  { plan, before, after, names, ways }: Rebuilt,
  returns: (column: StoredColumn) => boolean,
  sourceSql: (way: Way) => string | null,
  { fills = {}, edit = null, since = 0, today }: UpgradeOptions,
): Step {
  const keeps = ({ from, to }: Way): boolean =>
    from && to
      ? columnShape(from) !== columnShape(to) || (fills[to.id] ?? null) !== null
      : from !== null || (to !== null && returns(to));
  const place = edit === null ? null : { edit, since };
  const kept = place === null ? [] : ways.filter(keeps);
  const sources: Sources = {};
  for (const way of ways) {
    if (!way.to) continue;
    const given = sourceSql(way) ?? onDay(chosenSql(plan, before, way.from, way.to, fills[way.to.id]), today);
    sources[way.to.id] = filled(
      sourceOf(before, way, given, kept.includes(way) ? place : null),
      fillOf(fills, way.to.id),
    );
  }
  return { kind: 'rebuild', before, after, names, sources, keep: kept.length > 0 ? place : null, ways: kept };
}

type Named = { id: string; identifier: string };

/** Renames in their order. Two things may swap names: then they go by way of names that nobody has. */
export function renames(
  renamed: readonly { from: Named; to: Named }[],
  there: readonly Named[],
): [from: string, to: string][] {
  const taken = new Set(there.map(({ identifier }) => identifier.toLowerCase()));
  const by = ({ id }: Named) => `_moving_${id}`;
  const isFree = ({ to }: { to: Named }) => !taken.has(to.identifier.toLowerCase());
  const others = renamed.filter((each) => !isFree(each));
  return [
    ...renamed.filter(isFree).map(({ from, to }): [string, string] => [from.identifier, to.identifier]),
    ...others.map(({ from }): [string, string] => [from.identifier, by(from)]),
    ...others.map(({ from, to }): [string, string] => [by(from), to.identifier]),
  ];
}

/** Whether the columns stand last in the stored order, where `ALTER TABLE … ADD COLUMN` puts them. */
function standLast(added: StoredColumn[], after: Table): boolean {
  const last = storedColumns(after).slice(after.columns.length - added.length);
  return last.every(({ id }) => added.some((column) => column.id === id));
}

function filled(sql: string, fill: Scalar): string {
  if (fill === null) return sql;
  return `coalesce(${sql}, ${literal(fill)})`;
}

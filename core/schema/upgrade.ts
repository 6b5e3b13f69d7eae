import { isStored, storedTable, columnShape } from '@/core/column';
import type { Definition, Scalar, StoredColumn, Table } from '@/core/model';
import { isLink, OWNER, PERSON, personalId, physicalPlan, PIN, RECORD, type TableNames, tableNames } from '@/core/plan';
import { literal, parameters, quoteName, quoteText, type Typed } from '@/core/expression';
import { columnDdl, type IndexDdl, indexesOf, storedColumns } from './ddl';
import { forgetEdit, type Way } from './kept';
import { type Match, matchSql } from './matching';
import { type Sources, sourceOf } from './rebuild';
import { type AsideTable, inverseOf, readAsideName, type Step, stepSql } from './step';
import { viewsOf } from './view';

/**
 * What to put into blanks of a column that becomes required, or into a new link the records that a text names; by
 * column id.
 */
export type Fills = Record<string, Scalar | Match>;

/** What a change of plan is to know beside the plans. */
export interface UpgradeOptions {
  fills?: Fills;
  /** The edit's place in the journal, where its way back is to be kept. */
  edit?: number | null;
  /** The first place of the history: what edits before it took away may be gone. */
  since?: number;
  /** Tables that earlier edits set aside, by their ids. */
  asides?: Record<string, AsideTable>;
  /** What `:today` is in what is filled in: ISO 8601. */
  today?: string;
}

/**
 * The statements that bring a database from one plan to another, rows kept, and those that lead back to the very same
 * rows.
 */
export function planChange(
  before: Definition,
  after: Definition,
  options: UpgradeOptions & { edit: number },
): { statements: string[]; undoing: string[] } {
  const steps = upgradeSteps(before, after, options);
  const undoing = steps.toReversed().flatMap(inverseOf).flatMap(stepSql);
  const keeps = steps.some((step) => 'keep' in step && step.keep !== null);
  return { statements: steps.flatMap(stepSql), undoing: keeps ? [...undoing, forgetEdit(options.edit)] : undoing };
}

/** The tables that wait in a database, the last one set aside of each id; `query` asks it. */
export function asideTables(query: (sql: string) => Record<string, unknown>[]): Record<string, AsideTable> {
  const names = query("SELECT name FROM sqlite_schema WHERE type = 'table' AND name GLOB '_fern_aside_*'").flatMap(
    ({ name }) => {
      const read = readAsideName(String(name));
      return read ? [{ name: String(name), ...read }] : [];
    },
  );
  const sorted = names.sort((left, right) => left.edit - right.edit);
  return Object.fromEntries(
    sorted.map(({ name, tableId }) => [
      tableId,
      {
        name,
        columns: query(`SELECT name FROM pragma_table_info(${quoteText(name)})`).map((column) => String(column.name)),
      },
    ]),
  );
}

/** The steps from one plan to another, rows kept. */
export function upgradeSteps(planBefore: Definition, planAfter: Definition, options: UpgradeOptions = {}): Step[] {
  const [before, after] = [physicalPlan(planBefore), physicalPlan(planAfter)];
  const stored = storedSteps(before, after, options);
  const [old, now] = [viewsOf(before), viewsOf(after)];
  // SQLite takes no change of a table that a view reads, so views go first and come back last.
  const isKept = (view: { name: string; sql: string }, among: { name: string; sql: string }[]) =>
    stored.length === 0 && among.some(({ name, sql }) => name === view.name && sql === view.sql);
  return [
    ...old.filter((view) => !isKept(view, now)).map(({ name, sql }): Step => ({ kind: 'dropView', name, sql })),
    ...stored,
    ...now.filter((view) => !isKept(view, old)).map(({ name, sql }): Step => ({ kind: 'createView', name, sql })),
  ];
}

const isApart = (table: Table): boolean => table.columns.some(({ identifier }) => identifier === RECORD);

function storedSteps(before: Definition, after: Definition, options: UpgradeOptions): Step[] {
  const [oldTables, newTables] = [before.tables.map(storedTable), after.tables.map(storedTable)];
  const gone = oldTables.filter(({ id }) => !newTables.some((table) => table.id === id));
  const stay = oldTables.flatMap((from) => {
    const to = newTables.find(({ id }) => id === from.id);
    return to ? [{ from, to }] : [];
  });
  const renamed = stay.filter(({ from, to }) => from.identifier !== to.identifier);
  // Tables that an edit left alone are the very same; nothing about them can differ.
  const isSame = ({ id }: Table) =>
    before.tables.find((table) => table.id === id) === after.tables.find((table) => table.id === id);
  const changed = new Map(
    stay.filter(({ to }) => !isSame(to)).map(({ from, to }) => [to.id, tableSteps(before, after, from, to, options)]),
  );
  const stepsOf = (table: Table): Step[] => {
    if (!stay.some(({ to }) => to === table)) return newTableSteps(after, table, options);
    const { steps = [], creates = [] } = changed.get(table.id) ?? {};
    return [...steps, ...creates.map((index): Step => ({ kind: 'createIndex', ...index }))];
  };
  // Each person's own values come to their table before the others' table lets them go.
  const apart = newTables.filter(isApart);
  return [
    ...[...changed.values()].flatMap(({ drops }) => drops.map((index): Step => ({ kind: 'dropIndex', ...index }))),
    ...gone.flatMap((table) => removedSteps(before, table, options)),
    ...renames(renamed, oldTables).map(([from, to]): Step => ({ kind: 'renameTable', from, to })),
    ...apart.flatMap(stepsOf),
    ...apart.flatMap((table) => sharedOut(before, after, table, options)),
    ...newTables.filter((table) => !isApart(table)).flatMap(stepsOf),
  ];
}

function removedSteps(before: Definition, table: Table, { edit }: UpgradeOptions): Step[] {
  const names = tableNames(before);
  const drops = indexesOf(before, table).map((index): Step => ({ kind: 'dropIndex', ...index }));
  if (edit === undefined || edit === null) return [...drops, { kind: 'dropTable', table, names }];
  // A table that waits must not hold up, or follow, what happens to those that stay: its links come off.
  const unlinked: Step[] = table.columns.some(isLink) ? [{ kind: 'unlink', table, names }] : [];
  return [...drops, ...unlinked, { kind: 'setAside', edit, table }];
}

function newTableSteps(
  after: Definition,
  table: Table,
  { asides = {}, edit = null, since = 0 }: UpgradeOptions,
): Step[] {
  const names = tableNames(after);
  const from = asides[table.id];
  return [
    { kind: 'createTable', table, names },
    ...(from && edit !== null ? [{ kind: 'refill', table, from, names, place: { edit, since } } as const] : []),
    ...indexesOf(after, table).map((index): Step => ({ kind: 'createIndex', ...index })),
  ];
}

/** Values of columns that become personal: everyone begins with what was there for all. */
function sharedOut(before: Definition, after: Definition, apart: Table, { edit = null }: UpgradeOptions): Step[] {
  const names = tableNames(after);
  const targetOf = (identifier: string) =>
    apart.columns.find((column) => column.identifier === identifier && isLink(column));
  const [record, person] = [targetOf(RECORD), targetOf(PERSON)];
  const old = before.tables.find(({ id }) => record && isLink(record) && id === record.tableId);
  const people = person && isLink(person) ? names[person.tableId] : undefined;
  if (!old || people === undefined) return [];
  return old.columns.filter(isStored).flatMap((column): Step[] => {
    const to = apart.columns.find(({ id }) => id === personalId(column))?.identifier;
    return to === undefined
      ? []
      : [
          {
            kind: 'shareOut',
            apart,
            from: names[old.id] ?? old.identifier,
            column: column.identifier,
            people,
            to,
            keep: edit,
          },
        ];
  });
}

/**
 * What changes a table that stays, and the indexes that come after that and go before it: before any table is renamed,
 * since they speak of tables by name.
 */
interface TableChange {
  drops: IndexDdl[];
  steps: Step[];
  creates: IndexDdl[];
}

function tableSteps(
  planBefore: Definition,
  planAfter: Definition,
  before: Table,
  after: Table,
  options: UpgradeOptions,
): TableChange {
  const { fills = {} } = options;
  const names = namesWhile(planBefore, planAfter);
  const standing = { ...before, identifier: after.identifier };
  const ways = waysBetween(standing, after);
  const added = ways.flatMap(({ from, to }) => (from === null && to !== null ? [to] : []));
  const renamed = ways.flatMap(({ from, to }) =>
    from && to && from.identifier !== to.identifier ? [{ from, to }] : [],
  );
  const returns = (column: StoredColumn) => comesAgain(planBefore, after, column);
  const isUntouched = ({ from, to }: Way): boolean => {
    if (!to) return false;
    if (from)
      return (
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
    ? [rebuildStep(planWhile(planBefore, planAfter, after), standing, after, names, ways, returns, options)]
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
 * The tables that stay as they are while `changing` is changed: the ones before it are done, all have their new names
 * already.
 */
function planWhile(before: Definition, after: Definition, changing: Table): Pick<Definition, 'tables'> {
  const reached = after.tables.findIndex(({ id }) => id === changing.id);
  const standing = (to: Table, index: number): Table[] => {
    const from = before.tables.find(({ id }) => id === to.id);
    return from ? [index < reached ? to : { ...from, identifier: to.identifier }] : [];
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

function rebuildStep(
  plan: Pick<Definition, 'tables'>,
  before: Table,
  after: Table,
  names: TableNames,
  ways: Way[],
  returns: (column: StoredColumn) => boolean,
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
    const fill = fills[way.to.id];
    const found = isMatch(fill) ? (matchSql(plan, before, fill, `${quoteName(before.identifier)}.`)?.id ?? null) : null;
    // A journal holds values: today is the day of the edit.
    const given =
      today === undefined ? found : (found?.replaceAll((parameters.today as Typed).sql, quoteText(today)) ?? null);
    sources[way.to.id] = filled(
      sourceOf(before, way, given, kept.includes(way) ? place : null),
      isMatch(fill) ? null : (fill ?? null),
    );
  }
  return { kind: 'rebuild', before, after, names, sources, keep: kept.length > 0 ? place : null, ways: kept };
}

const isMatch = (fill: Scalar | Match | undefined): fill is Match => typeof fill === 'object' && fill !== null;

type Named = { id: string; identifier: string };

/** Renames in their order. Two things may swap names: then they go by way of names that nobody has. */
function renames(
  renamed: readonly { from: Named; to: Named }[],
  there: readonly Named[],
): [from: string, to: string][] {
  const taken = new Set(there.map(({ identifier }) => identifier.toLowerCase()));
  const by = ({ id }: Named) => `_fern_moving_${id}`;
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

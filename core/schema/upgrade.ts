import { type Definition, isLink, isStored, PERSON, personalId, physicalPlan, RECORD, type Scalar, type StoredColumn, storedTable, type Table, type TableNames, tableNames } from '@/core/definition';
import { quoteName, quoteText } from '@/core/expression';
import { columnShape, convertSql } from './convert';
import { columnDdl, indexesOf, storedColumns, tableDdl } from './ddl';
import { type Match, matchSql } from './matching';
import { viewsOf } from './view';
import { asideCondition, bringBack, layAside, noteWay, WAITING_DDL, WAITING_TABLE, waitingOr, type Way } from './waiting';

/** A removed table waits, renamed, under this prefix and its id. */
const KEPT_PREFIX = '_fern_kept_table_';
/** What it was like in the plan stands here. */
const KEPT_PLAN = '_fern_kept_tables';
const KEPT_PLAN_DDL = `CREATE TABLE IF NOT EXISTS ${KEPT_PLAN} (table_id TEXT PRIMARY KEY, plan TEXT NOT NULL) STRICT`;

/** One step from a schema to a later one; `upgradeSteps` makes them and `stepSql` says them. */
export type Step =
  | { kind: 'createTable'; table: Table; names: TableNames }
  | { kind: 'keepTable'; table: Table }
  | { kind: 'bringBackTable'; table: Table }
  | { kind: 'renameTable'; from: string; to: string }
  | { kind: 'renameColumn'; table: string; from: string; to: string }
  | { kind: 'addColumn'; table: string; column: StoredColumn; names: TableNames }
  | { kind: 'layAside'; table: string; column: StoredColumn }
  | { kind: 'rebuildTable'; before: Table; after: Table; fills: Fills; names: TableNames; matched: Record<string, string> }
  | { kind: 'bringBackValues'; table: string; column: StoredColumn }
  | { kind: 'shareOut'; table: string; people: string; from: StoredColumn; to: string }
  | { kind: 'dropView'; name: string }
  | { kind: 'createView'; sql: string }
  | { kind: 'dropIndex'; name: string }
  | { kind: 'createIndex'; sql: string };

/** What to put into blanks of a column that becomes required, or into a new link the records that a text names; by column id. */
export type Fills = Record<string, Scalar | Match>;

const isMatch = (fill: Scalar | Match | undefined): fill is Match => typeof fill === 'object' && fill !== null;
const plainFill = (fill: Scalar | Match | undefined): Scalar => (isMatch(fill) ? null : (fill ?? null));

/** The tables that are waiting, by id, as they were when they were removed. */
export type KeptTables = Record<string, Table>;

/** The tables that wait in a database, as `stepSql` wrote them there; `query` asks it. */
export function keptTables(query: (sql: string) => Record<string, unknown>[]): KeptTables {
  if (query(`SELECT 1 FROM sqlite_schema WHERE name = '${KEPT_PLAN}'`).length === 0) return {};
  return Object.fromEntries(query(`SELECT table_id, plan FROM ${KEPT_PLAN}`).map(({ table_id, plan }) => [String(table_id), JSON.parse(String(plan)) as Table]));
}

/**
 * The steps from one definition to another, rows kept. A table that comes back (undo) is taken from `kept` and then
 * upgraded like any other.
 */
export function upgradeSteps(planBefore: Definition, planAfter: Definition, fills: Fills = {}, kept: KeptTables = {}): Step[] {
  const [before, after] = [physicalPlan(planBefore), physicalPlan(planAfter)];
  const stored = storedSteps({ before, after }, before.tables.map(storedTable), after.tables.map(storedTable), fills, kept);
  const [old, now] = [viewsOf(before), viewsOf(after)];
  // SQLite takes no change of a table that a view reads, so views go first and come back last.
  const isKept = (view: { name: string; sql: string }, among: { name: string; sql: string }[]) => stored.length === 0 && among.some(({ name, sql }) => name === view.name && sql === view.sql);
  return [
    ...old.filter((view) => !isKept(view, now)).map(({ name }): Step => ({ kind: 'dropView', name })),
    ...stored,
    ...sharedOut(before, after),
    ...now.filter((view) => !isKept(view, old)).map(({ sql }): Step => ({ kind: 'createView', sql })),
  ];
}

/** Values of columns that become personal: everyone begins with what was there for all. */
function sharedOut(before: Definition, after: Definition): Step[] {
  return after.tables.flatMap((apart) => {
    const record = apart.columns.find(({ identifier }) => identifier === RECORD);
    const person = apart.columns.find(({ identifier }) => identifier === PERSON);
    const old = record && isLink(record) ? before.tables.find(({ id }) => id === record.tableId) : undefined;
    const people = person && isLink(person) ? tableNames(after)[person.tableId] : undefined;
    if (!old || people === undefined) return [];
    return old.columns.filter(isStored).flatMap((from): Step[] => {
      const to = apart.columns.find(({ id }) => id === personalId(from));
      return to ? [{ kind: 'shareOut', table: apart.identifier, people, from, to: to.identifier }] : [];
    });
  });
}

const becomesPersonal = (plan: Definition, column: StoredColumn): boolean => plan.tables.some(({ columns }) => columns.some(({ id }) => id === personalId(column)));

function storedSteps(plans: { before: Definition; after: Definition }, oldTables: Table[], newTables: Table[], fills: Fills, kept: KeptTables): Step[] {
  const { before, after } = plans;
  const steps: Step[] = [];
  const stay = oldTables.flatMap((table) => {
    const next = newTables.find(({ id }) => id === table.id);
    return next ? [{ from: table, to: next }] : [];
  });
  for (const table of oldTables) {
    if (!newTables.some(({ id }) => id === table.id)) {
      steps.push(...indexesOf(before, table).map(({ name }): Step => ({ kind: 'dropIndex', name })));
      // A table that waits must not hold up, or follow, what happens to those that stay: its links come off.
      if (table.columns.some(isLink)) steps.push({ kind: 'rebuildTable', before: table, after: table, fills: {}, names: {}, matched: {} });
      steps.push({ kind: 'keepTable', table });
    }
  }
  const renamed = stay.filter(({ from, to }) => from.identifier !== to.identifier);
  steps.push(...renames(renamed, oldTables).map(([from, to]): Step => ({ kind: 'renameTable', from, to })));
  // Tables that an edit left alone are the very same; nothing about them can differ.
  const isSame = (id: string) => before.tables.find((table) => table.id === id) === after.tables.find((table) => table.id === id);
  for (const { from, to } of stay) if (!isSame(from.id)) steps.push(...tableSteps(plans, from, to, fills));
  for (const table of newTables) {
    if (oldTables.some(({ id }) => id === table.id)) continue;
    const waiting = kept[table.id] && storedTable(kept[table.id] as Table);
    if (waiting) {
      steps.push({ kind: 'bringBackTable', table });
      steps.push(...tableSteps(plans, { ...waiting, identifier: table.identifier }, table, fills, true));
    } else {
      steps.push({ kind: 'createTable', table, names: tableNames(after) }, ...indexesOf(after, table).map(({ sql }): Step => ({ kind: 'createIndex', sql })));
    }
  }
  return steps;
}

function tableSteps(plans: { before: Definition; after: Definition }, before: Table, after: Table, fills: Fills, waited = false): Step[] {
  const table = after.identifier;
  const names = tableNames(plans.after);
  const oldIndexes = waited ? [] : indexesOf(plans.before, before);
  const newIndexes = indexesOf(plans.after, after);
  const pairs = before.columns.filter(isStored).flatMap((from) => {
    const to = after.columns.filter(isStored).find(({ id }) => id === from.id);
    return to ? [{ from, to }] : [];
  });
  const gone = before.columns.filter(isStored).filter(({ id }) => !after.columns.some((column) => column.id === id));
  const added = after.columns.filter(isStored).filter(({ id }) => !before.columns.some((column) => column.id === id));
  const unchanged = (from: StoredColumn, to: StoredColumn) => columnDdl({ ...from, identifier: to.identifier }, names) === columnDdl(to, names) && columnShape(from) === columnShape(to);
  const rebuild = (waited && after.columns.some(isLink)) || gone.length > 0 || pairs.some(({ from, to }) => !unchanged(from, to)) || added.some(({ required, kind }) => (required && kind !== 'yesNo') || kind === 'created' || kind === 'changed') || added.some(({ id }) => (fills[id] ?? null) !== null) || !standLast(added, after);
  const renamed = pairs.filter(({ from, to }) => from.identifier !== to.identifier);

  // An index goes with what it is made of: a rebuild or a changed name takes all of them down, else only those that differ.
  const same = (name: string, sql: string, list: { name: string; sql: string }[]) => list.some((index) => index.name === name && index.sql === sql);
  const everyIndex = rebuild || renamed.length > 0;
  const drops = oldIndexes.filter(({ name, sql }) => everyIndex || !same(name, sql, newIndexes));
  const creates = newIndexes.filter(({ name, sql }) => everyIndex || !same(name, sql, oldIndexes));

  const steps: Step[] = drops.map(({ name }) => ({ kind: 'dropIndex', name }));
  if (rebuild) {
    const source = before.identifier === table ? before : { ...before, identifier: table };
    for (const column of gone) if (becomesPersonal(plans.after, column)) steps.push({ kind: 'layAside', table, column });
    steps.push({ kind: 'rebuildTable', before: source, after, fills, names, matched: matchedSources(plans.before, source, added, fills) });
  } else {
    steps.push(...renames(renamed, before.columns).map(([from, to]): Step => ({ kind: 'renameColumn', table, from, to })));
    for (const column of storedColumns({ ...after, columns: added })) steps.push({ kind: 'addColumn', table, column, names }, { kind: 'bringBackValues', table, column });
  }
  steps.push(...creates.map(({ sql }): Step => ({ kind: 'createIndex', sql })));
  return steps;
}

type Named = { id: string; identifier: string };

/** Renames in their order. Two things may swap names: then they go by way of names that nobody has. */
function renames(renamed: readonly { from: Named; to: Named }[], there: readonly Named[]): [from: string, to: string][] {
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

/** The statements of one step, to be run in order in the upgrade's transaction. */
export function stepSql(step: Step): string[] {
  switch (step.kind) {
    case 'createTable':
      return [tableDdl(step.table, step.names)];
    case 'keepTable':
      return [`ALTER TABLE ${quoteName(step.table.identifier)} RENAME TO ${quoteName(KEPT_PREFIX + step.table.id)}`, KEPT_PLAN_DDL, `INSERT OR REPLACE INTO ${KEPT_PLAN} VALUES (${quoteText(step.table.id)}, ${quoteText(JSON.stringify(step.table))})`];
    case 'bringBackTable':
      return [`ALTER TABLE ${quoteName(KEPT_PREFIX + step.table.id)} RENAME TO ${quoteName(step.table.identifier)}`, `DELETE FROM ${KEPT_PLAN} WHERE table_id = ${quoteText(step.table.id)}`];
    case 'renameTable':
      return [`ALTER TABLE ${quoteName(step.from)} RENAME TO ${quoteName(step.to)}`];
    case 'renameColumn':
      return [`ALTER TABLE ${quoteName(step.table)} RENAME COLUMN ${quoteName(step.from)} TO ${quoteName(step.to)}`];
    case 'addColumn':
      return [`ALTER TABLE ${quoteName(step.table)} ADD COLUMN ${columnDdl(step.column, step.names)}`];
    case 'layAside':
      return layAside(step.table, step.column);
    case 'rebuildTable':
      return rebuildTable(step.before, step.after, step.fills, step.names, step.matched);
    case 'bringBackValues':
      return bringBack(step.table, step.column);
    case 'shareOut': {
      const [record, person, to] = [RECORD, PERSON, step.to].map(quoteName);
      return [
        `INSERT INTO ${quoteName(step.table)} (${record}, ${person}, ${to}) SELECT k.row_id, p."id", k.value FROM ${WAITING_TABLE} k CROSS JOIN ${quoteName(step.people)} p ` +
          `WHERE k.${asideCondition(step.from)} ON CONFLICT (${record}, ${person}) DO UPDATE SET ${to} = excluded.${to}`,
        `DELETE FROM ${WAITING_TABLE} WHERE ${asideCondition(step.from)}`,
      ];
    }
    case 'dropView':
      return [`DROP VIEW IF EXISTS ${quoteName(step.name)}`];
    case 'createView':
      return [step.sql];
    case 'dropIndex':
      return [`DROP INDEX IF EXISTS ${quoteName(step.name)}`];
    case 'createIndex':
      return [step.sql];
  }
}

/** The SQL of new links that texts fill, by column id. */
function matchedSources(plan: Definition, table: Table, added: readonly StoredColumn[], fills: Fills): Record<string, string> {
  return Object.fromEntries(
    added.flatMap(({ id }) => {
      const fill = fills[id];
      const sql = isMatch(fill) ? matchSql(plan, table, fill, `${quoteName(table.identifier)}.`) : null;
      return sql ? [[id, sql.id]] : [];
    }),
  );
}

function rebuildTable(before: Table, after: Table, fills: Fills, names: TableNames, matched: Record<string, string>): string[] {
  const name = quoteName(after.identifier);
  const fresh = '_fern_rebuild';
  const targets = ['"id"', ...after.columns.map(({ identifier }) => quoteName(identifier))];
  const sources = after.columns.filter(isStored).map((column) => {
    const from = before.columns.filter(isStored).find(({ id }) => id === column.id);
    const converted = from ? convertSql(from, column, quoteName(from.identifier)) : (matched[column.id] ?? (column.kind === 'yesNo' ? '0' : 'NULL'));
    const waits = !from || columnShape(from) !== columnShape(column);
    return filled(waits ? waitingOr({ from: from ?? null, to: column }, `${name}."id"`, from ? quoteName(from.identifier) : 'NULL', converted) : converted, plainFill(fills[column.id]));
  });
  return [
    WAITING_DDL,
    tableDdl(after, names, fresh),
    `INSERT INTO ${fresh} (${targets.join(', ')}) SELECT "id", ${sources.join(', ')} FROM ${name}`,
    ...waysBetween(before, after).flatMap((way) => noteWay(way, name, fresh)),
    // The highest id ever given moves along, or a deleted record's id could come again.
    `DELETE FROM sqlite_sequence WHERE name = '${fresh}'`,
    `INSERT INTO sqlite_sequence (name, seq) SELECT '${fresh}', seq FROM sqlite_sequence WHERE name = ${quoteText(after.identifier)}`,
    `DROP TABLE ${name}`,
    `ALTER TABLE ${fresh} RENAME TO ${name}`,
  ];
}

/** The columns whose shape differs between two states of a table, also those that come or go. */
function waysBetween(before: Table, after: Table): Way[] {
  const [old, now] = [before.columns.filter(isStored), after.columns.filter(isStored)];
  const came = now.map((to): Way => ({ from: old.find(({ id }) => id === to.id) ?? null, to }));
  const went = old.filter(({ id }) => !now.some((column) => column.id === id)).map((from): Way => ({ from, to: null }));
  return [...came, ...went].filter(({ from, to }) => !from || !to || columnShape(from) !== columnShape(to));
}

function filled(sql: string, fill: Scalar): string {
  if (fill === null) return sql;
  return `coalesce(${sql}, ${typeof fill === 'number' ? String(fill) : quoteText(fill)})`;
}

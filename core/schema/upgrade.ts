import { carriesOf } from './carry';
import { fillOf, isChoice } from './chosen';
import { indexesOf } from './ddl';
import { forgetEdit } from './kept';
import { type AsideTable, inverseOf, readAsideName, type Step, stepSql } from './step';
import { renames, tableSteps } from './tableSteps';
import { isApart, type UpgradeOptions } from './upgradeOptions';
import { viewsOf } from './view';
import { isLink, isStored, storedTable } from '@/core/column';
import type { Definition, Scalar, Table } from '@/core/model';
import { PERSON, personalId, physicalPlan, RECORD, tableNames } from '@/core/plan';
import { quoteText } from '@/core/sql';

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
  const isAsked = ({ columns }: Table) => columns.some(({ id }) => isChoice(options.fills?.[id]));
  const taken = carriesOf(before, after, options);
  const changed = new Map(
    stay
      .filter(({ to }) => !isSame(to) || isAsked(to))
      .map(({ from, to }) => [to.id, tableSteps(before, after, from, to, options, taken)]),
  );
  const stepsOf = (table: Table): Step[] => {
    if (!stay.some(({ to }) => to === table)) return newTableSteps(after, table, options);
    const { steps = [], creates = [] } = changed.get(table.id) ?? {};
    return [...steps, ...creates.map((index): Step => ({ kind: 'createIndex', ...index }))];
  };
  // What begins with rows of others is there before any of those changes.
  const filled = newTables.filter(
    (table) => !stay.some(({ to }) => to === table) && isChoice(options.fills?.[table.id]),
  );
  // Each person's own values come to their table before the others' table lets them go.
  const apart = newTables.filter(isApart);
  return [
    ...taken.carries.map((carry): Step => ({ kind: 'carry', ...carry })),
    ...[...changed.values()].flatMap(({ drops }) => drops.map((index): Step => ({ kind: 'dropIndex', ...index }))),
    ...gone.flatMap((table) => removedSteps(before, table, options)),
    ...renames(renamed, oldTables).map(([from, to]): Step => ({ kind: 'renameTable', from, to })),
    ...filled.flatMap((table) => [...stepsOf(table), ...textSteps(before, after, table, options)]),
    ...apart.flatMap(stepsOf),
    ...apart.flatMap((table) => sharedOut(before, after, table, options)),
    ...newTables.filter((table) => !isApart(table) && !filled.includes(table)).flatMap(stepsOf),
    ...taken.pours.map((pour): Step => ({ kind: 'pour', ...pour })),
    ...taken.carries.map(({ name }): Step => ({ kind: 'letGo', name })),
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

/** The rows that a new table begins with: one for each text that stands in a table as it was. */
function textSteps(before: Definition, after: Definition, table: Table, { fills = {} }: UpgradeOptions): Step[] {
  const fill = fills[table.id];
  if (!isChoice(fill) || !('textsOf' in fill)) return [];
  const { tableId, columnId } = fill.textsOf;
  const old = before.tables.find(({ id }) => id === tableId);
  const text = old?.columns.filter(isStored).find(({ id }) => id === columnId);
  const { naming } = table;
  const to = naming.kind === 'column' ? table.columns.find(({ id }) => id === naming.columnId) : undefined;
  const from = old && tableNames(after)[old.id];
  if (!text || !to || from === undefined) return [];
  const given = table.columns.filter(isStored).flatMap((column): [string, Scalar][] => {
    const value = fillOf(fills, column.id) ?? (column.kind === 'yesNo' ? 0 : null);
    return column === to || value === null ? [] : [[column.identifier, value]];
  });
  return [
    {
      kind: 'fillTexts',
      table: table.identifier,
      column: to.identifier,
      given,
      from,
      text: text.identifier,
    },
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

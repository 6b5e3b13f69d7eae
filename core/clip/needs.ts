import type { ClipItem } from './clipping';
import { idsIn } from './ids';
import type { Definition, Query, Routine, Screen, Table } from '@/core/model';
import { sqlTokens } from '@/core/expression';
import {
  analysed,
  analysedAt,
  expressionsOfQuery,
  expressionsOfRoutine,
  expressionsOfScreen,
  namingText,
  screensOf,
} from '@/core/plan';

export type ThingKind = 'table' | 'column' | 'query' | 'routine' | 'screen';

/** Something of an app that another may need. Of a column, the table that it is of. */
export type Thing =
  | { kind: 'table'; id: string; name: string; table: Table }
  | { kind: 'column'; id: string; table: Table }
  | { kind: 'query'; id: string; name: string; query: Query }
  | { kind: 'routine'; id: string; name: string; routine: Routine }
  | { kind: 'screen'; id: string; name: string; screen: Screen };

/** What an app has, by its id. */
export function thingsOf(app: Definition): ReadonlyMap<string, Thing> {
  const { tables, queries = [], routines = [] } = app;
  const things: Thing[] = [
    ...tables.map((table) => ({ kind: 'table', id: table.id, name: table.name, table }) as const),
    ...tables.flatMap((table) => table.columns.map(({ id }) => ({ kind: 'column', id, table }) as const)),
    ...queries.map((query) => ({ kind: 'query', id: query.id, name: query.name, query }) as const),
    ...routines.map((routine) => ({ kind: 'routine', id: routine.id, name: routine.name, routine }) as const),
    ...screensOf(app).list.map((screen) => ({ kind: 'screen', id: screen.id, name: screen.name, screen }) as const),
  ];
  return new Map(things.map((thing) => [thing.id, thing]));
}

/** The ids that a thing is itself made of: of a table, its columns, too. */
export const seedsOf = (app: Definition, item: ClipItem): string[] => {
  switch (item.kind) {
    case 'table':
      return [item.id, ...columnIds(app, item.id)];
    case 'columns':
      return item.ids;
    case 'parts':
      return [item.screenId];
    default:
      return [item.id];
  }
};

/**
 * The columns of a table that is copied. What is computed from records that belong to its own stays: those still belong
 * to the records that they belonged to.
 */
function columnIds(app: Definition, tableId: string): string[] {
  const columns = app.tables.find(({ id }) => id === tableId)?.columns ?? [];
  const stay = new Set<string>();
  const uses = (text: string) =>
    analysed(app, tableId, text).references.some(({ id }) => id.startsWith('many ') || stay.has(id));
  for (let before = -1; before !== stay.size;) {
    before = stay.size;
    for (const column of columns) if (column.kind === 'expression' && uses(column.text)) stay.add(column.id);
  }
  return columns.map(({ id }) => id).filter((id) => !stay.has(id));
}

/**
 * The ids of all that `seeds` cannot be without, with themselves: whatever they name, and what that names in turn.
 * What `isGiven` is there already, and needs nothing. Of a table that is only needed, the columns that are used and
 * those that name a record. A screen brings those that it leads to, and these bring no further ones, except those
 * that a routine goes to.
 */
export function needsOf(
  app: Definition,
  seeds: readonly string[],
  isGiven: (thing: Thing) => boolean = () => false,
): Set<string> {
  const things = thingsOf(app);
  const found = new Set<string>();
  const add = (id: string, isSeed: boolean): void => {
    const thing = things.get(id);
    if (!thing || found.has(id)) return;
    found.add(id);
    if (!isSeed && isGiven(thing)) return;
    for (const other of namedBy(app, thing))
      if (thing.kind !== 'screen' || isSeed || things.get(other)?.kind !== 'screen') add(other, false);
  };
  seeds.forEach((id) => add(id, true));
  return found;
}

/** The ids of what a thing names, by itself and in its expressions. */
function namedBy(app: Definition, thing: Thing): string[] {
  switch (thing.kind) {
    case 'table': {
      const { table } = thing;
      const people = app.people && (table.owned || table.columns.some(({ perPerson }) => perPerson));
      return [...inExpression(app, table.id, namingText(table)), ...(people && app.people ? [app.people.tableId] : [])];
    }
    case 'column': {
      const { table, id } = thing;
      const column = table.columns.find((each) => each.id === id);
      return [
        table.id,
        ...(column?.kind === 'link' ? [column.tableId] : []),
        ...(column?.kind === 'expression' ? inExpression(app, table.id, column.text) : []),
      ];
    }
    case 'query':
      return [
        ...idsIn(thing.query),
        ...expressionsOfQuery(app, thing.query).flatMap(({ tableId, text }) => inExpression(app, tableId, text)),
        ...inSql(app, thing.query.sql),
      ];
    case 'routine':
      return [
        ...idsIn(thing.routine),
        ...expressionsOfRoutine(app, thing.routine).flatMap(({ scope, text, tableId }) =>
          analysedAt(app, scope, text, tableId).references.map(({ id }) => columnOf(id)),
        ),
      ];
    case 'screen':
      return [
        ...idsIn(thing.screen),
        ...expressionsOfScreen(app, structuredClone(thing.screen)).flatMap(({ tableId, text }) =>
          inExpression(app, tableId, text),
        ),
      ];
  }
}

const inExpression = (app: Definition, tableId: string, text: string): string[] => [
  tableId,
  ...analysed(app, tableId, text).references.map(({ id }) => columnOf(id)),
];

/** The many side of a link goes by the link's id, too. */
export const columnOf = (id: string): string => id.replace(/^many /, '');

/** Hand-written SQL says no ids: what it may mean is all that is called by a name in it. */
function inSql({ tables }: Definition, sql = ''): string[] {
  const names = new Set(sqlTokens(sql).flatMap(({ kind, value }) => (kind === 'name' ? [value.toLowerCase()] : [])));
  return tables
    .filter(({ identifier }) => names.has(identifier))
    .flatMap(({ id, columns }) => [
      id,
      ...columns.filter(({ identifier }) => names.has(identifier)).map((column) => column.id),
    ]);
}

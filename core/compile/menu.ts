import { ownerStatement } from './owner';
import { queryConditions } from './query';
import { type Plan, valueAt } from './slot';
import {
  type CompiledEntry,
  type CompiledMenu,
  directed,
  ID,
  menuReads,
  type Selected,
  SHOWN_NAME,
  type Statement,
} from '@/core/compiled';
import type { Definition, MenuEntry, MenuScreen, Query, Table } from '@/core/model';
import { type Given, screensOf, shownNameSql, withGiven } from '@/core/plan';
import {
  allOf,
  as,
  constant,
  EMPTY,
  type Fragment,
  ME,
  name,
  param,
  quoteName,
  raw,
  rowsOf,
  sql,
  whereAll,
} from '@/core/sql';

export function compileMenu(
  app: Pick<Definition, 'tables' | 'people' | 'queries' | 'screens' | 'routines'>,
  screen: MenuScreen,
): CompiledMenu {
  const queryOf = (id: string | undefined, given?: Given) => {
    const query = app.queries?.find((each) => each.id === id);
    return query && withGiven(query, given);
  };
  const tableOf = (id: string | undefined) => app.tables.find((table) => table.id === id);
  const condition = (when: Exclude<MenuEntry, { kind: 'heading' }>['when'], index: number): Selected | null => {
    const value = conditionOf(app, when, queryOf(when?.queryId), tableOf(queryOf(when?.queryId)?.tableId));
    return value && { key: `_when${index}`, value };
  };
  const entries = screen.entries.map((entry, index): CompiledEntry => {
    if (entry.kind === 'heading') return entry;
    const { when: asked, ...rest } = entry;
    const when = condition(asked, index);
    if (rest.kind === 'routine')
      return {
        ...rest,
        when,
        label: rest.label ?? app.routines?.find(({ id }) => id === rest.routineId)?.name ?? '',
      };
    if (rest.kind === 'rows') {
      const { most, queryId, given, ...kept } = rest;
      const table = tableOf(rest.tableId);
      return {
        ...kept,
        when,
        statement: table ? rowsStatement(app, table, queryOf(queryId, given), most) : raw('SELECT 1 WHERE 0'),
      };
    }
    const { counted, ...kept } = rest;
    const target = screensOf(app).list.find(({ id }) => id === rest.screenId);
    const table = target?.kind === 'list' ? tableOf(target.tableId) : undefined;
    if (!counted || target?.kind !== 'list' || !table) return { ...kept, when, count: null };
    const rows = whereQuery(app, table, queryOf(target.queryId, target.given));
    const value = inner(app, sql`SELECT count(*) FROM ${rowsOf(table.identifier)}${rows}`);
    return { ...kept, when, count: { key: `_count${index}`, value } };
  });
  return {
    entries,
    note: screen.note ?? null,
    ...menuReads(entries),
  };
}

/** A statement within another, as the person who is signed in may run it. */
const inner = (plan: Plan, statement: Fragment): Fragment => sql`(${ownerStatement(plan, statement)})`;

const whereQuery = (plan: Plan, table: Table, query: Query | undefined): Fragment =>
  query ? whereAll(queryConditions(plan, table, query)) : EMPTY;

function conditionOf(
  plan: Plan,
  when: { person?: string } | undefined,
  query: Query | undefined,
  table: Table | undefined,
): Fragment | null {
  const people = plan.tables.find(({ id }) => id === plan.people?.tableId);
  const parts = [
    ...(query && table
      ? [sql`EXISTS ${inner(plan, sql`SELECT 1 FROM ${rowsOf(table.identifier)}${whereQuery(plan, table, query)}`)}`]
      : []),
    ...(when?.person !== undefined && people
      ? [
          sql`coalesce(${inner(
            plan,
            sql`
              SELECT ${valueAt(plan, people, when.person)} FROM ${rowsOf(people.identifier)} WHERE "id" = ${param(ME)}`,
          )}, 0)`,
        ]
      : []),
  ];
  return parts.length === 0 ? null : sql`(${allOf(parts)})`;
}

/** The rows that entries are made of, by their names. */
function rowsStatement(plan: Plan, table: Table, query: Query | undefined, most: number): Statement {
  const row = name(table.identifier);
  const shown = as(shownNameSql(plan, table, `${quoteName(table.identifier)}.`), SHOWN_NAME);
  const order = (query?.order ?? []).map(({ text, direction }) => directed(valueAt(plan, table, text), direction));
  return ownerStatement(
    plan,
    sql`
      SELECT ${row}.${name(ID)}, ${shown}
      FROM ${rowsOf(table.identifier)}${whereQuery(plan, table, query)}
      ORDER BY ${[...order, sql`${name(SHOWN_NAME)} COLLATE NOCASE`]}
      LIMIT ${constant(most)}`,
  );
}

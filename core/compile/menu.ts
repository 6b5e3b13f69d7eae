import {
  type Definition,
  type Given,
  type MenuEntry,
  type MenuScreen,
  type Query,
  screensOf,
  shownNameSql,
  type Table,
  withGiven,
} from '@/core/definition';
import { literal, quoteName } from '@/core/expression';
import { ID, SHOWN_NAME } from './columns';
import { queryConditions } from './query';
import { ownSql } from './own';
import { type Plan, select, type Selected, sqlOf } from './slot';
import { selectAs, type Statement } from './statement';

export type CompiledEntry =
  | { kind: 'heading'; id: string; text: string }
  | (Omit<Extract<MenuEntry, { kind: 'screen' }>, 'when' | 'counted'> & {
      countKey: string | null;
      whenKey: string | null;
    })
  | (Pick<Extract<MenuEntry, { kind: 'routine' }>, 'id' | 'kind' | 'routineId' | 'icon'> & {
      label: string;
      whenKey: string | null;
    })
  | (Pick<Extract<MenuEntry, { kind: 'rows' }>, 'id' | 'kind' | 'screenId' | 'columnId' | 'icon' | 'tableId'> & {
      whenKey: string | null;
      statement: Statement;
    });

export interface CompiledMenu {
  entries: CompiledEntry[];
  note: string | null;
  /** Counts and conditions of its entries, all in one row. */
  state: Statement | null;
  /** Each of those by itself, for where one of them cannot be read. */
  apart: { key: string; statement: Statement }[];
}

export function compileMenu(
  app: Pick<Definition, 'tables' | 'people' | 'queries' | 'screens' | 'routines'>,
  screen: MenuScreen,
): CompiledMenu {
  const selected: Selected[] = [];
  const queryOf = (id: string | undefined, given?: Given) => {
    const query = app.queries?.find((each) => each.id === id);
    return query && withGiven(query, given);
  };
  const tableOf = (id: string | undefined) => app.tables.find((table) => table.id === id);
  const condition = (when: Exclude<MenuEntry, { kind: 'heading' }>['when'], index: number): string | null => {
    const sql = conditionSql(app, when, queryOf(when?.queryId), tableOf(queryOf(when?.queryId)?.tableId));
    if (sql === null) return null;
    selected.push({ key: `_when${index}`, sql });
    return `_when${index}`;
  };
  const entries = screen.entries.map((entry, index): CompiledEntry => {
    if (entry.kind === 'heading') return entry;
    const { when, ...rest } = entry;
    const whenKey = condition(when, index);
    if (rest.kind === 'routine')
      return {
        ...rest,
        whenKey,
        label: rest.label ?? app.routines?.find(({ id }) => id === rest.routineId)?.name ?? '',
      };
    if (rest.kind === 'rows') {
      const { most, queryId, given, ...kept } = rest;
      const table = tableOf(rest.tableId);
      return {
        ...kept,
        whenKey,
        statement: table ? rowsStatement(app, table, queryOf(queryId, given), most) : { sql: 'SELECT 1 WHERE 0' },
      };
    }
    const { counted, ...kept } = rest;
    const target = screensOf(app).list.find(({ id }) => id === rest.screenId);
    const table = target?.kind === 'list' ? tableOf(target.tableId) : undefined;
    if (!counted || target?.kind !== 'list' || !table) return { ...kept, whenKey, countKey: null };
    selected.push({
      key: `_count${index}`,
      sql: `(SELECT count(*) FROM ${quoteName(table.identifier)}${whereQuery(app, table, queryOf(target.queryId, target.given))})`,
    });
    return { ...kept, whenKey, countKey: `_count${index}` };
  });
  return {
    entries,
    note: screen.note ?? null,
    state: selected.length === 0 ? null : { sql: ownSql(app, `SELECT ${select(selected).join(', ')}`) },
    apart: selected.map((each) => ({
      key: each.key,
      statement: { sql: ownSql(app, `SELECT ${select([each]).join(', ')}`) },
    })),
  };
}

function whereQuery(plan: Plan, table: Table, query: Query | undefined): string {
  const conditions = query ? queryConditions(plan, table, query) : [];
  return conditions.length === 0 ? '' : ` WHERE ${conditions.join(' AND ')}`;
}

function conditionSql(
  plan: Plan,
  when: { person?: string } | undefined,
  query: Query | undefined,
  table: Table | undefined,
): string | null {
  const people = plan.tables.find(({ id }) => id === plan.people?.tableId);
  const parts = [
    ...(query && table
      ? [`EXISTS (SELECT 1 FROM ${quoteName(table.identifier)}${whereQuery(plan, table, query)})`]
      : []),
    ...(when?.person !== undefined && people
      ? [
          `coalesce((SELECT ${sqlOf(plan, people, when.person)} FROM ${quoteName(people.identifier)} WHERE "id" = :_person), 0)`,
        ]
      : []),
  ];
  return parts.length === 0 ? null : `(${parts.join(' AND ')})`;
}

/** The rows that entries are made of, by their names. */
function rowsStatement(plan: Plan, table: Table, query: Query | undefined, most: number): Statement {
  const from = quoteName(table.identifier);
  const order = (query?.order ?? []).map(
    ({ text, direction }) => `${sqlOf(plan, table, text)}${direction === 'descending' ? ' DESC' : ''}`,
  );
  return {
    sql: ownSql(
      plan,
      `SELECT ${from}.${quoteName(ID)}, ${selectAs(shownNameSql(plan, table, `${from}.`), SHOWN_NAME)} FROM ${from}${whereQuery(plan, table, query)} ORDER BY ${[...order, `${quoteName(SHOWN_NAME)} COLLATE NOCASE`].join(', ')} LIMIT ${literal(most)}`,
    ),
  };
}

import { orderBy } from './order';
import { ownerStatement } from './owner';
import { type Plan, valueAt } from './slot';
import { isStored } from '@/core/column';
import { ID, SHOWN_NAME, type Statement } from '@/core/compiled';
import { analyseExpression, type Conjunct, conjuncts, parameters, type ScopeTable, valueOf } from '@/core/expression';
import type { Column, Query, Table } from '@/core/model';
import { columnAtPath, handSqlOf, parametersOf, planScope, queryScope, shownNameSql } from '@/core/plan';
import {
  allOf,
  as,
  constant,
  EMPTY,
  type Fragment,
  joined,
  name,
  param,
  quoteName,
  raw,
  rowsOf,
  sql,
  type Typed,
  whereAll,
} from '@/core/sql';

/** One of the conditions of a query as SQL, and the column of its own table that an index would find its rows by. */
export interface Condition {
  holds: Fragment;
  column: Column | null;
  /** Whether it asks for single values of the column: SQLite then prefers its index to one that gives the order. */
  equal: boolean;
}

const EQUAL = new Set(['=', 'IS']);

const SOUGHT = new Set([...EQUAL, '<', '<=', '>', '>=']);

/**
 * What must hold for a row to be selected, each apart. A switch is compared with 1 or 0: SQLite looks up no index for a
 * bare truth.
 */
export function conditionsOf(
  plan: Plan,
  table: Table,
  { condition, parameters }: Pick<Query, 'condition' | 'parameters'>,
  scope: ScopeTable = queryScope(plan, { tableId: table.id, ...(parameters ? { parameters } : {}) }),
): Condition[] {
  if (condition === undefined) return [];
  const from = `${quoteName(table.identifier)}.`;
  const ownColumn = (text: string): Column | null => {
    const found = columnAtPath(plan, table.id, text);
    return found && found.links === 0 && isStored(found.column) && !found.column.perPerson ? found.column : null;
  };
  const textOf = (node: { start: number; end: number }) => condition.slice(node.start, node.end);
  return conjuncts(condition).map(({ text, tree }: Conjunct): Condition => {
    const negated = tree.kind === 'unary' && tree.operator === 'NOT';
    const bare = ownColumn(negated ? textOf(tree.operand) : text);
    if (bare?.kind === 'yesNo')
      return {
        holds: sql`${name(table.identifier)}.${name(bare.identifier)} = ${constant(negated ? 0 : 1)}`,
        column: bare,
        equal: true,
      };
    const holds = valueOf(analyseExpression(text, scope, from));
    if (tree.kind === 'binary' && SOUGHT.has(tree.operator))
      return {
        holds,
        column: ownColumn(textOf(tree.left)) ?? ownColumn(textOf(tree.right)),
        equal: EQUAL.has(tree.operator),
      };
    return {
      holds,
      column: (tree.kind === 'between' || tree.kind === 'in') && !tree.negated ? ownColumn(textOf(tree.value)) : null,
      equal: tree.kind === 'in',
    };
  });
}

/** What a query asks of its rows: its conditions, or that the SQL that was written for it gives them. */
function asked(
  plan: Plan,
  table: Table,
  query: Pick<Query, 'condition' | 'parameters' | 'sql'> & { id?: string },
): Condition[] {
  if (query.sql === undefined) return conditionsOf(plan, table, query);
  const hand = name(handName(query));
  // On lines of its own: what is written may end in a comment.
  return [
    {
      holds: sql`${name(table.identifier)}."id" IN (WITH ${hand} AS (\n${handSqlOf(plan, query)}\n) SELECT *
        FROM ${hand})`,
      column: null,
      equal: false,
    },
  ];
}

/**
 * What the SQL of a query that was written by hand is called in a statement that it is part of. No name that it can
 * give itself begins so.
 */
const handName = ({ id = '' }: { id?: string }): string => `_hand:${id}`;

/** Whether the SQL that was written by hand for a query is part of a statement. */
export const usesHandSql = (text: string, query: Pick<Query, 'id'>): boolean =>
  text.includes(quoteName(handName(query)));

/** A query as SQL to be gone on with by hand: the ids of its rows, its parameters by their names. */
export function takenOver(plan: Plan, table: Table, query: Query): string {
  const from = quoteName(table.identifier);
  const named = Object.fromEntries(
    Object.entries(parametersOf(plan, query)).map(([each, { type }]) => [each, { type, ...param(each) }]),
  );
  const holds = conditionsOf(plan, table, query, { ...planScope(plan)(table.id), parameters: named }).map(
    ({ holds: { sql: text } }) => text.replaceAll((parameters.today as Typed).sql, ':today'),
  );
  const limited =
    query.limit === undefined
      ? ''
      : sql`\nORDER BY ${orderBy(plan, table, query.order ?? [])}\nLIMIT ${constant(query.limit)}`.sql;
  return `SELECT ${from}."id"\nFROM ${from}${holds.length > 0 ? `\nWHERE ${holds.join('\n  AND ')}` : ''}${limited}`;
}

/** The conditions that keep a list to what a query selects. */
export function queryConditions(plan: Plan, table: Table, query: Query): Fragment[] {
  const { order = [], limit } = query;
  const holds = asked(plan, table, query).map((each) => each.holds);
  if (limit === undefined) return holds;
  const id = sql`${name(table.identifier)}."id"`;
  return [
    sql`
      ${id} IN (SELECT ${id} FROM ${rowsOf(table.identifier)}${whereAll(holds)} ORDER BY ${orderBy(plan, table, order)}
      LIMIT ${constant(limit)})`,
  ];
}

/**
 * The rows that a query selects, by name and with `shown` (expressions, by the keys that they are read under), in its
 * order.
 */
export function queryStatement(plan: Plan, table: Table, query: Query, shown: Record<string, string> = {}): Statement {
  const { order = [], limit } = query;
  const columns = [
    sql`${name(table.identifier)}.${name(ID)}`,
    as(shownNameSql(plan, table, `${quoteName(table.identifier)}.`), SHOWN_NAME),
    ...Object.entries(shown).map(([key, text]) => as(valueAt(plan, table, text), key)),
  ];
  const holds = asked(plan, table, query).map((each) => each.holds);
  const where = holds.length > 0 ? sql`\nWHERE ${joined(holds, '\n  AND ')}` : EMPTY;
  const limited = limit === undefined ? EMPTY : sql`\nLIMIT ${constant(limit)}`;
  return ownerStatement(
    plan,
    sql`SELECT ${columns}\nFROM ${rowsOf(table.identifier)}${where}\nORDER BY ${orderBy(plan, table, order)}${limited}`,
  );
}

/**
 * How many rows the table has, how many the query selects, and for each of its conditions that an index could help
 * with, how many hold it: `all`, `selected`, `by0` …; and `together`, how many hold all of those.
 */
export function queryCounts(
  plan: Plan,
  table: Table,
  query: Pick<Query, 'condition' | 'parameters' | 'sql'> & { id?: string },
): Statement & { columns: { column: Column; equal: boolean }[] } {
  const conditions = asked(plan, table, query);
  const columns = [...new Set(conditions.flatMap(({ column }) => (column ? [column] : [])))].map((column) => ({
    column,
    equal: conditions.some((each) => each.column === column && each.equal),
  }));
  const all = raw('count(*)');
  const holding = (some: readonly Condition[]) =>
    some.length === 0 ? all : sql`coalesce(sum(${allOf(some.map(({ holds }) => sql`(${holds})`))}), 0)`;
  const counted = [
    as(all, 'all'),
    as(holding(conditions), 'selected'),
    as(holding(conditions.filter(({ column }) => column !== null)), 'together'),
    ...columns.map(({ column }, index) =>
      as(holding(conditions.filter((each) => each.column === column)), `by${index}`),
    ),
  ];
  return { ...ownerStatement(plan, sql`SELECT ${counted} FROM ${rowsOf(table.identifier)}`), columns };
}

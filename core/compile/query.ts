import {
  type Column,
  columnAtPath,
  handSqlOf,
  isStored,
  parametersOf,
  planScope,
  type Query,
  queryScope,
  shownNameSql,
  type Table,
} from '@/core/definition';
import {
  analyseExpression,
  type Conjunct,
  conjuncts,
  literal,
  parameters,
  quoteName,
  type ScopeTable,
  type Typed,
} from '@/core/expression';
import { ID, SHOWN_NAME } from './columns';
import { byDesign, orderBy } from './order';
import { ownSql } from './own';
import { type Plan, sqlOf } from './slot';
import { selectAs, type Statement } from './statement';

/** One of the conditions of a query as SQL, and the column of its own table that an index would find its rows by. */
export interface Condition {
  sql: string;
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
      return { sql: `${from}${quoteName(bare.identifier)} = ${negated ? 0 : 1}`, column: bare, equal: true };
    const { sql } = analyseExpression(text, scope, from);
    if (tree.kind === 'binary' && SOUGHT.has(tree.operator))
      return {
        sql,
        column: ownColumn(textOf(tree.left)) ?? ownColumn(textOf(tree.right)),
        equal: EQUAL.has(tree.operator),
      };
    return {
      sql,
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
  const hand = quoteName(handName(query));
  // On lines of its own: what is written may end in a comment.
  return [
    {
      sql: `${quoteName(table.identifier)}."id" IN (WITH ${hand} AS (\n${handSqlOf(plan, query)}\n) SELECT * FROM ${hand})`,
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
export const usesHandSql = (sql: string, query: Pick<Query, 'id'>): boolean => sql.includes(quoteName(handName(query)));

/** A query as SQL to be gone on with by hand: the ids of its rows, its parameters by their names. */
export function takenOver(plan: Plan, table: Table, query: Query): string {
  const from = quoteName(table.identifier);
  const named = Object.fromEntries(
    Object.entries(parametersOf(plan, query)).map(([name, { type }]) => [name, { type, sql: `:${name}` }]),
  );
  const holds = conditionsOf(plan, table, query, { ...planScope(plan)(table.id), parameters: named }).map(({ sql }) =>
    sql.replaceAll((parameters.today as Typed).sql, ':today'),
  );
  const limited =
    query.limit === undefined
      ? ''
      : `\nORDER BY ${orderBy(plan, table, byDesign, query.order ?? []).join(', ')}\nLIMIT ${literal(query.limit)}`;
  return `SELECT ${from}."id"\nFROM ${from}${holds.length > 0 ? `\nWHERE ${holds.join('\n  AND ')}` : ''}${limited}`;
}

/** The conditions that keep a list to what a query selects. */
export function queryConditions(plan: Plan, table: Table, query: Query): string[] {
  const { order, limit } = query;
  const holds = asked(plan, table, query).map(({ sql }) => sql);
  if (limit === undefined) return holds;
  const from = quoteName(table.identifier);
  return [
    `${from}."id" IN (SELECT ${from}."id" FROM ${from}${holds.length > 0 ? ` WHERE ${holds.join(' AND ')}` : ''} ORDER BY ${orderBy(plan, table, byDesign, order ?? []).join(', ')} LIMIT ${literal(limit)})`,
  ];
}

/**
 * The rows that a query selects, by name and with `shown` (expressions, by the keys that they are read under), in its
 * order.
 */
export function queryStatement(plan: Plan, table: Table, query: Query, shown: Record<string, string> = {}): Statement {
  const { order, limit } = query;
  const from = quoteName(table.identifier);
  const columns = [
    `${from}.${quoteName(ID)}`,
    selectAs(shownNameSql(plan, table, `${from}.`), SHOWN_NAME),
    ...Object.entries(shown).map(([key, text]) => selectAs(sqlOf(plan, table, text), key)),
  ];
  const holds = asked(plan, table, query).map(({ sql }) => sql);
  return {
    sql: ownSql(
      plan,
      `SELECT ${columns.join(', ')}\nFROM ${from}${holds.length > 0 ? `\nWHERE ${holds.join('\n  AND ')}` : ''}\nORDER BY ${orderBy(plan, table, byDesign, order ?? []).join(', ')}${limit === undefined ? '' : `\nLIMIT ${literal(limit)}`}`,
    ),
  };
}

/**
 * How many rows the table has, how many the query selects, and for each of its conditions that an index could help
 * with, how many hold it: `all`, `selected`, `by0` …
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
  const holding = (some: readonly Condition[]) =>
    some.length === 0 ? 'count(*)' : `coalesce(sum(${some.map(({ sql }) => `(${sql})`).join(' AND ')}), 0)`;
  const counted = [
    selectAs('count(*)', 'all'),
    selectAs(holding(conditions), 'selected'),
    ...columns.map(({ column }, index) =>
      selectAs(holding(conditions.filter((each) => each.column === column)), `by${index}`),
    ),
  ];
  return { sql: ownSql(plan, `SELECT ${counted.join(', ')} FROM ${quoteName(table.identifier)}`), columns };
}

import { type Plan, valueAt } from './slot';
import { isLink } from '@/core/column';
import { directed, inOrder } from '@/core/compiled';
import type { Column, SortBy, Table } from '@/core/model';
import { analysed, columnText, isNamedByItself, linkedNameSql, namingSql } from '@/core/plan';
import { type Fragment, name, quoteName, sql } from '@/core/sql';

/** The terms that put rows of a table in the order that was designed, always the same one; else they go by name. */
export function orderBy(plan: Plan, table: Table, designed: readonly SortBy[]): Fragment[] {
  if (designed.length === 0) return inOrder(table.identifier, nameKey(plan, table), 'ascending');
  return [
    ...designed.map(({ text, direction }) => directed(collated(plan, table, text), direction)),
    sql`${name(table.identifier)}."id"`,
  ];
}

/** What records are put in order by where they go by their names. */
export const nameKey = (plan: Plan, table: Table): Fragment =>
  sql`${namingSql(plan, table, isNamedByItself(plan, table) ? '' : `${quoteName(table.identifier)}.`)} COLLATE NOCASE`;

const collated = (plan: Plan, table: Table, text: string): Fragment => {
  const value = valueAt(plan, table, text);
  return analysed(plan, table.id, text).type.kind === 'text' ? sql`${value} COLLATE NOCASE` : value;
};

/** What records are put in order by where they go by a column. */
export function orderKey(plan: Plan, table: Table, column: Column): Fragment {
  if (isLink(column)) {
    const linked = linkedNameSql(plan, table, column, `${quoteName(table.identifier)}.`);
    return sql`${linked} COLLATE NOCASE`;
  }
  const value =
    column.kind === 'expression' || column.perPerson
      ? valueAt(plan, table, columnText(column))
      : name(column.identifier);
  return column.kind === 'text' || column.kind === 'longText' || column.kind === 'choice'
    ? sql`${value} COLLATE NOCASE`
    : value;
}

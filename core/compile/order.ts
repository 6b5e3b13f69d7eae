import { type Plan, valueAt } from './slot';
import { rowsOfTable } from './tableRows';
import { directed, inOrder } from '@/core/compiled';
import type { SortBy, Table } from '@/core/model';
import { analysed } from '@/core/plan';
import { type Fragment, name, sql } from '@/core/sql';

/** The terms that put rows of a table in the order that was designed, always the same one; else they go by name. */
export function orderBy(plan: Plan, table: Table, designed: readonly SortBy[]): Fragment[] {
  if (designed.length === 0) return inOrder(table.identifier, rowsOfTable(plan, table).byName, 'ascending');
  return [
    ...designed.map(({ text, direction }) => directed(collated(plan, table, text), direction)),
    sql`${name(table.identifier)}."id"`,
  ];
}

const collated = (plan: Plan, table: Table, text: string): Fragment => {
  const value = valueAt(plan, table, text);
  return analysed(plan, table.id, text).type.kind === 'text' ? sql`${value} COLLATE NOCASE` : value;
};

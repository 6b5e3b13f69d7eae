import {
  analysed,
  type Column,
  columnText,
  isLink,
  isNamedByItself,
  linkedNameSql,
  namingSql,
  type SortBy,
  type Table,
} from '@/core/definition';
import { quoteName } from '@/core/expression';
import { type Plan, sqlOf } from './slot';

/** The order of a list: as it was designed, by the record's name, or by one column. */
export interface Sort {
  by: 'design' | 'name' | string;
  direction: 'ascending' | 'descending';
}
export const byDesign: Sort = { by: 'design', direction: 'ascending' };
export const byName: Sort = { by: 'name', direction: 'ascending' };

/** The terms that put rows of a table in order, always the same one. */
export function orderBy(plan: Plan, table: Table, sort: Sort, designed: readonly SortBy[]): string[] {
  const from = quoteName(table.identifier);
  if (sort.by === 'design' && designed.length > 0)
    return [
      ...designed.map(
        ({ text, direction }) => `${collated(plan, table, text)}${direction === 'descending' ? ' DESC' : ''}`,
      ),
      `${from}."id"`,
    ];
  const direction = sort.direction === 'descending' ? ' DESC' : '';
  const column = table.columns.find(({ id }) => id === sort.by);
  const key = column
    ? orderKey(plan, table, column)
    : `${namingSql(plan, table, isNamedByItself(plan, table) ? '' : `${from}.`)} COLLATE NOCASE`;
  return [`${key}${direction}`, `${from}."id"${direction}`];
}

const collated = (plan: Plan, table: Table, text: string): string =>
  `${sqlOf(plan, table, text)}${analysed(plan, table.id, text).type.kind === 'text' ? ' COLLATE NOCASE' : ''}`;

function orderKey(plan: Plan, table: Table, column: Column): string {
  if (isLink(column)) return `${linkedNameSql(plan, table, column, `${quoteName(table.identifier)}.`)} COLLATE NOCASE`;
  const value =
    column.kind === 'expression' || column.perPerson
      ? sqlOf(plan, table, columnText(column))
      : quoteName(column.identifier);
  return column.kind === 'text' || column.kind === 'longText' || column.kind === 'choice'
    ? `${value} COLLATE NOCASE`
    : value;
}

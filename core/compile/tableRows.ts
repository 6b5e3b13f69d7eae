import { ownedTables } from './owner';
import { type Plan, valueAt } from './slot';
import { isLink } from '@/core/column';
import { ID, lazily, type RowsOf, SHOWN_NAME } from '@/core/compiled';
import { memo } from '@/core/memo';
import type { Column, Table } from '@/core/model';
import { columnText, isNamedByItself, namingSql, shownNameSql } from '@/core/plan';
import { as, type Fragment, name, quoteName, sql } from '@/core/sql';

/** What statements about the rows of a table begin with. */
export const rowsOfTable = (plan: Plan, table: Table): RowsOf => rowsBy(table, plan.tables, plan.people);

const rowsBy = memo((table: Table, tables: Plan['tables'], people: Plan['people']): RowsOf => {
  const plan = { tables, people };
  const rows = {
    table: table.identifier,
    owned: ownedTables(plan),
    named: [
      sql`${name(table.identifier)}.${name(ID)}`,
      as(shownNameSql(plan, table, `${quoteName(table.identifier)}.`), SHOWN_NAME),
    ],
  };
  const isComputed = (column: Column) => column.kind === 'expression' || isLink(column) || column.perPerson === true;
  return lazily(
    lazily(rows, 'byName', () => nameKey(plan, table)),
    'values',
    () =>
      Object.fromEntries(
        table.columns.filter(isComputed).map((column) => [column.identifier, valueAt(plan, table, columnText(column))]),
      ),
  );
});

/** What records are put in order by where they go by their names. */
export const nameKey = (plan: Plan, table: Table): Fragment =>
  sql`${namingSql(plan, table, isNamedByItself(plan, table) ? '' : `${quoteName(table.identifier)}.`)} COLLATE NOCASE`;

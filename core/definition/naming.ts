import { columnsUsed, compileExpression, quoteName, quoteText, type Scope } from '@/core/expression';
import { minorDigits } from './currency';
import type { Column, Naming, Table } from './definition';

/** What each of the table's columns stands for inside an expression; `prefix` is a table alias with its dot, or ''. */
export function tableScope(table: Pick<Table, 'columns'>, prefix = ''): Scope {
  return Object.fromEntries(table.columns.map((column) => [column.identifier, readable(column, prefix + quoteName(column.identifier))]));
}

/** Money joins into text as an amount, not as minor units. */
function readable(column: Column, sql: string): string {
  if (column.kind !== 'money') return sql;
  const digits = minorDigits(column.currency);
  return `printf('%.${digits}f', ${sql} / ${10 ** digits}.0)`;
}

/** The SQL that orders records by name: what the developer chose, as it is stored. */
export function namingSql(table: Table, prefix = ''): string {
  const { naming } = table;
  if (naming.kind === 'expression') return compileExpression(naming.text, tableScope(table, prefix));
  const column = table.columns.find(({ id }) => id === naming.columnId);
  return column ? readable(column, prefix + quoteName(column.identifier)) : 'NULL';
}

/** The SQL of a record's name as shown: never blank, a record without one is "Garment 12". */
export function shownNameSql(table: Table, prefix = ''): string {
  return `coalesce(nullif(CAST(${namingSql(table, prefix)} AS TEXT), ''), ${quoteText(`${table.recordName} `)} || ${prefix}"id")`;
}

/** Whether the naming needs the column: it cannot be removed without another naming. */
export function namingUses(table: Table, column: Column): boolean {
  return table.naming.kind === 'column' ? table.naming.columnId === column.id : columnsUsed(table.naming.text).includes(column.identifier.toLowerCase());
}

/** The column that names a record best: the first text that must be filled in, else the first text, else the first. */
export function bestNaming(columns: readonly Column[]): Naming {
  const texts = columns.filter(({ kind }) => kind === 'text');
  const chosen = texts.find(({ required }) => required) ?? texts[0] ?? columns.find(({ kind }) => kind === 'barcode' || kind === 'choice') ?? columns[0];
  return { kind: 'column', columnId: (chosen as Column).id };
}

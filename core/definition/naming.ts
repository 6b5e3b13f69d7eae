import { columnsUsed, compileExpression, quoteName, quoteText, type Scope } from '@/core/expression';
import { minorDigits } from './currency';
import type { Column, ColumnOf, Definition, Naming, Table } from './definition';
import { isLink } from './link';

/** What each of the table's columns stands for inside an expression; `prefix` is a table alias with its dot, or ''. */
export function tableScope(table: Pick<Table, 'columns'>, prefix = ''): Scope {
  return Object.fromEntries(table.columns.filter((column) => !isLink(column)).map((column) => [column.identifier, readable(column, prefix + quoteName(column.identifier))]));
}

/** Money joins into text as an amount, not as minor units. */
function readable(column: Column, sql: string): string {
  if (column.kind !== 'money') return sql;
  const digits = minorDigits(column.currency);
  return `printf('%.${digits}f', ${sql} / ${10 ** digits}.0)`;
}

/**
 * The SQL that orders records by name: what the developer chose, as it is stored. A record that is named by a link has
 * the name of the linked record. `prefix` is a table alias with its dot, or ''.
 */
export function namingSql(plan: Pick<Definition, 'tables'>, table: Table, prefix = '', depth = 0): string {
  const { naming } = table;
  if (naming.kind === 'expression') return compileExpression(naming.text, tableScope(table, prefix));
  const column = table.columns.find(({ id }) => id === naming.columnId);
  if (!column) return 'NULL';
  const value = prefix + quoteName(column.identifier);
  return isLink(column) ? linkedNameSql(plan, column, value, depth) : readable(column, value);
}

/** The SQL of a record's name as shown: never blank, a record without one is "Garment 12". */
export function shownNameSql(plan: Pick<Definition, 'tables'>, table: Table, prefix = '', depth = 0): string {
  return `coalesce(nullif(CAST(${namingSql(plan, table, prefix, depth)} AS TEXT), ''), ${quoteText(`${table.recordName} `)} || ${prefix}"id")`;
}

/** The SQL of the shown name of the record that a link leads to; `value` is the SQL of its id. Blank where there is none. */
export function linkedNameSql(plan: Pick<Definition, 'tables'>, column: ColumnOf<'link'>, value: string, depth = 0): string {
  const target = plan.tables.find(({ id }) => id === column.tableId);
  if (!target) return 'NULL';
  const alias = `_n${depth}`;
  return `(SELECT ${shownNameSql(plan, target, `${alias}.`, depth + 1)} FROM ${quoteName(target.identifier)} AS ${alias} WHERE ${alias}."id" = ${value})`;
}

/** Whether records are named by their own columns alone, so that their order can be indexed. */
export function isNamedByItself({ naming, columns }: Table): boolean {
  return naming.kind === 'expression' || columns.find(({ id }) => id === naming.columnId)?.kind !== 'link';
}

/** The table where naming by links leads round in a circle, or null. */
export function namingCircle(plan: Pick<Definition, 'tables'>): Table | null {
  const next = (table: Table): Table | undefined => {
    const { naming } = table;
    const column = naming.kind === 'column' ? table.columns.find(({ id }) => id === naming.columnId) : undefined;
    return column && isLink(column) ? plan.tables.find(({ id }) => id === column.tableId) : undefined;
  };
  return (
    plan.tables.find((start) => {
      let table = next(start);
      for (let steps = 0; table && steps <= plan.tables.length; steps++) {
        if (table.id === start.id) return true;
        table = next(table);
      }
      return false;
    }) ?? null
  );
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

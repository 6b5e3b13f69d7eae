import { viewsOf } from './view';
import { isStored, NOW_SQL, traitsOf } from '@/core/column';
import type { Column, Definition, DeleteRule, StoredColumn, Table } from '@/core/model';
import {
  columnsOfKey,
  isNamedByItself,
  namingSql,
  physicalPlan,
  type PhysicalTable,
  planScope,
  type TableNames,
  tableNames,
} from '@/core/plan';
import { OWNER, quoteName } from '@/core/sql';

const DELETE_RULES: Record<DeleteRule, string> = {
  cascade: ' ON DELETE CASCADE',
  unlink: ' ON DELETE SET NULL',
  stop: '',
};

/**
 * The storage class of a column, and the condition that its values keep (design.md §6). A link to a table without a
 * name refers to nothing.
 */
export function columnDdl(column: StoredColumn, names: TableNames): string {
  const name = quoteName(column.identifier);
  const { storage, filledBy, neverBlank, check } = traitsOf(column);
  const rule = check(name);
  const target = column.kind === 'link' ? names[column.tableId] : undefined;
  return [
    `${name} ${storage}`,
    neverBlank ? ' NOT NULL DEFAULT 0' : column.required ? ' NOT NULL' : '',
    filledBy === 'database' ? ` DEFAULT (${NOW_SQL})` : '',
    rule === null ? '' : ` CHECK (${rule})`,
    column.kind === 'link' && target !== undefined
      ? ` REFERENCES ${quoteName(target)} ("id")${DELETE_RULES[column.onDelete]}`
      : '',
  ].join('');
}

/**
 * The columns in the order that they have in the database: by id, which is the order of making. A change set names
 * columns by their place, so the same set of columns must always stand in the same order, whatever came between.
 */
export function storedColumns(table: Table): StoredColumn[] {
  return table.columns.filter(isStored).sort((left, right) => (left.id < right.id ? -1 : 1));
}

/**
 * `CREATE TABLE` for the table, under `name` where it is not its own. AUTOINCREMENT: a deleted record's id is never
 * given again.
 */
export function tableDdl(table: Table, names: TableNames, name = table.identifier): string {
  const columns = [
    '"id" INTEGER PRIMARY KEY AUTOINCREMENT',
    ...storedColumns(table).map((column) => columnDdl(column, names)),
  ];
  return `CREATE TABLE ${quoteName(name)} (\n  ${columns.join(',\n  ')}\n) STRICT`;
}

/** A name that is the same text for every record. */
const NO_NAME = /^\s*'[^']*'\s*$/;

export interface IndexDdl {
  name: string;
  sql: string;
}

/** Whether an index of its own can help to find rows by a column. */
export const isIndexable = (column: Column): boolean =>
  !column.unique &&
  !column.perPerson &&
  isStored(column) &&
  !traitsOf(column).isAttachment &&
  // These have one anyway.
  column.kind !== 'link' &&
  column.kind !== 'barcode';

/** The indexes of a table: unique columns, codes to look up, links to follow back, and the order of records by name. */
export function indexesOf(plan: Pick<Definition, 'tables'>, table: PhysicalTable): IndexDdl[] {
  const on = quoteName(table.identifier);
  const index = (suffix: string, expression: string, unique = false): IndexDdl => {
    const name = `${table.identifier}_${suffix}`;
    return { name, sql: `CREATE ${unique ? 'UNIQUE ' : ''}INDEX ${quoteName(name)} ON ${on} (${expression})` };
  };
  // What is only for its owner is looked up, ordered and told apart among the owner's own.
  const owned = table.owned ? `${quoteName(OWNER)}, ` : '';
  const together = table.together ? [index('together', table.together.map(quoteName).join(', '), true)] : [];
  const indexes = table.columns.filter(isStored).flatMap((column) => {
    if (column.unique) return [index(`${column.identifier}_unique`, owned + quoteName(column.identifier), true)];
    if (column.kind === 'link') return [index(`${column.identifier}_link`, quoteName(column.identifier))];
    if (column.kind === 'barcode') return [index(`${column.identifier}_code`, quoteName(column.identifier))];
    return column.indexed && isIndexable(column)
      ? [index(`${column.identifier}_index`, owned + quoteName(column.identifier))]
      : [];
  });
  const keys = keyIndexes(table).map(({ suffix, columns, unique }) =>
    index(suffix, owned + columns.map(({ identifier }) => quoteName(identifier)).join(', '), unique),
  );
  // A name that no column has a part in orders nothing.
  const isOrdered = isNamedByItself(plan, table) && !NO_NAME.test(planScope(plan)(table.id).naming);
  return isOrdered
    ? [...together, ...indexes, ...keys, index('by_name', `${owned}${namingSql(plan, table).sql} COLLATE NOCASE`)]
    : [...together, ...indexes, ...keys];
}

/** The indexes of the keys of a table, each under a name of its own. */
function keyIndexes(table: Table): { suffix: string; columns: Column[]; unique: boolean }[] {
  const taken = new Set<string>();
  return (table.keys ?? []).map((key) => {
    const columns = columnsOfKey(table, key);
    const named = `${columns.map(({ identifier }) => identifier).join('_')}_${key.unique ? 'together' : 'in_order'}`;
    let suffix = named;
    for (let number = 2; taken.has(suffix.toLowerCase()); number++) suffix = `${named}_${number}`;
    taken.add(suffix.toLowerCase());
    return { suffix, columns, unique: key.unique };
  });
}

/** The whole schema as SQL text, as the Data place shows it. */
export function schemaSql(plan: Definition): string {
  const definition = physicalPlan(plan);
  const tables = definition.tables.map((table) =>
    [tableDdl(table, tableNames(definition)), ...indexesOf(definition, table).map(({ sql }) => sql)]
      .map((sql) => `${sql};`)
      .join('\n'),
  );
  return [...tables, ...viewsOf(definition).map(({ sql }) => `${sql};`)].join('\n\n');
}

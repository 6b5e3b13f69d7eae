import { fault, type Fault, unless } from '@/core/fault';
import { isAsked, isStored, traitsOf } from '@/core/column';
import type { AskedColumn, Column, SamePolicy, Table, TableKey } from '@/core/model';
/** Whether a column can be part of a key: it is in the table itself, with a value that can be compared. */
export const canBeInKey = (column: Column, unique: boolean): boolean =>
  isStored(column) && !column.perPerson && !traitsOf(column).isAttachment && (!unique || isAsked(column));

/** The columns of a key, in its order, as far as the table has them. */
export const columnsOfKey = (
  { columns }: Pick<Table, 'columns'>,
  { columnIds }: Pick<TableKey, 'columnIds'>,
): Column[] => columnIds.flatMap((id) => columns.filter((column) => column.id === id));

/** Why a key cannot stand in its table. */
export function keyFaults(table: Pick<Table, 'columns' | 'keys'>, key: TableKey): Fault[] {
  const columns = columnsOfKey(table, key);
  const isSame = (other: TableKey) =>
    other.id !== key.id &&
    other.unique === key.unique &&
    // Which of them comes first matters to what is looked up, not to what is told apart.
    (key.unique
      ? [...other.columnIds].sort().join() === [...key.columnIds].sort().join()
      : other.columnIds.join() === key.columnIds.join());
  return [
    ...unless(new Set(key.columnIds).size === key.columnIds.length, 'key-column-twice', {}),
    ...unless(columns.length === key.columnIds.length, 'no-such', { what: 'column' }),
    ...columns
      .filter((column) => !canBeInKey(column, key.unique))
      .map((unable) => fault('key-column', { name: unable.name }, ['columnIds', key.columnIds.indexOf(unable.id)])),
    ...unless(!(table.keys ?? []).some(isSame), 'key-twice', {}),
  ];
}

/** The keys that an edit of its columns leaves a table: one that loses a column is another one, and goes. */
export const standingKeys = (table: Pick<Table, 'columns' | 'keys'>): TableKey[] =>
  (table.keys ?? []).filter((key) => {
    const columns = columnsOfKey(table, key);
    return columns.length === key.columnIds.length && columns.every((column) => canBeInKey(column, key.unique));
  });

const listed = (names: readonly string[]): string =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;

/** The columns of a key by name: "Production and Performer". */
export const keyNames = (table: Pick<Table, 'columns'>, key: Pick<TableKey, 'columnIds'>): string =>
  listed(columnsOfKey(table, key).map(({ name }) => name));

/** A key told as a sentence. */
export function keySentence(table: Table, key: TableKey): string {
  const names = columnsOfKey(table, key).map(({ name }) => name);
  return key.unique
    ? `No two ${table.name.toLowerCase()} have the same ${listed(names)} together.`
    : `${table.name} are looked up by ${names.join(', then ')}.`;
}

/** What tells the records of a table apart: a column by itself, or several together; and what the same again does. */
export interface Distinction {
  columns: AskedColumn[];
  policy: SamePolicy;
}

/** Everything that must be different in every record. */
export function distinctions(table: Table): Distinction[] {
  const asked = table.columns.filter(isAsked);
  return [
    ...asked
      .filter(({ unique, perPerson }) => unique && !perPerson)
      .map((column) => ({ columns: [column], policy: column.onSame ?? 'refuse' })),
    ...(table.keys ?? [])
      .filter(({ unique }) => unique)
      .map((key) => ({ columns: columnsOfKey(table, key).filter(isAsked), policy: key.onSame ?? 'refuse' })),
  ];
}

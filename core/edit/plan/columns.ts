import {
  assertUnused,
  columnOf,
  identified,
  keepStandingKeys,
  move,
  removeColumn,
  removeTable,
  setKeys,
  tableNamed,
  tableOf,
} from './parts';
import type { Change } from './planEdit';
import { isLink } from '@/core/column';
import type { Column, Definition } from '@/core/model';
import { bestNaming, canName, keyNames, namingUses, withArticle } from '@/core/plan';

const nameOf = (before: Definition, tableId: string): string => tableNamed(before, tableId)?.name ?? 'a table';

const columnNamed = (before: Definition, tableId: string, columnId: string): Column | undefined =>
  tableNamed(before, tableId)?.columns.find(({ id }) => id === columnId);

export const addColumn: Change<'addColumn'> = {
  make: (draft, { tableId, column, to }) => {
    const table = tableOf(draft, tableId);
    table.columns.splice(to ?? table.columns.length, 0, identified(draft, table, column));
  },
  words: (before, { tableId, column }) => `Added ${column.name} to ${nameOf(before, tableId)}`,
};

export const addColumns: Change<'addColumns'> = {
  make: (draft, { tableId, columns }) => {
    const table = tableOf(draft, tableId);
    for (const column of columns) table.columns.push(identified(draft, table, column));
  },
  words: (before, { tableId, columns }) =>
    `Added ${columns.length === 1 ? columns[0]?.name : `${columns.length} columns`} to ${nameOf(before, tableId)}`,
};

export const changeColumn: Change<'changeColumn'> = {
  make: (draft, edit) => {
    const table = tableOf(draft, edit.tableId);
    const column = columnOf(table, edit.column.id);
    const changed = identified(draft, table, edit.column);
    table.columns[table.columns.indexOf(column)] = changed;
    if (table.naming.kind === 'column' && table.naming.columnId === changed.id && !canName(changed))
      table.naming = bestNaming(table.columns);
    keepStandingKeys(table);
  },
  words: (before, { tableId, column }) => {
    const old = columnNamed(before, tableId, column.id);
    return old && old.name !== column.name ? `Renamed ${old.name} to ${column.name}` : `Changed ${column.name}`;
  },
};

export const moveColumn: Change<'moveColumn'> = {
  make: (draft, { tableId, columnId, to }) => move(tableOf(draft, tableId).columns, columnId, to),
  words: (before, { tableId, columnId }) => `Moved ${columnNamed(before, tableId, columnId)?.name ?? 'a column'}`,
};

export const dropColumn: Change<'removeColumn'> = {
  make: (draft, { tableId, columnId }) => {
    const table = tableOf(draft, tableId);
    const column = columnOf(table, columnId);
    assertUnused(draft, `${table.name} › ${column.name}`, [column.id, `many ${column.id}`], () => true);
    if (table.linking && isLink(column)) removeTable(draft, table.id);
    else removeColumn(draft, table, column);
  },
  words: (before, { tableId, columnId }) =>
    `Removed ${columnNamed(before, tableId, columnId)?.name ?? 'a column'} from ${nameOf(before, tableId)}`,
};

export const linkText: Change<'linkText'> = {
  make: (draft, { tableId, columnId, link, keepText }) => {
    const table = tableOf(draft, tableId);
    const column = columnOf(table, columnId);
    const at = table.columns.indexOf(column);
    if (keepText) {
      const { name } = column;
      if (name.toLowerCase() === link.name.trim().toLowerCase())
        Object.assign(column, identified(draft, table, { ...column, name: `${name.slice(0, 70)} as text` }));
      table.columns.splice(at, 0, identified(draft, table, link));
      return;
    }
    assertUnused(draft, `${table.name} › ${column.name}`, [column.id], () => true);
    const named = namingUses(draft, table, column);
    table.columns.splice(at, 1);
    table.columns.splice(at, 0, identified(draft, table, link));
    if (named) table.naming = bestNaming(table.columns);
  },
  words: (before, { tableId, columnId }) =>
    `Turned ${columnNamed(before, tableId, columnId)?.name ?? 'a text'} into a link`,
};

export const setNaming: Change<'setNaming'> = {
  make: (draft, { tableId, naming }) => void (tableOf(draft, tableId).naming = naming),
  words: (before, { tableId }) =>
    `Changed what names ${withArticle(tableNamed(before, tableId)?.recordName ?? 'record')}`,
};

export const setKey: Change<'setKey'> = {
  make: (draft, { tableId, key }) => {
    const table = tableOf(draft, tableId);
    const keys = table.keys ?? [];
    const isThere = keys.some(({ id }) => id === key.id);
    setKeys(table, isThere ? keys.map((each) => (each.id === key.id ? key : each)) : [...keys, key]);
  },
  words: (before, { tableId, key }) => {
    const table = tableNamed(before, tableId);
    const by = table ? keyNames(table, key) : 'columns';
    return `${key.unique ? 'Told apart' : 'Indexed'} ${table?.name ?? 'a table'} by ${by}`;
  },
};

export const removeKey: Change<'removeKey'> = {
  make: (draft, { tableId, keyId }) => {
    const table = tableOf(draft, tableId);
    setKeys(
      table,
      (table.keys ?? []).filter(({ id }) => id !== keyId),
    );
  },
  words: (before, { tableId, keyId }) => {
    const table = tableNamed(before, tableId);
    const key = table?.keys?.find(({ id }) => id === keyId);
    return `Removed a key of ${table?.name ?? 'a table'}${table && key ? `: ${keyNames(table, key)}` : ''}`;
  },
};

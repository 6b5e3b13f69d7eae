import type { ColumnSettings } from '@/core/column';
import type { Definition, Table } from '@/core/model';
import { bestNaming, freeIdentifier, linksAt, singular } from '@/core/plan';
import {
  assertNobodysOwn,
  assertUnused,
  checkedName,
  identified,
  move,
  removeTable,
  tableNamed,
  tableOf,
} from './parts';
import type { Change } from './planEdit';

const nameOf = (before: Definition, tableId: string, other = 'a table'): string =>
  tableNamed(before, tableId)?.name ?? other;
const identifiersOf = ({ tables }: Definition, except?: string): string[] =>
  tables.filter(({ id }) => id !== except).map(({ identifier }) => identifier);

export const renameApp: Change<'renameApp'> = {
  make: (draft, { name }) => void (draft.name = checkedName(name, 'app', [])),
  words: (_, { name }) => `Renamed the app to ${name}`,
};

export const addTable: Change<'addTable'> = {
  make: (draft, edit) => {
    const name = checkedName(edit.name, 'table', draft.tables);
    const column: ColumnSettings = {
      id: edit.columnId,
      name: 'Name',
      kind: 'text',
      required: true,
      unique: false,
      default: { kind: 'none' },
    };
    const table: Table = {
      id: edit.tableId,
      name,
      recordName: singular(name),
      identifier: freeIdentifier(name, 'table', identifiersOf(draft)),
      columns: [],
      naming: { kind: 'column', columnId: edit.columnId },
    };
    for (const each of edit.columns ?? [column]) table.columns.push(identified(draft, table, each));
    if (edit.columns) table.naming = bestNaming(table.columns);
    draft.tables.push(table);
  },
  words: (_, { name }) => `Added the table ${name}`,
};

export const renameTable: Change<'renameTable'> = {
  make: (draft, edit) => {
    const table = tableOf(draft, edit.tableId);
    const others = draft.tables.filter(({ id }) => id !== table.id);
    table.name = checkedName(edit.name, 'table', others);
    table.recordName = checkedName(edit.recordName, 'table', []);
    table.identifier = freeIdentifier(table.name, 'table', identifiersOf(draft, table.id));
  },
  words: (before, { tableId, name }) => `Renamed ${nameOf(before, tableId)} to ${name}`,
};

export const setHeading: Change<'setHeading'> = {
  make: (draft, edit) => {
    const table = tableOf(draft, edit.tableId);
    const heading = edit.heading.trim().slice(0, 80).trim();
    if (heading === '') delete table.heading;
    else table.heading = heading;
  },
  words: (before, { tableId, heading }) => `Put ${nameOf(before, tableId)} under ${heading.trim() || 'no heading'}`,
};

export const importTables: Change<'importTables'> = {
  make: (draft, { tables }) => void draft.tables.push(...tables),
  words: (_, { tables, from }) =>
    tables.length === 1 ? `Imported ${tables[0]?.name}` : `Imported ${tables.length} tables from ${from}`,
};

export const moveTable: Change<'moveTable'> = {
  make: (draft, { tableId, to }) => move(draft.tables, tableId, to),
  words: (before, { tableId }) => `Moved ${nameOf(before, tableId)}`,
};

export const dropTable: Change<'removeTable'> = {
  make: (draft, { tableId }) => {
    const table = tableOf(draft, tableId);
    const links = linksAt(draft, table).flatMap(({ column }) => [column.id, `many ${column.id}`]);
    assertUnused(draft, table.name, links, ({ id }) => id !== tableId);
    if (draft.people?.tableId === tableId) {
      assertNobodysOwn(draft);
      delete draft.people;
    }
    removeTable(draft, tableId);
  },
  words: (before, { tableId }) => `Removed the table ${nameOf(before, tableId, '')}`,
};

export const setOwned: Change<'setOwned'> = {
  make: (draft, { tableId, owned }) => {
    const table = tableOf(draft, tableId);
    if (owned) table.owned = true;
    else delete table.owned;
  },
  words: (before, { tableId, owned }) =>
    owned
      ? `Kept ${nameOf(before, tableId, 'rows')} to their owners`
      : `Showed ${nameOf(before, tableId, 'rows')} to everyone`,
};

export const setPeople: Change<'setPeople'> = {
  make: (draft, { people, add }) => {
    const isOther = draft.people && draft.people.tableId !== people?.tableId;
    if (people === null || isOther) assertNobodysOwn(draft);
    if (people === null) return void delete draft.people;
    if (add) addTable.make(draft, { kind: 'addTable', tableId: people.tableId, ...add });
    draft.people = people;
  },
  words: (before, { people }) =>
    people ? (before.people ? 'Changed how people sign in' : 'Added people') : 'Removed people',
};

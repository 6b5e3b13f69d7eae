import { freeIdentifier, singular } from '@/core/plan';
import { checkedName, identified, tableOf } from './parts';
import type { Change } from './planEdit';

/** A many-to-many link: a table whose rows each belong to one record of either side. */
export const addLinkingTable: Change<'addLinkingTable'> = {
  make: (draft, edit) => {
    const name = checkedName(edit.name, 'table', draft.tables);
    const identifiers = draft.tables.map((table) => table.identifier);
    const [first] = edit.sides;
    draft.tables.push({
      id: edit.tableId,
      name,
      recordName: singular(name),
      identifier: freeIdentifier(name, 'table', identifiers),
      columns: [],
      naming: { kind: 'column', columnId: first.columnId },
      linking: true,
    });
    // Read from the draft again: what was pushed into it is not what it holds.
    const table = tableOf(draft, edit.tableId);
    for (const { tableId, columnId, name: called, inverse } of edit.sides)
      table.columns.push(
        identified(draft, table, {
          id: columnId,
          name: called,
          kind: 'link',
          tableId,
          inverse,
          onDelete: 'cascade',
          required: true,
          unique: false,
          default: { kind: 'none' },
        }),
      );
  },
  words: (_, { name }) => `Added the link ${name}`,
};

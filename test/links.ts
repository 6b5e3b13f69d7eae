import type { Edit } from '@/core/edit';
const column = (id: string, name: string) =>
  ({ id, name, required: false, unique: false, default: { kind: 'none' } }) as const;

/**
 * Performers, who have fittings (deleted with them), loans (which stop a delete) and lockers (unlinked); and who stand
 * in for one another.
 */
export const linkedTables: Edit[] = [
  { kind: 'addTable', tableId: 'p', columnId: 'p1', name: 'Performers' },
  { kind: 'addTable', tableId: 'f', columnId: 'f1', name: 'Fittings' },
  { kind: 'addTable', tableId: 'l', columnId: 'l1', name: 'Loans' },
  { kind: 'addTable', tableId: 'k', columnId: 'k1', name: 'Lockers' },
  {
    kind: 'addColumn',
    tableId: 'f',
    column: { ...column('f2', 'Performer'), kind: 'link', tableId: 'p', inverse: 'Fittings', onDelete: 'cascade' },
  },
  {
    kind: 'addColumn',
    tableId: 'l',
    column: { ...column('l2', 'Performer'), kind: 'link', tableId: 'p', inverse: 'Loans', onDelete: 'stop' },
  },
  {
    kind: 'addColumn',
    tableId: 'k',
    column: {
      ...column('k2', 'Performer'),
      unique: true,
      kind: 'link',
      tableId: 'p',
      inverse: 'Locker',
      onDelete: 'unlink',
    },
  },
  {
    kind: 'addColumn',
    tableId: 'p',
    column: {
      ...column('p2', 'Stand-in for'),
      kind: 'link',
      tableId: 'p',
      inverse: 'Stand-ins',
      onDelete: 'unlink',
      acyclic: true,
    },
  },
];

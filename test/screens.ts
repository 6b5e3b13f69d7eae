import { applyEdit, type Edit } from '@/core/edit';
import type { Definition, Screen } from '@/core/model';
import type { AppFile } from '@/core/transfer';

const column = (id: string, name: string) =>
  ({ id, name, required: false, unique: false, default: { kind: 'none' } }) as const;

/** Hives with their honey jars: small enough to evaluate by hand. */
const plan: Edit[] = [
  { kind: 'addTable', tableId: 'v', columnId: 'v1', name: 'Hives' },
  {
    kind: 'addColumn',
    tableId: 'v',
    column: { ...column('v2', 'Place'), kind: 'choice', choices: ['Heath', 'Orchard'], tones: { Heath: 'plum' } },
  },
  {
    kind: 'addColumn',
    tableId: 'v',
    column: { ...column('v3', 'Height'), kind: 'measure', quantity: 'length', unit: 'cm', places: 1 },
  },
  { kind: 'addColumn', tableId: 'v', column: { ...column('v4', 'Set up'), kind: 'date' } },
  { kind: 'addColumn', tableId: 'v', column: { ...column('v5', 'Frames'), kind: 'wholeNumber', min: 0, max: 20 } },
  { kind: 'addColumn', tableId: 'v', column: { ...column('v6', 'Weak'), kind: 'yesNo' } },
  { kind: 'addTable', tableId: 'j', columnId: 'j1', name: 'Jars' },
  {
    kind: 'addColumn',
    tableId: 'j',
    column: { ...column('j2', 'Hive'), kind: 'link', tableId: 'v', inverse: 'Jars', onDelete: 'cascade' },
  },
  { kind: 'addColumn', tableId: 'j', column: { ...column('j3', 'Price'), kind: 'money', currency: 'EUR' } },
];

/** The hives as an app file, with screens in place of those made from the plan. */
export function hives(screens: readonly Screen[] = [], more: readonly Edit[] = []): AppFile {
  const made = plan.reduce<Definition>((now, edit) => applyEdit(now, edit).definition, {
    id: 'hives',
    name: 'Hive book',
    theme: { accent: 'ochre' },
    tables: [],
  });
  const edits: Edit[] = [
    ...more,
    ...screens.map((screen): Edit => ({
      kind: ['list-v', 'record-v', 'form-v', 'list-j', 'record-j', 'form-j', 'start', 'settings'].includes(screen.id)
        ? 'setScreen'
        : 'addScreen',
      screen,
    })),
  ];
  const definition = edits.reduce((now, edit) => applyEdit(now, edit).definition, made);
  const rows = {
    v: {
      columns: ['v1', 'v2', 'v3', 'v4', 'v5', 'v6'],
      rows: [
        [1, 'Amber', 'Heath', 0.905, '2026-11-10', 12, 0],
        [2, 'Briar', 'Orchard', 1.2, '2026-03-01', 8, 1],
        [3, 'Clover', 'Heath', null, null, null, 0],
      ],
    },
    j: {
      columns: ['j1', 'j2', 'j3'],
      rows: [
        [1, 'Spring', 1, 650],
        [2, 'Lime', 1, 900],
        [3, 'Heather', 2, 1200],
        [4, 'Odd', null, 100],
      ],
    },
  };
  return { format: 'fern-shelf-app', version: 1, definition, starting: { tables: definition.tables, rows } };
}

import type { TableChange } from '@/core/driver';
import type { Definition } from '@/core/model';
import { screensOf } from '@/core/plan';

/** The first walk: five steps on one's own app, from its first table to its first record. */
export const walkSteps: readonly { name: string; how: string; onPhone?: string }[] = [
  { name: 'Name a table', how: 'Type what it holds and its columns, and press “Make it run”.' },
  {
    name: 'Add a column',
    how: 'Type a name and a kind, such as “price money”, in the line below the columns.',
    onPhone: 'Tap “Add column”, give it a name, and choose its kind.',
  },
  {
    name: 'See its list',
    how: 'The app runs as you plan it: tap the table’s name in the phone.',
    onPhone: 'The app runs as you plan it: go to Run, and tap the table’s name.',
  },
  { name: 'Begin a record', how: 'Tap the plus in the phone. The form asks for your columns.' },
  { name: 'Save it', how: 'Fill in what you like, and tap Save: it is stored in a real SQLite database.' },
];

/** What the walk sees of the app. */
export interface WalkSight {
  definition: Definition;
  tableId: string;
  /** How many columns the table had when it was made. */
  columns: number;
  /** The screens on the phone, the last one on top. */
  way: readonly { screenId: string }[];
  /** What the latest taps did. */
  changes: readonly TableChange[];
}

/** How many steps are behind, from `done` on; null where the table is gone. One step may be skipped by doing the next. */
export function stepsDone(done: number, { definition, tableId, columns, way, changes }: WalkSight): number | null {
  const table = definition.tables.find(({ id }) => id === tableId);
  if (!table) return null;
  const shown = way.flatMap(({ screenId }) => screensOf(definition).list.find(({ id }) => id === screenId) ?? []);
  const isShown = (kind: 'list' | 'form') => shown.some((screen) => screen.kind === kind && screen.tableId === tableId);
  const isSaved = changes.some((change) => change.table === table.identifier && change.inserted > 0);
  if (isSaved) return 5;
  const reached = [table.columns.length > columns ? 2 : 1, isShown('list') ? 3 : 1, isShown('form') ? 4 : 1];
  return Math.max(done, ...reached);
}

import type { Edit } from '@/core/edit';
/** A column that is neither required nor unique and starts empty. */
export const plainColumn = (id: string, name: string) =>
  ({ id, name, required: false, unique: false, default: { kind: 'none' } }) as const;

/** Plays ("p") and the hats ("h") worn in them, joined by a link (h3) of the given name. */
export const hatPlan = (link: string): Edit[] => [
  { kind: 'addTable', tableId: 'p', columnId: 'p1', name: 'Plays' },
  {
    kind: 'addColumn',
    tableId: 'p',
    column: { ...plainColumn('p2', 'Stage'), kind: 'choice', choices: ['Main', 'Cellar'], tones: { Main: 'green' } },
  },
  { kind: 'addTable', tableId: 'h', columnId: 'h1', name: 'Hats' },
  { kind: 'addColumn', tableId: 'h', column: { ...plainColumn('h2', 'Price'), kind: 'money', currency: 'EUR' } },
  {
    kind: 'addColumn',
    tableId: 'h',
    column: { ...plainColumn('h3', link), kind: 'link', tableId: 'p', inverse: 'Hats', onDelete: 'unlink' },
  },
];

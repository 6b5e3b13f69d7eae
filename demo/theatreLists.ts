import type { Screen, Slot } from '@/core/model';

export const slot = (id: string, text: string, more: Omit<Slot, 'id' | 'text'> = {}): Slot => ({ id, text, ...more });

const isLate = 'count(loans) FILTER (WHERE loans.overdue) > 0';

export const garments: Screen = {
  kind: 'list',
  id: 'list-t3',
  name: 'Garments',
  tableId: 't3',
  select: true,
  routineIds: ['note-repair'],
  labels: { columnId: 't3-02', as: 'bars' },
  row: {
    shape: 'cards',
    across: 3,
    picture: slot('g-photo', 'photo'),
    lines: [slot('g-tag', 'tag'), slot('g-place', 'kept_at')],
    edge: [
      slot('g-value', 'value'),
      slot('g-late', `CASE WHEN ${isLate} THEN 'Late' END`, {
        styles: [{ id: 'g-late-red', when: isLate, tone: 'red', icon: 'clock' }],
      }),
    ],
    badge: slot('g-condition', 'condition', {
      styles: [{ id: 'g-poor', when: "condition = 'Poor'", tone: 'red', icon: 'wrench' }],
    }),
    styles: [{ id: 'g-overdue', when: isLate, tone: 'amber', strong: true }],
  },
  empty: { text: 'No garment is on the rails yet.', button: 'Hang up the first' },
};

const loanRow = {
  shape: 'rows' as const,
  across: 2,
  picture: slot('l-photo', 'garment.photo'),
  title: slot('l-garment', 'garment'),
  lines: [
    slot('l-borrower', 'borrower'),
    slot('l-due', 'due_back', {
      maxLines: 1,
      format: { kind: 'date', style: 'relative' },
      styles: [{ id: 'l-red', when: 'overdue', tone: 'red', strong: true, icon: 'clock' }],
    }),
  ],
  edge: [
    slot('l-deposit', 'deposit'),
    slot('l-returned', 'returned', { format: { kind: 'yesNo', yes: 'Returned', no: 'Out' }, look: 'soft' }),
  ],
};

export const loans: Screen = {
  kind: 'list',
  id: 'list-t5',
  name: 'Loans',
  tableId: 't5',
  row: loanRow,
  buttons: ['edit'],
  sort: [{ text: 'due_back', direction: 'descending' }],
};

export const overdue: Screen = {
  kind: 'list',
  id: 'overdue',
  name: 'Overdue loans',
  tableId: 't5',
  queryId: 'q-overdue',
  row: loanRow,
  add: false,
  totals: [{ id: 'o-deposit', label: 'Deposits', aggregate: 'sum', text: 'deposit' }],
  empty: { text: 'Everything is back on its rail.' },
};

export const repairs: Screen = {
  kind: 'list',
  id: 'list-t6',
  name: 'Repairs',
  tableId: 't6',
  row: {
    shape: 'rows',
    across: 2,
    lines: [
      slot('r-garment', 'garment'),
      slot('r-day', 'reported'),
      slot('r-for', 'production', { maxLines: 1, format: { kind: 'template', text: 'for {}' } }),
    ],
    edge: [
      slot('r-cost', 'cost', { styles: [{ id: 'r-dear', when: 'cost > 100', tone: 'red', strong: true }] }),
      slot('r-charged', 'charged', { format: { kind: 'yesNo', yes: 'Charged', no: 'Open' }, look: 'soft' }),
    ],
  },
  totals: [
    { id: 'r-hours', label: 'Hours', aggregate: 'sum', text: 'hours' },
    { id: 'r-sum', label: 'Cost', aggregate: 'sum', text: 'cost' },
  ],
};

export const uncharged: Screen = {
  ...repairs,
  id: 'uncharged',
  name: 'Not yet charged',
  queryId: 'q-uncharged',
  add: false,
  section: { text: 'production', totals: [{ id: 'u-sum', label: 'Cost', aggregate: 'sum', text: 'cost' }] },
};

export const dear: Screen = {
  ...repairs,
  id: 'dear',
  name: 'Dear repairs',
  queryId: 'q-dear',
  given: { least: '80' },
  add: false,
};

export const productions: Screen = {
  kind: 'list',
  id: 'list-t1',
  name: 'Productions',
  tableId: 't1',
  row: {
    shape: 'rows',
    across: 2,
    lines: [slot('p-night', 'opening_night', { format: { kind: 'date', style: 'long' } })],
    edge: [
      slot('p-left', 'budget_left', {
        styles: [{ id: 'p-red', when: 'budget_left < 0', tone: 'red', strong: true, icon: 'alert' }],
      }),
    ],
    badge: slot('p-finished', 'finished', {
      format: { kind: 'yesNo', yes: 'Struck', no: 'Running' },
      styles: [
        { id: 'p-done', when: 'finished', tone: 'grey' },
        { id: 'p-on', when: 'NOT finished', tone: 'green' },
      ],
    }),
  },
  sort: [{ text: 'opening_night', direction: 'descending' }],
  section: { text: 'stage', totals: [{ id: 'p-budget', label: 'Budget', aggregate: 'sum', text: 'costume_budget' }] },
};

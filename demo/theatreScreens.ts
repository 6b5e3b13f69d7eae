import type { Definition, FormPart, MenuEntry, Query, Screen, Screens, Slot, Table } from '@/core/model';
import { madeFormParts, madeRecordParts, screensOf } from '@/core/plan';
/** Selections that the theatre's screens are made of. */
export const theatreQueries: Query[] = [
  {
    id: 'q-overdue',
    name: 'Overdue loans',
    tableId: 't5',
    condition: 'overdue',
    order: [{ text: 'due_back', direction: 'ascending' }],
  },
  {
    id: 'q-uncharged',
    name: 'Repairs not yet charged',
    tableId: 't6',
    condition: 'NOT charged AND production IS NOT NULL',
    order: [{ text: 'reported', direction: 'descending' }],
  },
  {
    id: 'q-dear',
    name: 'Repairs dearer than',
    tableId: 't6',
    condition: 'NOT charged AND cost > :least',
    parameters: [{ name: 'least', kind: 'number', value: '50' }],
    order: [{ text: 'cost', direction: 'descending' }],
  },
  {
    id: 'q-ahead',
    name: 'Opening nights ahead',
    tableId: 't1',
    condition: 'opening_night >= :today',
    order: [{ text: 'opening_night', direction: 'ascending' }],
    limit: 4,
  },
];

const slot = (id: string, text: string, more: Omit<Slot, 'id' | 'text'> = {}): Slot => ({ id, text, ...more });

/** The screens made from the plan, with those in their place that the wardrobe has designed. */
export function theatreScreens(app: Pick<Definition, 'tables' | 'people'>): Screens {
  const tableOf = (id: string) => app.tables.find((table) => table.id === id) as Table;
  const designed: Screen[] = [
    start(app.tables),
    garments,
    loans,
    repairs,
    productions,
    production(app, tableOf('t1')),
    performer(app, tableOf('t2')),
    costSheet,
    costSheetForm(tableOf('t10')),
    repairForm(tableOf('t6')),
  ];
  const made = screensOf(app).list.map((screen) => designed.find(({ id }) => id === screen.id) ?? screen);
  return {
    startId: 'start',
    frame: { kind: 'tabs', screenIds: ['start', 'list-t3', 'mending', 'settings'] },
    list: [...made, overdue, uncharged, mending, byStage, dear, scan, stockTake, fittingDays, cast],
  };
}

function start(tables: Table[]): Screen {
  const menu = screensOf({ tables }).list.find(({ id }) => id === 'start');
  const icons: Record<string, MenuEntry extends infer E ? (E extends { icon?: infer I } ? I : never) : never> = {
    t3: 'shirt',
    t5: 'calendar',
    t6: 'tools',
    t9: 'note',
    t1: 'star',
    t2: 'people',
    t10: 'money',
  };
  const made = menu?.kind === 'menu' ? menu.entries : [];
  const entries = made.map((entry): MenuEntry => {
    if (entry.kind !== 'screen') return entry;
    const icon = icons[entry.screenId.replace('list-', '')];
    // Money is for those who work more than half the week.
    const when =
      entry.screenId === 'list-t10' || entry.screenId === 'list-t11' ? { when: { person: 'hours_a_week >= 24' } } : {};
    return { ...entry, ...(icon ? { icon } : {}), ...when };
  });
  const today: MenuEntry[] = [
    { id: 'now', kind: 'heading', text: 'Now' },
    { id: 'to-scan', kind: 'screen', screenId: 'scan', icon: 'barcode' },
    { id: 'to-stock-take', kind: 'screen', screenId: 'stock-take', icon: 'box' },
    { id: 'to-fitting-days', kind: 'screen', screenId: 'fitting-days', icon: 'calendar' },
    {
      id: 'to-overdue',
      kind: 'screen',
      screenId: 'overdue',
      counted: true,
      icon: 'calendar',
      when: { queryId: 'q-overdue' },
    },
    {
      id: 'to-uncharged',
      kind: 'screen',
      screenId: 'uncharged',
      counted: true,
      icon: 'money',
      when: { queryId: 'q-uncharged' },
    },
    { id: 'to-dear', kind: 'screen', screenId: 'dear', counted: true, icon: 'tools' },
    { id: 'ahead', kind: 'rows', tableId: 't1', queryId: 'q-ahead', screenId: 'record-t1', most: 4, icon: 'star' },
    { id: 'reports', kind: 'heading', text: 'Reports' },
    { id: 'to-mending', kind: 'screen', screenId: 'mending', icon: 'chart' },
    { id: 'to-stage', kind: 'screen', screenId: 'by-stage', icon: 'chart' },
  ];
  const settings = entries.filter(({ id }) => id === 'to-settings');
  return {
    kind: 'menu',
    id: 'start',
    name: 'Start',
    entries: [...entries.filter(({ id }) => id !== 'to-settings'), ...today, ...settings],
    note: 'The wardrobe is open from nine to six.',
  };
}

const isLate = 'count(loans) FILTER (WHERE loans.overdue) > 0';

const garments: Screen = {
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
const loans: Screen = {
  kind: 'list',
  id: 'list-t5',
  name: 'Loans',
  tableId: 't5',
  row: loanRow,
  buttons: ['edit'],
  sort: [{ text: 'due_back', direction: 'descending' }],
};
const overdue: Screen = {
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

const repairs: Screen = {
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
const uncharged: Screen = {
  ...repairs,
  id: 'uncharged',
  name: 'Not yet charged',
  queryId: 'q-uncharged',
  add: false,
  section: { text: 'production', totals: [{ id: 'u-sum', label: 'Cost', aggregate: 'sum', text: 'cost' }] },
};

const dear: Screen = {
  ...repairs,
  id: 'dear',
  name: 'Dear repairs',
  queryId: 'q-dear',
  given: { least: '80' },
  add: false,
};

const productions: Screen = {
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

function performer(app: Pick<Definition, 'tables' | 'people'>, table: Table): Screen {
  const made = madeRecordParts(app, table);
  return {
    kind: 'record',
    id: 'record-t2',
    name: 'Performer',
    tableId: 't2',
    parts: [
      {
        id: 'measures',
        kind: 'group',
        title: 'Measurements',
        facts: [
          slot('m-chest', 'chest', { label: 'Chest' }),
          slot('m-waist', 'waist', { label: 'Waist', format: { kind: 'measure', places: 0 } }),
          slot('m-leg', 'inside_leg', { label: 'Inside leg' }),
          slot('m-shoe', 'shoe_size', { label: 'Shoe size', format: { kind: 'template', text: 'European {}' } }),
        ],
      },
      {
        id: 'about',
        kind: 'group',
        title: 'About',
        facts: [
          slot('m-joined', 'joined', { label: 'With us', format: { kind: 'date', style: 'relative' } }),
          slot('m-wool', 'allergic_to_wool', {
            label: 'Wool',
            format: { kind: 'yesNo', yes: 'Allergic', no: 'No trouble' },
            styles: [{ id: 'm-warn', when: 'allergic_to_wool', tone: 'red', icon: 'alert', strong: true }],
          }),
          slot('m-roles', 'roles', { label: 'Roles', maxLines: 4 }),
        ],
      },
      ...made.filter(({ kind }) => kind === 'linked'),
    ],
  };
}

/** A production, from which its cast is put together. */
function production(app: Pick<Definition, 'tables' | 'people'>, table: Table): Screen {
  const made = madeRecordParts(app, table);
  const facts = made.filter(({ kind }) => kind === 'group');
  return {
    kind: 'record',
    id: 'record-t1',
    name: 'Production',
    tableId: 't1',
    parts: [
      ...facts,
      { id: 'p-cast', kind: 'button', label: 'Put the cast together', screenId: 'cast' },
      ...made.filter((part) => !facts.includes(part)),
    ],
  };
}

const cast: Screen = {
  kind: 'list',
  id: 'cast',
  name: 'Who plays',
  tableId: 't2',
  tap: 'collect',
  add: false,
  swipe: false,
  row: { shape: 'rows', across: 1, lines: [slot('w-roles', 'roles', { maxLines: 1 })], edge: [] },
  collect: { tableId: 't7', linkId: 't7-01', parentId: 't7-02', leaving: 'clear' },
  empty: { text: 'There are no performers yet.' },
};

const costSheet: Screen = {
  kind: 'record',
  id: 'record-t10',
  name: 'Cost sheet',
  tableId: 't10',
  parts: [
    {
      id: 'sheet',
      kind: 'group',
      facts: [
        slot('s-production', 'production', { label: 'Production' }),
        slot('s-day', 'day', { label: 'Day', format: { kind: 'date', style: 'long' } }),
        slot('s-total', 'total', { label: 'Total', look: 'strong' }),
        slot('s-paid', 'paid', {
          label: 'Paid',
          styles: [{ id: 's-open', when: 'NOT paid', tone: 'amber', icon: 'clock' }],
        }),
        slot('s-remark', 'remark', { label: 'Remark', maxLines: 6 }),
      ],
    },
    { id: 'sheet-gather', kind: 'routine', label: 'Gather repairs', routineId: 'gather' },
    { id: 'sheet-copy', kind: 'routine', label: 'Copy the sheet', routineId: 'copy-sheet' },
    {
      id: 'sheet-lines',
      kind: 'linked',
      columnId: 't11-02',
      title: 'Lines',
      rows: 10,
      totals: [
        { id: 's-hours', label: 'Hours', aggregate: 'sum', text: 'hours' },
        { id: 's-sum', label: 'Amount', aggregate: 'sum', text: 'amount' },
      ],
    },
    { id: 'sheet-repairs', kind: 'linked', columnId: 't6-10', title: 'Gathered repairs', rows: 3, totals: [] },
  ],
  page: {
    paper: 'A4',
    heading: 'Cost sheet {}',
    facts: [
      slot('pg-production', 'production', { label: 'Production' }),
      slot('pg-stage', 'production.stage', { label: 'Stage' }),
      slot('pg-day', 'day', { label: 'Day', format: { kind: 'date', style: 'long' } }),
      slot('pg-remark', 'remark', { label: 'Remark' }),
    ],
    lines: {
      columnId: 't11-02',
      slots: [
        slot('pg-work', 'work', { label: 'Work' }),
        slot('pg-hours', 'hours', { label: 'Hours' }),
        slot('pg-rate', 'rate', { label: 'Rate' }),
        slot('pg-amount', 'amount', { label: 'Amount' }),
      ],
      totals: [
        { id: 'pg-sum-hours', label: 'Hours', aggregate: 'sum', text: 'hours' },
        { id: 'pg-sum', label: 'To be paid', aggregate: 'sum', text: 'amount' },
      ],
    },
    foot: 'Lantern Lane Playhouse, wardrobe',
  },
};

const fields = (table: Table): Map<string, FormPart> =>
  new Map(madeFormParts(table).flatMap((part) => (part.kind === 'field' ? [[part.columnId, part] as const] : [])));

function costSheetForm(table: Table): Screen {
  const field = fields(table);
  return {
    kind: 'form',
    id: 'form-t10',
    name: 'Cost sheet form',
    tableId: 't10',
    parts: [
      ...['t10-01', 't10-02', 't10-03'].flatMap((id) => field.get(id) ?? []),
      { id: 'f-lines', kind: 'lines', columnId: 't11-02', title: 'Lines', fields: ['t11-01', 't11-03', 't11-04'] },
      ...['t10-04', 't10-06'].flatMap((id) => field.get(id) ?? []),
    ],
    after: 'record',
  };
}

function repairForm(table: Table): Screen {
  const field = fields(table);
  const of = (id: string) => field.get(id) as Extract<FormPart, { kind: 'field' }>;
  return {
    kind: 'form',
    id: 'form-t6',
    name: 'Repair form',
    tableId: 't6',
    parts: [
      { ...of('t6-01'), placeholder: 'Such as “Loose hem”' },
      of('t6-02'),
      of('t6-03'),
      of('t6-04'),
      { id: 'f-work', kind: 'heading', text: 'The work' },
      { ...of('t6-05'), help: 'In quarters of an hour.' },
      { ...of('t6-06'), readOnlyWhen: 'charged' },
      { id: 'f-cost', kind: 'fact', slot: slot('f-cost-slot', 'cost', { label: 'Cost', look: 'strong' }) },
      { ...of('t6-07'), visibleWhen: 'production IS NOT NULL' },
      of('t6-09'),
    ],
    checks: [
      {
        id: 'f-long',
        holds: 'hours <= 40',
        message: 'More than 40 hours is more than one repair: split it.',
        columnId: 't6-05',
      },
    ],
  };
}

const scan: Screen = {
  kind: 'scan',
  id: 'scan',
  name: 'Find by tag',
  codes: [{ tableId: 't3', columnId: 't3-02' }],
  found: { kind: 'open' },
  catalogue: true,
  note: 'Scan the tag that is sewn into a garment.',
};
const stockTake: Screen = {
  kind: 'scan',
  id: 'stock-take',
  name: 'Stock-take',
  codes: [{ tableId: 't3', columnId: 't3-02' }],
  found: { kind: 'collect', tableId: 't12', linkId: 't12-01', countId: 't12-03', leaving: 'keep' },
  repeats: 'count',
  note: 'Go along the rail and scan every tag. The list stays on this phone until it is saved.',
};

const fittingDays: Screen = {
  kind: 'calendar',
  id: 'fitting-days',
  name: 'Fitting days',
  tableId: 't4',
  dayId: 't4-04',
  row: {
    shape: 'rows',
    across: 1,
    title: slot('f-who', 'performer'),
    lines: [slot('f-what', 'garment'), slot('f-fit', 'fit')],
    edge: [slot('f-at', 'at')],
    styles: [{ id: 'f-done', when: 'done', tone: 'green' }],
  },
};

const mending: Screen = {
  kind: 'report',
  id: 'mending',
  name: 'Mending by month',
  tableId: 't6',
  group: 'reported',
  step: 'month',
  value: { id: 'mend-hours', label: 'Hours of repair', aggregate: 'sum', text: 'hours' },
  chart: 'bars',
  order: 'group',
  most: 12,
};
const byStage: Screen = {
  kind: 'report',
  id: 'by-stage',
  name: 'Repair costs by stage',
  tableId: 't6',
  group: 'production.stage',
  value: { id: 'stage-cost', label: 'Cost', aggregate: 'sum', text: 'cost' },
  chart: 'donut',
  order: 'value',
  most: 6,
};

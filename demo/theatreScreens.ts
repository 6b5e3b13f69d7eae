import type { Definition, MenuEntry, Query, Screen, Screens, Table } from '@/core/model';
import { madeRecordParts, screensOf } from '@/core/plan';
import { costSheetForm, repairForm, scan, stockTake, fittingDays, mending, byStage } from './theatreForms';
import { slot, garments, loans, overdue, repairs, uncharged, dear, productions } from './theatreLists';

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

import {
  type Assignment,
  Definition,
  type Routine,
  type RowDesign,
  type Screen,
  type Slot,
  type Step,
  type Total,
} from '@/core/model';
import type { AppFile } from '@/core/transfer';
import { computed, demoRows, demoTable, linkTo } from '@/demo/table';

/** A whole picture of one point. */
const POINT =
  'data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==';

const crew = demoTable('c', 'Crew', 'Hand', [
  ['Name', { kind: 'text' }, { required: true, unique: true }],
  ['Mate', { kind: 'yesNo' }],
]);

/** A boat has a column of every kind, and every rule that a column can have. */
const boats = {
  ...demoTable('b', 'Boats', 'Boat', [
    ['Name', { kind: 'text', maxLength: 40, pattern: { expression: '.*\\S.*', message: 'A boat has a name.' } }],
    ['Code', { kind: 'barcode', symbology: 'EAN-13' }, { unique: true }],
    ['Log', { kind: 'longText' }],
    ['Berths', { kind: 'wholeNumber', min: 0, max: 40 }, { default: { kind: 'value', value: 2 } }],
    ['Draught', { kind: 'decimal', places: 2 }],
    ['Fee', { kind: 'money', currency: 'EUR' }],
    ['Afloat', { kind: 'yesNo' }, { default: { kind: 'value', value: true } }],
    ['Launched', { kind: 'date' }, { indexed: true }],
    ['Leaves', { kind: 'time' }],
    ['Seen', { kind: 'dateTime' }],
    ['Length', { kind: 'measure', quantity: 'length', unit: 'm', places: 1 }],
    ['State', { kind: 'choice', choices: ['Sound', 'Leaky'], tones: { Sound: 'green', Leaky: 'red' } }],
    ['Liked', { kind: 'rating', most: 5, half: true }],
    ['Photo', { kind: 'picture' }],
    ['Papers', { kind: 'file' }],
    ['Made', { kind: 'created' }],
    ['Changed', { kind: 'changed' }],
    ['Skipper', linkTo(crew, 'Boats', 'unlink')],
    ['Dry days', computed('days_between(launched, :today)')],
    ['My word', { kind: 'text' }, { perPerson: true }],
  ]),
  keys: [{ id: 'k', unique: true, columnIds: ['b-01', 'b-08'], onSame: 'keep' as const }],
};
const tender = demoTable('b', 'Boats', 'Boat', [
  ['Tender of', { ...linkTo(boats, 'Tenders', 'unlink'), acyclic: true }],
]).columns.map((column) => ({ ...column, id: 'b-21' }));
boats.columns.push(...tender);

const trips = demoTable('t', 'Trips', 'Trip', [
  ['Boat', linkTo(boats, 'Trips', 'cascade'), { required: true }],
  ['Hand', linkTo(crew, 'Trips', 'stop')],
  ['From', { kind: 'date' }, { required: true, default: { kind: 'today' } }],
  ['Until', { kind: 'date' }],
  ['Miles', { kind: 'wholeNumber' }],
]);
const notes = {
  ...demoTable('n', 'Notes', 'Note', [
    ['Text', { kind: 'text' }, { required: true }],
    ['Boat', linkTo(boats, 'Notes', 'cascade')],
  ]),
  owned: true,
};

let made = 0;
const id = (): string => `p${++made}`;
const slot = (text: string, more: Partial<Slot> = {}): Slot => ({ id: id(), text, ...more });
const total = (label: string, text?: string): Total => ({
  id: id(),
  label,
  aggregate: text ? 'sum' : 'count',
  ...(text ? { text } : {}),
});
const set = (columnId: string, text: string): Assignment => ({ columnId, text });

const row = (shape: RowDesign['shape']): RowDesign => ({
  shape,
  across: shape === 'rows' ? 1 : 2,
  minHeight: 96,
  picture: slot('photo'),
  title: slot('name', { look: 'strong' }),
  badge: slot('state', { styles: [{ id: id(), when: "state = 'Leaky'", icon: 'wrench' }] }),
  lines: [
    slot('skipper'),
    slot('length', { format: { kind: 'measure', places: 2 }, maxLines: 2 }),
    slot('skipper.mate', { format: { kind: 'yesNo', yes: 'Mate', no: 'Hand' } }),
    slot("count(trips) || ' trips'", { label: 'Trips', tone: "CASE WHEN count(trips) > 1 THEN 'amber' END" }),
    slot('my_word', { look: 'soft' }),
    slot('launched', { format: { kind: 'date', style: 'relative' } }),
  ],
  edge: [slot('fee', { format: { kind: 'money', display: 'code' } }), slot('liked')],
  styles: [{ id: id(), when: 'NOT afloat', tone: 'grey', strong: true, hide: true }],
});

const lists: Screen[] = [
  {
    kind: 'list',
    id: 'boats',
    name: 'Boats',
    tableId: 'b',
    row: row('cards'),
    sort: [{ text: 'state', direction: 'descending' }],
    filters: ['b-12', 'b-18'],
    section: { text: 'state', direction: 'descending', totals: [total('Berths', 'berths')] },
    totals: [total('Boats'), total('Fees', 'fee')],
    select: true,
    buttons: ['edit', 'delete'],
    routineIds: ['each', 'asks'],
    rowRoutineId: 'each',
    labels: { columnId: 'b-02', as: 'bars' },
    empty: { text: 'No boat lies here.', button: 'Moor the first' },
  },
  {
    kind: 'list',
    id: 'leaky',
    name: 'Leaky ones',
    tableId: 'b',
    queryId: 'in-state',
    given: { state: "'Leaky'" },
    row: row('pictures'),
    search: 'slots',
    tap: 'actions',
    hold: 'select',
    swipe: false,
    add: false,
    userSort: false,
  },
  { kind: 'list', id: 'mine', name: 'My boats', tableId: 'b', queryId: 'by-hand', row: row('rows'), search: 'none' },
  {
    kind: 'list',
    id: 'aboard',
    name: 'Who sails',
    tableId: 'c',
    tap: 'collect',
    collect: { tableId: 't', linkId: 't-02', parentId: 't-01', leaving: 'clear' },
  },
  { kind: 'list', id: 'crew', name: 'Crew', tableId: 'c' },
  { kind: 'list', id: 'trips', name: 'Trips', tableId: 't' },
  { kind: 'list', id: 'notes', name: 'Notes', tableId: 'n' },
];

const records: Screen[] = [
  {
    kind: 'record',
    id: 'boat',
    name: 'Boat',
    tableId: 'b',
    formScreenId: 'boat-form',
    parts: [
      { kind: 'group', id: id(), title: 'The boat', facts: [slot('photo'), slot('papers'), slot('dry_days')] },
      {
        kind: 'group',
        id: id(),
        facts: [slot('seen'), slot('leaves'), slot('made'), slot('changed'), slot('skipper')],
      },
      { kind: 'linked', id: id(), columnId: 't-01', title: 'Under sail', rows: 3, totals: [total('Miles', 'miles')] },
      { kind: 'linked', id: id(), columnId: 'b-21', rows: 2, totals: [], listScreenId: 'boats' },
      { kind: 'button', id: id(), label: 'Who sails', screenId: 'aboard' },
      { kind: 'routine', id: id(), label: 'Copy it', routineId: 'copies' },
    ],
    page: {
      paper: 'Letter',
      heading: 'Boat {}',
      foot: 'Pebble Harbour',
      facts: [slot('name'), slot('skipper.name', { label: 'Skipper' })],
      lines: { columnId: 't-01', slots: [slot('"from"'), slot('miles')], totals: [total('Miles', 'miles')] },
    },
  },
  { kind: 'record', id: 'trip', name: 'Trip', tableId: 't' },
  { kind: 'record', id: 'hand', name: 'Hand', tableId: 'c' },
  { kind: 'record', id: 'note', name: 'Note', tableId: 'n' },
];

const forms: Screen[] = [
  {
    kind: 'form',
    id: 'boat-form',
    name: 'Boat form',
    tableId: 'b',
    after: 'record',
    parts: [
      { kind: 'heading', id: id(), text: 'The boat' },
      ...boats.columns
        .filter(({ kind }) => !['created', 'changed', 'expression'].includes(kind))
        .map((column) => ({ kind: 'field' as const, id: id(), columnId: column.id, help: `Of ${column.name}` })),
      { kind: 'field', id: id(), columnId: 'b-04', input: 'stepper', start: '1 + 2', visibleWhen: 'afloat' },
      { kind: 'field', id: id(), columnId: 'b-05', input: 'slider', readOnlyWhen: 'NOT afloat', placeholder: '0.5' },
      { kind: 'fact', id: id(), slot: slot('fee * 2', { label: 'Both ways' }) },
      { kind: 'lines', id: id(), columnId: 't-01', title: 'Trips', fields: ['t-03', 't-05'] },
    ],
    checks: [
      { id: id(), holds: 'fee IS NULL OR fee >= 0', message: 'A fee is not less than nothing.', columnId: 'b-06' },
      { id: id(), holds: 'afloat OR launched IS NULL', message: 'What was launched is afloat.' },
    ],
  },
  { kind: 'form', id: 'trip-form', name: 'Trip form', tableId: 't', after: 'next' },
  { kind: 'form', id: 'hand-form', name: 'Hand form', tableId: 'c' },
  { kind: 'form', id: 'note-form', name: 'Note form', tableId: 'n' },
];

const others: Screen[] = [
  {
    kind: 'menu',
    id: 'harbour',
    name: 'Harbour',
    note: 'The gate closes at ten.',
    entries: [
      { kind: 'heading', id: id(), text: 'Afloat' },
      { kind: 'screen', id: id(), screenId: 'boats', icon: 'box', counted: true },
      { kind: 'screen', id: id(), screenId: 'leaky', counted: true, when: { queryId: 'in-state' } },
      { kind: 'screen', id: id(), screenId: 'fees', label: 'Fees', icon: 'chart', when: { person: 'mate' } },
      { kind: 'rows', id: id(), tableId: 'b', screenId: 'boat', most: 3, icon: 'star', when: { person: 'mate' } },
      { kind: 'rows', id: id(), tableId: 'b', queryId: 'in-state', screenId: 'trips', columnId: 't-01', most: 2 },
      { kind: 'routine', id: id(), routineId: 'rounds', icon: 'tools' },
      { kind: 'screen', id: id(), screenId: 'settings', icon: 'settings' },
    ],
  },
  ...(['bars', 'line', 'donut', 'table'] as const).map((chart, at): Screen => ({
    kind: 'report',
    id: at === 0 ? 'fees' : `fees-${chart}`,
    name: `Fees as ${chart}`,
    tableId: 'b',
    group: at % 2 === 0 ? 'launched' : 'state',
    ...(at % 2 === 0 ? { step: 'month' } : {}),
    value: total('Fees', 'fee'),
    chart,
    order: at < 2 ? 'group' : 'value',
    most: 12,
  })),
  { kind: 'calendar', id: 'days', name: 'Days', tableId: 't', dayId: 't-03', untilId: 't-04', view: 'week' },
  { kind: 'calendar', id: 'launches', name: 'Launches', tableId: 'b', dayId: 'b-08', add: false, row: row('rows') },
  {
    kind: 'scan',
    id: 'open-scan',
    name: 'Find a boat',
    codes: [{ tableId: 'b', columnId: 'b-02' }],
    found: { kind: 'open' },
    catalogue: true,
    note: 'By the code at the bow.',
  },
  {
    kind: 'scan',
    id: 'routine-scan',
    name: 'Check in',
    codes: [{ tableId: 'b', columnId: 'b-02' }],
    found: { kind: 'routine', routineId: 'each' },
    continuous: true,
    repeats: 'ignore',
  },
  {
    kind: 'scan',
    id: 'list-scan',
    name: 'Round of the harbour',
    codes: [{ tableId: 'b', columnId: 'b-02' }],
    found: { kind: 'collect', tableId: 't', linkId: 't-01', countId: 't-05', leaving: 'keep' },
  },
  { kind: 'settings', id: 'settings', name: 'Settings' },
];

/** Every kind of step, and every kind of answer. */
const steps: Step[] = [
  { kind: 'set', id: id(), name: 'sum', text: '1 + count(trips)' },
  { kind: 'ask', id: id(), name: 'word', question: 'Which word?', answer: { kind: 'text' } },
  { kind: 'ask', id: id(), name: 'number', question: 'How many?', answer: { kind: 'number' } },
  { kind: 'ask', id: id(), name: 'day', question: 'Which day?', answer: { kind: 'date' } },
  {
    kind: 'ask',
    id: id(),
    name: 'state',
    question: 'Which state?',
    answer: { kind: 'choice', choices: ['Sound', 'Leaky'] },
  },
  { kind: 'ask', id: id(), name: 'hand', question: 'Whose?', answer: { kind: 'record', tableId: 'c' } },
  { kind: 'ask', id: id(), name: 'sure', question: 'Go on?', answer: { kind: 'confirm' } },
  { kind: 'update', id: id(), record: ':this', values: [set('b-03', ':word'), set('b-04', ':number')] },
  { kind: 'insert', id: id(), tableId: 't', name: 'trip', values: [set('t-01', ':this'), set('t-03', ':day')] },
  { kind: 'link', id: id(), record: ':this', columnId: 'b-18', to: ':hand' },
  {
    kind: 'if',
    id: id(),
    condition: "state = 'Leaky'",
    steps: [{ kind: 'unlink', id: id(), record: ':this', columnId: 'b-18' }],
    otherwise: [{ kind: 'message', id: id(), text: "'Sound: ' || name" }],
  },
  { kind: 'delete', id: id(), record: ':trip' },
  { kind: 'run', id: id(), routineId: 'each', record: ':this' },
  { kind: 'go', id: id(), screenId: 'boat', record: ':this' },
];

const routines: Routine[] = [
  { id: 'asks', name: 'Ask it all', tableId: 'b', steps },
  {
    id: 'each',
    name: 'Note the trips',
    tableId: 'b',
    steps: [
      {
        kind: 'each',
        id: id(),
        tableId: 't',
        condition: 'boat = :this',
        name: 'sailed',
        steps: [{ kind: 'update', id: id(), record: ':sailed', values: [set('t-05', 'coalesce(miles, 0) + 1')] }],
      },
    ],
  },
  {
    id: 'copies',
    name: 'Copy the boat',
    tableId: 'b',
    steps: [
      {
        kind: 'copy',
        id: id(),
        record: ':this',
        name: 'twin',
        values: [set('b-01', "name || ' II'")],
        resetIds: ['b-02'],
        lineIds: ['t-01'],
      },
    ],
  },
  {
    id: 'looks-up',
    name: 'Ask the catalogue',
    tableId: 'b',
    steps: [{ kind: 'lookUp', id: id(), record: ':this', codeId: 'b-02', columnIds: ['b-01', 'b-06'] }],
  },
  {
    id: 'rounds',
    name: 'Evening round',
    starts: ['opening'],
    steps: [{ kind: 'message', id: id(), text: "'The gate is closed.'" }],
  },
  {
    id: 'saved',
    name: 'When a trip is saved',
    tableId: 't',
    starts: ['saving'],
    steps: [{ kind: 'update', id: id(), record: 'boat', values: [set('b-08', ':today')] }],
  },
];

const rows = {
  c: demoRows(crew, 3, (at) => [['Wren', 'Sedge', 'Alder'][at] ?? '', at === 0 ? 1 : 0]),
  b: demoRows(boats, 6, (at) => [
    `Boat ${at + 1}`,
    `200000000${String(at).padStart(3, '0')}`,
    at % 2 ? 'Tarred in spring.' : null,
    at,
    at / 4,
    at * 500,
    at % 3 === 0 ? 0 : 1,
    `2026-0${at + 1}-1${at}`,
    `1${at}:30`,
    `2026-0${at + 1}-1${at}T08:00:00Z`,
    4 + at / 2,
    at % 2 ? 'Leaky' : 'Sound',
    at % 2 ? 2.5 : 4,
    at === 0 ? POINT : null,
    at === 1 ? 'data:text/plain;name=papers.txt;base64,QUJD' : null,
    '2026-01-01T08:00:00Z',
    '2026-01-02T08:00:00Z',
    (at % 3) + 1,
    at > 3 ? 1 : null,
  ]),
  t: demoRows(trips, 9, (at) => [
    (at % 6) + 1,
    (at % 3) + 1,
    `2026-0${(at % 9) + 1}-05`,
    `2026-0${(at % 9) + 1}-08`,
    at,
  ]),
  n: demoRows(notes, 3, (at) => [`Note ${at + 1}`, at + 1, (at % 3) + 1]),
};

/** An app that has every kind of column, screen, part, entry, step and answer. */
export function everyKind(): AppFile {
  const tables = [crew, boats, trips, notes];
  const definition = Definition.parse({
    id: 'pebble-harbour',
    name: 'Pebble Harbour',
    theme: { accent: 'lagoon', icon: { kind: 'letters', text: 'PH' }, scheme: 'system', corner: 'round' },
    tables,
    people: { tableId: 'c', pins: true },
    queries: [
      {
        id: 'in-state',
        name: 'In a state',
        tableId: 'b',
        condition: 'state = :state',
        parameters: [{ name: 'state', kind: 'text', value: "'Leaky'" }],
        order: [{ text: 'name', direction: 'ascending' }],
        limit: 100,
      },
      { id: 'by-hand', name: 'By hand', tableId: 'b', sql: 'SELECT id FROM boats WHERE berths > 1' },
    ],
    routines,
    screens: {
      startId: 'harbour',
      frame: { kind: 'menu', screenIds: ['harbour', 'boats', 'days', 'settings'] },
      list: [...lists, ...records, ...forms, ...others],
    },
  });
  return {
    format: 'fern-shelf-app',
    version: 1,
    definition,
    starting: { tables, people: { tableId: 'c', pins: true }, rows },
  };
}

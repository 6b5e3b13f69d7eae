import { definitionFaults } from '@/core/check';
import type { Definition, Table } from '@/core/model';
import type { Sheet } from './sheet';
import {
  fitTables,
  openQuestion,
  prefixedId,
  readSheet,
  settingsOf,
  sheetRows,
  sheetTable,
  type SheetSettings,
} from './tables';

const sheet = (rows: string[][]): Sheet => ({ name: 'Tools', header: null, rows, typed: false, firstRow: 1 });
const tools = sheet([
  ['Id', 'Name', 'Price'],
  ['7', 'Saw', '€12.50'],
  ['3', 'Plane', '€9'],
]);
const settings = (changes: Partial<SheetSettings> = {}): SheetSettings => ({ ...settingsOf(tools), ...changes });

test('an id column gives the rows their ids and is no column itself', () => {
  const read = readSheet(tools, settings());
  const table = sheetTable(read);
  expect(table).toMatchObject({
    name: 'Tools',
    recordName: 'Tool',
    identifier: 'tools',
    columns: [
      { name: 'Name', identifier: 'name' },
      { name: 'Price', kind: 'money' },
    ],
  });
  expect(sheetRows(read, table)).toEqual({
    set: {
      columns: table.columns.map(({ id }) => id),
      rows: [
        [7, 'Saw', 1250],
        [3, 'Plane', 900],
      ],
    },
    refused: [],
  });
});

test('ids that are there twice are a column like any other', () => {
  const read = readSheet(
    sheet([
      ['Id', 'Name'],
      ['7', 'Saw'],
      ['7', 'Plane'],
    ]),
    settings(),
  );
  expect(read.columns.map(({ use }) => use)).toEqual(['column', 'column']);
  expect(sheetRows(read, sheetTable(read)).set.rows.map(([id]) => id)).toEqual([1, 2]);
});

test('columns are renamed, left out and read as another kind; what then does not suit is told by its row in the file', () => {
  const read = readSheet(
    tools,
    settings({ columns: { 0: { use: 'skip' }, 1: { kind: 'wholeNumber', name: 'Count' }, 2: { kind: 'text' } } }),
  );
  const table = sheetTable(read);
  expect(table.columns).toMatchObject([
    { name: 'Count', kind: 'wholeNumber' },
    { name: 'Price', kind: 'text' },
  ]);
  const { set, refused } = sheetRows(read, table);
  expect(set.rows).toEqual([
    [1, null, '€12.50'],
    [2, null, '€9'],
  ]);
  expect(refused).toEqual([
    { row: 2, reason: 'Count: expected a whole number; “Saw” was left out' },
    { row: 3, reason: 'Count: expected a whole number; “Plane” was left out' },
  ]);
});

test('what is open is asked: an order of dates, or at least one column', () => {
  const dates = sheet([
    ['Day', 'Name'],
    ['01/02/2026', 'a'],
    ['03/04/2026', 'b'],
  ]);
  expect(openQuestion(readSheet(dates, settings()))).toBe('In which order are the dates of Day?');
  expect(openQuestion(readSheet(dates, settings({ columns: { 0: { dates: 'dmy' } } })))).toBeNull();
  expect(openQuestion(readSheet(dates, settings({ columns: { 0: { use: 'skip' } } })))).toBeNull();
  expect(
    openQuestion(
      readSheet(tools, settings({ columns: { 0: { use: 'skip' }, 1: { use: 'skip' }, 2: { use: 'skip' } } })),
    ),
  ).toBe('Keep at least one column.');
});

test('names that are blank or there twice, and ids that are none, are told before anything is made', () => {
  const asked = (columns: SheetSettings['columns']) => openQuestion(readSheet(tools, settings({ columns })));
  expect(asked({ 1: { name: ' ' } })).toBe('Every column needs a name.');
  expect(asked({ 1: { name: 'price ' } })).toBe('Two columns are called Price.');
  expect(asked({ 0: { use: 'skip' }, 1: { use: 'id' } })).toBe(
    'Name has no whole number above 0 in every row, each only once, so it cannot be the id.',
  );
  expect(asked({ 1: { use: 'id' } })).toBe('Only one of Id and Name can be the id.');
  expect(asked({ 1: { name: '  What   it is ' } })).toBeNull();
  expect(
    sheetTable(readSheet(tools, settings({ columns: { 1: { name: '  What   it is ' } } }))).columns[0],
  ).toMatchObject({ name: 'What it is', identifier: 'what_it_is' });
});

test('tables get names, identifiers and ids that are free, and their links go along', () => {
  const common = { required: false, unique: false, default: { kind: 'none' } } as const;
  const makers: Table = {
    id: 'm',
    name: 'Tools',
    recordName: 'Tool',
    identifier: 'tools',
    columns: [{ ...common, id: 'm1', name: 'Name', identifier: 'name', kind: 'text' }],
    naming: { kind: 'column', columnId: 'm1' },
  };
  const parts: Table = {
    id: 'p',
    name: 'Parts',
    recordName: 'Part',
    identifier: 'parts',
    columns: [
      {
        ...common,
        id: 'p1',
        name: 'Tool',
        identifier: 'tool',
        kind: 'link',
        tableId: 'm',
        onDelete: 'cascade',
        inverse: 'Parts',
        inverseIdentifier: 'parts',
      },
    ],
    naming: { kind: 'column', columnId: 'p1' },
  };
  const there = { tables: [sheetTable(readSheet(tools, settings()))] };
  const [fitted, linked] = fitTables(there, [makers, parts], 'new') as [Table, Table];
  expect(fitted).toMatchObject({
    id: 'new-m',
    name: 'Tools 2',
    identifier: 'tools_2',
    columns: [{ id: 'new-m1' }],
    naming: { columnId: 'new-m1' },
  });
  expect(linked).toMatchObject({ id: prefixedId('new', 'p'), name: 'Parts', columns: [{ tableId: 'new-m' }] });
  const whole: Definition = {
    id: 'a',
    name: 'A',
    theme: { accent: 'moss' },
    tables: [...there.tables, fitted, linked],
  };
  expect(definitionFaults(whole)).toEqual([]);
});

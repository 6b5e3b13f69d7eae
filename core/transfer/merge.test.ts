import type { Table } from '@/core/model';
import { mergeKeys, mergeSettings, mergeStart, remapped } from './merge';
import { previewSheet } from './report';
import { readSheet, type SheetSettings, settingsOf } from './tables';
import type { Sheet } from './sheet';

const common = { required: false, unique: false, default: { kind: 'none' } } as const;
const table: Table = {
  id: 't',
  name: 'Garments',
  recordName: 'Garment',
  identifier: 'garments',
  naming: { kind: 'column', columnId: 'n' },
  columns: [
    { ...common, id: 'n', name: 'Name', identifier: 'name', kind: 'text' },
    { ...common, id: 'b', name: 'Tag', identifier: 'tag', kind: 'barcode', symbology: 'EAN-13' },
    { ...common, id: 'd', name: 'Bought on', identifier: 'bought_on', kind: 'date' },
    { ...common, id: 'p', name: 'Price', identifier: 'price', kind: 'money', currency: 'EUR', unique: true },
    { ...common, id: 'x', name: 'Twice', identifier: 'twice', kind: 'expression', text: 'price * 2' },
  ],
};
const sheet: Sheet = {
  name: 'g',
  header: null,
  typed: false,
  firstRow: 1,
  rows: [
    ['ID', 'bought-ON', 'Tag', 'Twice', 'Remark'],
    ['1', '01/02/2026', '2000000000015', '3', 'x'],
    ['2', 'unknown', '2000000000022', '4', 'y'],
    ['3', '03/04/2026', 'none', '5', 'z'],
  ],
};
const preview = (settings: SheetSettings = settingsOf(sheet)) => previewSheet(readSheet(sheet, settings), settings);

test('columns of the same name go together, whatever their case and signs; computed ones and others are left out', () => {
  expect(mergeStart(table, preview())).toEqual({
    mapping: { 0: 'id', 1: 'd', 2: 'b' },
    key: 'id',
    onMatch: 'update',
    onNew: 'insert',
  });
});

test('rows are known by their id, a code or a unique column, as far as the file has them', () => {
  expect(mergeKeys(table, { 0: 'p', 1: 'id', 2: 'b', 3: 'n' })).toEqual(['id', 'b', 'p']);
  expect(mergeStart(table, { columns: preview().columns.slice(1) }).key).toBe('b');
  expect(mergeStart(table, { columns: [] })).toMatchObject({ mapping: {}, key: null });
});

test('a column is put elsewhere or left out, and a key goes with it', () => {
  const draft = mergeStart(table, preview());
  expect(remapped(table, draft, 4, 'n')).toEqual({ ...draft, mapping: { 0: 'id', 1: 'd', 2: 'b', 4: 'n' } });
  expect(remapped(table, draft, 0, '')).toMatchObject({ mapping: { 1: 'd', 2: 'b' }, key: null });
  expect(remapped(table, { ...draft, key: 'b' }, 0, '')).toMatchObject({ key: 'b' });
});

test('a sheet is read by what its columns go into: dates are asked about also where many are none, and what is left out asks nothing', () => {
  const { mapping } = mergeStart(table, preview());
  const settings = mergeSettings(table, settingsOf(sheet), mapping, 5);
  expect(settings.columns).toEqual({
    0: { use: 'column', kind: 'text' },
    1: { use: 'column', kind: 'date' },
    2: { use: 'column', kind: 'text' },
    3: { use: 'skip' },
    4: { use: 'skip' },
  });
  expect(preview(settings)).toMatchObject({
    question: 'In which order are the dates of bought-ON?',
    columns: [{}, { dateOrders: ['dmy', 'mdy'], doubtful: 1 }, {}, { use: 'skip' }, {}],
  });
  // What was answered stays when another column is put elsewhere.
  const answered = {
    ...settings,
    columns: { ...settings.columns, 1: { ...settings.columns[1], dates: 'mdy' as const } },
  };
  const again = mergeSettings(table, answered, { ...mapping, 4: 'n' }, 5);
  expect(preview(again)).toMatchObject({
    question: null,
    columns: [{}, { dateOrders: [] }, {}, {}, { use: 'column' }],
  });
  expect(readSheet(sheet, again).columns[1]?.values).toEqual(['2026-01-02', null, '2026-03-04']);
  expect(preview(mergeSettings(table, settings, {}, 5)).question).toBe('Keep at least one column.');
});

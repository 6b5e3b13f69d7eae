import type { Column, Table } from '@/core/model';
import { rowsCsv, rowsJson } from './printRows';

const common = { required: false, unique: false, default: { kind: 'none' } } as const;
const columns: Column[] = [
  { ...common, id: 'a', name: 'Name, in full', identifier: 'name', kind: 'text' },
  { ...common, id: 'b', name: 'Price', identifier: 'price', kind: 'money', currency: 'EUR' },
  { ...common, id: 'c', name: 'Fee', identifier: 'fee', kind: 'money', currency: 'JPY' },
  { ...common, id: 'd', name: 'Lent', identifier: 'lent', kind: 'yesNo' },
  {
    ...common,
    id: 'e',
    name: 'Length',
    identifier: 'length',
    kind: 'measure',
    quantity: 'length',
    unit: 'cm',
    places: 1,
  },
  { ...common, id: 'f', name: 'Twice', identifier: 'twice', kind: 'expression', text: 'price * 2' },
];
const table: Table = {
  id: 't',
  name: 'Tools',
  recordName: 'Tool',
  identifier: 'tools',
  columns,
  naming: { kind: 'column', columnId: 'a' },
};
// The values may stand in another order than the columns.
const set = {
  columns: ['d', 'a', 'b', 'c', 'e'],
  rows: [
    [3, 1, 'Saw "bow"', 2800, 500, 0.255],
    [9, 0, null, -5, null, null],
  ],
};

test('CSV has what people read: amounts with their decimals, yes and no, measures in their unit; quoted by RFC 4180', () => {
  expect(rowsCsv(table, set)).toBe(
    'id,"Name, in full",Price,Fee,Lent,Length\r\n3,"Saw ""bow""",28.00,500,yes,25.5\r\n9,,-0.05,,no,\r\n',
  );
});

test('CSV without rows is its head and nothing else', () => {
  expect(rowsCsv(table, { columns: ['a'], rows: [] })).toBe('id,"Name, in full",Price,Fee,Lent,Length\r\n');
});

test('JSON has numbers and yes or no as such, a table under its identifier', () => {
  expect(JSON.parse(rowsJson([table], { t: set }))).toEqual({
    tools: [
      { id: 3, name: 'Saw "bow"', price: 28, fee: 500, lent: true, length: 25.5 },
      { id: 9, name: null, price: -0.05, fee: null, lent: false, length: null },
    ],
  });
  expect(JSON.parse(rowsJson([table], {}))).toEqual({ tools: [] });
});

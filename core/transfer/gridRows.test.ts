import type { Column, Definition } from '@/core/model';
import { gridRows, nextId, pasteBlock, readGrid } from './gridRows';
import { readLink } from './linkName';

const common = { required: false, unique: false, default: { kind: 'none' } } as const;
const columns: Column[] = [
  { ...common, id: 'a', name: 'Name', identifier: 'name', kind: 'text', required: true, unique: true },
  { ...common, id: 'b', name: 'Price', identifier: 'price', kind: 'money', currency: 'EUR' },
  {
    ...common,
    id: 'c',
    name: 'Worn by',
    identifier: 'worn_by',
    kind: 'link',
    tableId: 'people',
    onDelete: 'unlink',
    inverse: 'Wears',
    inverseIdentifier: 'wears',
  },
];
const plan: Pick<Definition, 'tables'> = {
  tables: [
    {
      id: 'people',
      name: 'People',
      recordName: 'Person',
      identifier: 'people',
      columns: [columns[0] as Column],
      naming: { kind: 'column', columnId: 'a' },
    },
  ],
};
const records = {
  people: [
    { id: 1, name: 'Ada' },
    { id: 2, name: 'Bram' },
    { id: 3, name: 'Bram' },
  ],
};
const set = {
  columns: ['a', 'b', 'c', 'photo'],
  rows: [
    [1, 'Cloak', 2800, 1, 'picture'],
    [4, 'Cape', null, 3, null],
  ],
};

test('rows come as texts, links by name or, where that is not one alone, by id; and read back the same', () => {
  const rows = gridRows(columns, set, records);
  expect(rows).toEqual([
    { id: 1, texts: ['Cloak', '28.00', 'Ada'] },
    { id: 4, texts: ['Cape', '', '#3'] },
  ]);
  expect(readGrid(plan, columns, rows, records, set)).toEqual({ set, faults: [] });
});

test('what does not fit is told for its cell, and rows of blanks are none', () => {
  const rows = [
    { id: 1, texts: ['Cloak', 'much', 'Cosima'] },
    { id: 2, texts: ['', ' ', ''] },
    { id: 3, texts: ['', '3', 'Bram'] },
    { id: 5, texts: ['Cloak', '', ''] },
  ];
  const { set: read, faults } = readGrid(plan, columns, rows, records, set);
  expect(read.rows.map(([id]) => id)).toEqual([1, 3, 5]);
  expect(faults).toEqual([
    { rowId: 1, column: 1, reason: 'Price: expected an amount' },
    { rowId: 1, column: 2, reason: 'Worn by: there is no person called “Cosima”' },
    { rowId: 3, column: 0, reason: 'Name must not be blank' },
    { rowId: 3, column: 2, reason: 'Worn by: 2 are called “Bram”: write #2 or another id' },
    { rowId: 5, column: 0, reason: 'Name must be different in every record' },
  ]);
});

test('a block is put in from a cell on, over the edge of the rows but not of the columns, and not where nothing can be typed', () => {
  const rows = gridRows(columns, set, records);
  const pasted = pasteBlock(
    rows,
    3,
    { row: 1, column: 1 },
    [
      ['1', 'Ada', 'beyond'],
      [' 2 ', 'Bram'],
    ],
    (column) => column === 2,
  );
  expect(pasted).toEqual([rows[0], { id: 4, texts: ['Cape', '1', '#3'] }, { id: 5, texts: ['', '2', ''] }]);
  expect(nextId(pasted)).toBe(6);
});

test('a link reads an id before a name', () => {
  const target = { recordName: 'Person' };
  expect([
    readLink('2', records.people, target),
    readLink('#3', records.people, target),
    readLink(' ada ', records.people, target),
    readLink('', records.people, target),
  ]).toEqual([2, 3, 1, null].map((id) => ({ ok: true, id })));
  expect(readLink('9', records.people, target)).toMatchObject({ ok: false });
});

import { type ReadSet, type TableChange, touches } from './readSet';

const change = (more: Partial<TableChange> = {}): TableChange => ({
  table: 'hats',
  inserted: 0,
  updated: 1,
  deleted: 0,
  columns: ['price'],
  keys: [3],
  ...more,
});

const reads = (more: Partial<ReadSet> = {}): ReadSet => ({ tables: { hats: ['price'] }, ...more });

test('a change touches what reads one of its columns, or the rows that came or went', () => {
  expect(touches(reads(), [change()])).toBe(true);
  expect(touches(reads(), [change({ columns: ['name'] })])).toBe(false);
  expect(touches(reads(), [change({ updated: 0, columns: [], inserted: 1 })])).toBe(true);
  expect(touches(reads(), [change({ updated: 0, columns: [], deleted: 1 })])).toBe(true);
  expect(touches(reads(), [change({ table: 'plays' })])).toBe(false);
  expect(touches(reads(), [])).toBe(false);
});

test('of what reads one record only changes of that one', () => {
  const one = reads({ key: { table: 'hats', id: 3 } });
  expect(touches(one, [change()])).toBe(true);
  expect(touches(one, [change({ keys: [4] })])).toBe(false);
  expect(touches(one, [change({ keys: null })])).toBe(true);
  expect(touches(reads({ key: { table: 'plays', id: 3 } }), [change({ keys: [4] })])).toBe(true);
});

test('where it is not known what was read, any change matters, but no change does not', () => {
  const unknown: ReadSet = { tables: {}, unknown: true };
  expect(touches(unknown, [change()])).toBe(true);
  expect(touches(unknown, [])).toBe(false);
});

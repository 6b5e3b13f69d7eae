import { openDemo } from '@/test/demoHost';
import fc from 'fast-check';

import type { AppHost } from './appHost';
import { AppHost as Host } from './appHost';
import type { Starting } from '@/core/model';
import { memoryStore } from '@/core/store';
import { blank, hostEnvironment, insert, installedHost, rowsOf } from '@/test/host';
import { type AppDocument, patchDocument, withStarting } from './appDocument';
import { linkedTables } from '@/test/links';

const names = async (host: AppHost) => (await rowsOf(host)).map(({ name }) => name);
/** The order of tables says nothing. */
const sameRows = (one: Starting | null, other: Starting | null) =>
  one !== null &&
  other !== null &&
  JSON.stringify(Object.entries(one.rows).sort()) === JSON.stringify(Object.entries(other.rows).sort());
const fresh = async (host: AppHost) => {
  await host.startFresh(true, {});
  return names(host);
};

test('starting rows are typed for a table, laid down when started fresh, undone and made again', async () => {
  const kv = memoryStore();
  const host = await installedHost(kv);
  expect(host.state().starting).toBeNull();
  expect((await host.startingTable('t1')).set).toEqual({ columns: ['c01'], rows: [] });
  await host.setStartingTable('t1', {
    columns: ['c01'],
    rows: [
      [1, 'Cloak'],
      [2, 'Cape'],
    ],
  });
  await host.setStartingTable('t1', {
    columns: ['c01'],
    rows: [
      [1, 'Cloak'],
      [2, 'Hat'],
      [3, 'Boots'],
    ],
  });
  expect(host.state()).toMatchObject({ starting: { t1: 3 }, undo: 'Changed the starting rows of Garments' });
  expect(await fresh(host)).toEqual(['Cloak', 'Hat', 'Boots']);
  await host.undo();
  await host.undo();
  expect((await host.startingTable('t1')).set.rows).toEqual([
    [1, 'Cloak'],
    [2, 'Cape'],
  ]);
  await host.redo();
  expect((await host.startingTable('t1')).set.rows).toHaveLength(3);
  await host.undo();
  await host.undo();
  expect(host.state().starting).toBeNull();
  await host.redo();
  await host.close();
  // They are there after a restart, and so is their history.
  const opened = await Host.open(await hostEnvironment(kv));
  expect(opened.state()).toMatchObject({
    starting: { t1: 2 },
    undo: 'Changed the starting rows of Garments',
    redo: 'Changed the starting rows of Garments',
  });
  await opened.redo();
  expect(await fresh(opened)).toEqual(['Cloak', 'Hat', 'Boots']);
});

test('the rows of now can be taken for one table, and a table can ship empty again', async () => {
  const host = await installedHost();
  await insert(host, { c01: 'Cloak' });
  await host.setStartingTable('t1', null);
  expect(host.state().starting).toEqual({ t1: 1 });
  await host.setStartingTable('t1', { columns: ['c01'], rows: [] });
  expect(host.state().starting).toEqual({});
  await host.keepRowsAsStarting();
  await host.undo();
  expect(host.state().starting).toEqual({});
});

test('they come up to the plan of today before they are changed', async () => {
  const host = await installedHost();
  await host.setStartingTable('t1', { columns: ['c01'], rows: [[7, 'Cloak']] });
  await host.edit(
    {
      kind: 'addColumn',
      tableId: 't1',
      column: { id: 'c02', name: 'Size', kind: 'text', required: false, unique: false, default: { kind: 'none' } },
    },
    {},
  );
  expect((await host.startingTable('t1')).set).toEqual({ columns: ['c01', 'c02'], rows: [[7, 'Cloak', null]] });
});

test('what cannot be laid down is refused, and nothing is changed', async () => {
  const host = await installedHost();
  await host.edit(
    {
      kind: 'changeColumn',
      tableId: 't1',
      column: { id: 'c01', name: 'Name', kind: 'text', required: true, unique: true, default: { kind: 'none' } },
    },
    {},
  );
  const set = (rows: (string | number | null)[][]) => host.setStartingTable('t1', { columns: ['c01'], rows });
  await expect(
    set([
      [1, 'a'],
      [2, 'a'],
    ]),
  ).rejects.toMatchObject({ problem: { code: 'invalid-value', place: 'Garments › Name, rows 1 to 2' } });
  await expect(
    set([
      [1, 'a'],
      [1, 'b'],
    ]),
  ).rejects.toMatchObject({ problem: { code: 'invalid-value', reason: 'the id 1 is there twice' } });
  await expect(set([[1, 5]])).rejects.toMatchObject({ problem: { code: 'invalid-value' } });
  expect(host.state().starting).toBeNull();
});

test('no starting row comes to belong to itself, where the plan forbids it', async () => {
  const host = await installedHost();
  for (const edit of linkedTables) await host.edit(edit, {});
  const rows = (standIns: (number | null)[]) => ({
    columns: ['p1', 'p2'],
    rows: standIns.map((other, index) => [index + 1, `Row ${index}`, other]),
  });
  await expect(host.setStartingTable('p', rows([2, 3, 1]))).rejects.toMatchObject({
    problem: { code: 'circle', column: 'Stand-in for' },
  });
  await host.setStartingTable('p', rows([2, 3, null]));
  expect(host.state().starting).toEqual({ p: 3 });
});

test('patches lead from any starting rows to any others and back, and hold only the rows that differ', () => {
  const tables = blank.tables;
  const set = fc
    .array(fc.tuple(fc.nat(5), fc.string({ maxLength: 3 })), { maxLength: 5 })
    .map((rows): Starting['rows'][string] => ({ columns: ['a'], rows }));
  const having = (rows: Starting | null): AppDocument => ({
    definition: blank,
    starting: rows,
    releases: null,
    upgrade: null,
  });
  const starting = fc.option(
    fc.dictionary(fc.constantFrom('x', 'y', 'z'), set).map((rows): Starting => ({ tables, rows })),
    { nil: null },
  );
  fc.assert(
    fc.property(starting, starting, (before, after) => {
      const { document, patches, inverse } = withStarting(having(before), after);
      expect(document).toEqual(having(after));
      expect(patchDocument(having(before), patches)).toEqual(having(after));
      expect(patchDocument(having(after), inverse)).toEqual(having(before));
      expect(patches.length > 0).toBe(JSON.stringify(before) !== JSON.stringify(after) && !sameRows(before, after));
    }),
  );
  const many: Starting = {
    tables,
    rows: { x: { columns: ['a'], rows: Array.from({ length: 500 }, (_, index) => [index + 1, `row ${index}`]) } },
  };
  const changed: Starting = {
    tables,
    rows: {
      x: { columns: ['a'], rows: many.rows.x?.rows.map((row, index) => (index === 7 ? [8, 'other'] : row)) ?? [] },
    },
  };
  expect(JSON.stringify(withStarting(having(many), changed).patches).length).toBeLessThan(400);
});

test('links tell what they can lead to', async () => {
  const host = await installedHost();
  for (const edit of linkedTables) await host.edit(edit, {});
  const { tables } = host.state().definition;
  const performers = tables.find(({ name }) => name === 'Performers');
  const fittings = tables.find(({ name }) => name === 'Fittings');
  await host.setStartingTable(performers?.id ?? '', {
    columns: [performers?.columns[0]?.id ?? ''],
    rows: [
      [1, 'Ada'],
      [5, 'Bram'],
    ],
  });
  expect((await host.startingTable(fittings?.id ?? '')).records).toMatchObject({
    [performers?.id ?? '']: [
      { id: 1, name: 'Ada' },
      { id: 5, name: 'Bram' },
    ],
  });
});

test('a query gives a table those of its rows as starting rows that it selects', async () => {
  const { host, rows } = await openDemo();
  const state = await host.setStartingFromQuery('q-overdue', 1);
  const [{ n } = { n: 0 }] = await rows(
    "SELECT count(*) AS n FROM loans WHERE NOT returned AND due_back < date('now', 'localtime')",
  );
  expect(Number(n)).toBeGreaterThan(0);
  expect(state.starting?.t5).toBe(Number(n));
  expect(host.state().undo).toBe('Started Loans with Overdue loans');
  await host.undo();
  expect(host.state().starting?.t5).toBe(48);
});

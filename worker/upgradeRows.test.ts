import type { ColumnSettings } from '@/core/column';
import type { Edit } from '@/core/edit';
import type { Fills } from '@/core/model';
import { plainUpgrade } from '@/core/release';
import { memoryStore } from '@/core/store';
import { hostEnvironment, insert, installedHost } from '@/test/host';
import { problemOf } from '@/test/problemOf';
import { rehearsed, trialOn } from '@/test/rehearsed';
import type { AppHost } from './appHost';
import { openEngine } from './hostEnvironment';

const column = (id: string, name: string, more: object = {}): ColumnSettings =>
  ({
    ...{ id, name, kind: 'text', required: false, unique: false, default: { kind: 'none' } },
    ...more,
  }) as ColumnSettings;

const link = (id: string, name: string, tableId: string, inverse: string): ColumnSettings =>
  column(id, name, { kind: 'link', tableId, inverse, onDelete: 'unlink' });

const edit = async (host: AppHost, ...edits: Edit[]) => {
  for (const each of edits) await host.edit(each, {});
};

/** Garments and the makers that they link to, hats apart from them, and fittings of hats; released, with rows. */
async function released(): Promise<{ host: AppHost; id: string }> {
  const host = await installedHost(memoryStore(), [
    { kind: 'addTable', tableId: 'm', columnId: 'm1', name: 'Makers' },
    { kind: 'addColumn', tableId: 'm', column: column('m2', 'Phone') },
    { kind: 'addColumn', tableId: 't1', column: link('k', 'Maker', 'm', 'Garments') },
    { kind: 'addColumn', tableId: 't1', column: column('w', 'Wash') },
    { kind: 'addTable', tableId: 'h', columnId: 'h1', name: 'Hats' },
    { kind: 'addColumn', tableId: 'h', column: column('h2', 'Brim', { kind: 'wholeNumber' }) },
    { kind: 'addTable', tableId: 'f', columnId: 'f1', name: 'Fittings' },
    { kind: 'addColumn', tableId: 'f', column: link('fh', 'Of', 'h', 'Fittings') },
  ]);
  const add = (tableId: string, values: Record<string, string | number | null>) => insert(host, values, tableId);
  for (const [name, phone] of [
    ['Ada', '11'],
    ['Bram', null],
    ['Cosima', '33'],
  ] as const)
    await add('m', { m1: name, m2: phone });
  for (const [at, wash] of ['cold', null, 'warm'].entries()) await add('t1', { c01: `Coat ${at}`, k: at + 1, w: wash });
  for (const [name, brim] of [
    ['Bonnet', 7],
    ['Cap', null],
  ] as const)
    await add('h', { h1: name, h2: brim });
  for (const [name, of] of [
    ['First', 2],
    ['Second', 1],
    ['Third', null],
  ] as const)
    await add('f', { f1: name, fh: of });
  await host.release({ version: '1.0.0', notes: '' });
  return { host, id: host.state().releases[0]?.id ?? '' };
}

const choose = (host: AppHost, fills: Fills) => host.setUpgrade({ ...plainUpgrade, fills });

const phoneOf = async (host: AppHost, id: string) => trialOn(await rehearsed(host, id), 'rows-of-now');

const wordsOf = async (host: AppHost, id: string) => (await host.upgradeWay(id)).flatMap(({ words }) => words);

const told = (trial: Awaited<ReturnType<typeof phoneOf>>, name: string) =>
  trial?.told.find((each) => each.column === name);

/** What stands on the bench phone, as if it had the release, once it is upgraded. */
async function onPhone(host: AppHost, id: string, sql: string) {
  const { database } = await host.makePhone(id, 'bench');
  const engine = openEngine(await hostEnvironment(), database);
  engine.migrate((await host.upgradeWay(id)).flatMap(({ statements }) => statements)).commit();
  const { rows } = engine.query(sql);
  engine.close();
  return rows;
}

const sound = { fault: null, unsound: [], failing: [] };

describe('values that go to another table', () => {
  test('move to the records that lead to theirs', async () => {
    const { host, id } = await released();
    await edit(
      host,
      { kind: 'addColumn', tableId: 't1', column: column('p', 'Phone') },
      { kind: 'removeColumn', tableId: 'm', columnId: 'm2' },
    );
    await choose(host, { p: { expression: 'maker.phone' } });
    const trial = await phoneOf(host, id);
    expect(trial).toMatchObject({ ...sound, totals: { lost: 0, moved: 2, filled: 2 } });
    expect(await wordsOf(host, id)).toContain('Makers: Phone moves to Garments: Phone');
  });

  test('move to the record that they lead to, whichever of the tables is changed first', async () => {
    const { host, id } = await released();
    await edit(
      host,
      { kind: 'addColumn', tableId: 'm', column: column('mw', 'Wash') },
      { kind: 'removeColumn', tableId: 't1', columnId: 'w' },
    );
    await choose(host, { mw: { expression: 'max(garments.wash)' } });
    const trial = await phoneOf(host, id);
    expect(trial).toMatchObject({ ...sound, totals: { lost: 0, moved: 2, filled: 2 } });
    expect(await wordsOf(host, id)).toContain('Garments: Wash moves to Makers: Wash');
  });

  test('are kept where a table goes, as what others count of it', async () => {
    const { host, id } = await released();
    await edit(
      host,
      { kind: 'addColumn', tableId: 'h', column: column('n', 'Fitted', { kind: 'wholeNumber' }) },
      { kind: 'removeTable', tableId: 'f' },
    );
    await choose(host, { n: { expression: 'count(fittings)' } });
    const trial = await phoneOf(host, id);
    expect(trial).toMatchObject({ ...sound, totals: { filled: 2 } });
  });
});

describe('records that become those of another table', () => {
  const merged = {
    h: { rowsOf: { from: 'h', into: 't1', where: null, values: { c01: 'name', w: "'brim ' || brim" } } },
  };

  test('keep their values, and what led to them leads to what they became', async () => {
    const { host, id } = await released();
    await edit(host, { kind: 'changeColumn', tableId: 'f', column: link('fh', 'Of', 't1', 'Fittings') } as Edit, {
      kind: 'removeTable',
      tableId: 'h',
    });
    await choose(host, merged);
    const trial = await phoneOf(host, id);
    expect(trial).toMatchObject(sound);
    expect([told(trial, 'Brim'), told(trial, 'Of')]).toMatchObject([
      { moved: 1, lost: 0 },
      // Three garments were there: the hats are the fourth and the fifth.
      {
        converted: 2,
        lost: 0,
        samples: [
          { before: 2, after: 5 },
          { before: 1, after: 4 },
        ],
      },
    ]);
    expect(trial?.totals.lost).toBe(0);
    expect(await wordsOf(host, id)).toEqual(
      expect.arrayContaining([
        'Hats goes',
        'Records of Hats become records of Garments',
        'Hats: Brim moves to Garments: Wash',
      ]),
    );
    await host.release({ version: '1.1.0', notes: '' });
    expect(host.state().releases[1]).toMatchObject({ rehearsed: 'holds' });
  });

  test('of one table are split over two, of those that are meant, and lead to each other', async () => {
    const { host, id } = await released();
    await edit(
      host,
      { kind: 'addTable', tableId: 'c', columnId: 'c1', name: 'Care' },
      { kind: 'addColumn', tableId: 'c', column: link('cg', 'Garment', 't1', 'Care sheets') },
      { kind: 'addColumn', tableId: 't1', column: link('gc', 'Care', 'c', 'Garments') },
      { kind: 'removeColumn', tableId: 't1', columnId: 'w' },
    );
    await choose(host, {
      c: { rowsOf: { from: 't1', into: 'c', where: 'wash IS NOT NULL', values: { c1: 'wash' } } },
    });
    const trial = await phoneOf(host, id);
    // Two sheets with their names and garments, and two garments that lead to them.
    expect(trial).toMatchObject({ ...sound, totals: { lost: 0, moved: 2, filled: 6 } });
    expect(await wordsOf(host, id)).toContain('Records of Garments become records of Care');
  });

  test('of two tables stand in a third one after the other', async () => {
    const { host, id } = await released();
    await edit(
      host,
      { kind: 'addTable', tableId: 'x', columnId: 'x1', name: 'Things' },
      { kind: 'removeTable', tableId: 'f' },
      { kind: 'removeTable', tableId: 'h' },
    );
    const into = (from: string) => ({ rowsOf: { from, into: 'x', where: null, values: { x1: 'name' } } });
    await choose(host, { h: into('h'), f: into('f') });
    const trial = await phoneOf(host, id);
    expect(trial).toMatchObject({ ...sound, totals: { moved: 5, filled: 5 } });
    expect(told(trial, 'Brim')).toMatchObject({ lost: 1, reason: 'table-removed' });
  });

  test('lead to each other as they did, also where both of their tables went', async () => {
    const { host, id } = await released();
    await edit(
      host,
      { kind: 'addTable', tableId: 'x', columnId: 'x1', name: 'Things' },
      { kind: 'addColumn', tableId: 'x', column: link('xo', 'Of', 'x', 'Parts') },
      { kind: 'removeTable', tableId: 'f' },
      { kind: 'removeTable', tableId: 'h' },
    );
    const into = (from: string) => ({ rowsOf: { from, into: 'x', where: null, values: { x1: 'name' } } });
    await choose(host, { f: into('f'), h: into('h') });
    const trial = await phoneOf(host, id);
    // Five names, and two of the fittings' links, from the first three to what hats became.
    expect(trial).toMatchObject({ ...sound, totals: { filled: 7 } });
    expect(await onPhone(host, id, 'SELECT "id", "name", "of" FROM "things" ORDER BY "id"')).toEqual([
      { id: 1, name: 'First', of: 5 },
      { id: 2, name: 'Second', of: 4 },
      { id: 3, name: 'Third', of: null },
      { id: 4, name: 'Bonnet', of: null },
      { id: 5, name: 'Cap', of: null },
    ]);
  });

  test('stay where they are where the table came back since', async () => {
    const { host, id } = await released();
    await edit(host, { kind: 'removeTable', tableId: 'h' });
    await choose(host, merged);
    await host.undo();
    await host.undo();
    await edit(host, { kind: 'addColumn', tableId: 't1', column: column('q', 'Quality') });
    // Said of a table that is not gone, it says nothing.
    await choose(host, merged);
    const trial = await phoneOf(host, id);
    expect(trial).toMatchObject({ ...sound, totals: { filled: 0, lost: 0 } });
    expect((await host.upgradeWay(id)).flatMap(({ statements }) => statements).join()).not.toContain('_carry_');
  });

  test.each<[string, Fills, RegExp, RegExp]>([
    [
      'a name that is not there',
      { h: { rowsOf: { from: 'h', into: 't1', where: null, values: { c01: 'nam' } } } },
      /Hats › Name/,
      /nam/,
    ],
    [
      'what has to be there is not given',
      { h: { rowsOf: { from: 'h', into: 't1', where: null, values: {} } } },
      /Hats › Name/,
      /blank/,
    ],
    ['a condition that is none', { h: { rowsOf: { ...merged.h.rowsOf, where: 'name' } } }, /Hats/, /true or false/],
    ['a day', { h: { rowsOf: { ...merged.h.rowsOf, where: 'name > :today' } } }, /Hats/, /same on every phone/],
    ['a table that is not there', { h: { rowsOf: { ...merged.h.rowsOf, into: 'zz' } } }, /Hats/, /not there/],
    [
      'a column of another table',
      { h: { rowsOf: { ...merged.h.rowsOf, values: { ...merged.h.rowsOf.values, m1: 'name' } } } },
      /Hats/,
      /does not have/,
    ],
    [
      'a table that begins with texts',
      {
        x: { textsOf: { tableId: 't1', columnId: 'w' } },
        h: { rowsOf: { from: 'h', into: 'x', where: null, values: { x1: 'name' } } },
      },
      /Hats/,
      /begins with a record for each text/,
    ],
    ['itself', { h: { rowsOf: { from: 'h', into: 'h', where: null, values: {} } } }, /Hats/, /not there|its own/],
  ])('are refused where they cannot be: %s', async (_what, fills, place, reason) => {
    const { host } = await released();
    await edit(
      host,
      { kind: 'removeTable', tableId: 'h' },
      { kind: 'addTable', tableId: 'x', columnId: 'x1', name: 'Things' },
    );
    expect(await problemOf(choose(host, fills))).toMatchObject({
      code: 'invalid-value',
      place: expect.stringMatching(place),
      reason: expect.stringMatching(reason),
    });
  });
});

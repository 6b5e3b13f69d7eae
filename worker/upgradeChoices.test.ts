import type { ColumnSettings } from '@/core/column';
import type { Edit } from '@/core/edit';
import { plainUpgrade, type Upgrade } from '@/core/release';
import { memoryStore } from '@/core/store';
import { insert, installedHost } from '@/test/host';
import { problemOf } from '@/test/problemOf';
import { rehearsed, trialOn } from '@/test/rehearsed';
import { AppHost } from './appHost';
import { hostEnvironment } from '@/test/host';
import { parseAppFile, printAppFile } from '@/core/transfer';

const column = (id: string, name: string, kind: 'text' | 'wholeNumber' = 'text'): ColumnSettings =>
  ({ id, name, kind, required: false, unique: false, default: { kind: 'none' } }) as ColumnSettings;

const link: ColumnSettings = {
  ...{ id: 'k1', name: 'Made by', kind: 'link', tableId: 'm', inverse: 'Garments', onDelete: 'unlink' },
  ...{ required: false, unique: false, default: { kind: 'none' } },
};

const worn = { ...column('w', 'Worn'), kind: 'expression', text: ':today' } as ColumnSettings;

const people = ['Ada Ashgrove', 'bram  ', 'Ada Ashgrove', 'Cosima Dell', null];
const sizes = ['S', 'L', 'S', 'odd', '12'];

/** Garments with a maker and a size as texts, released, with rows on the phone. */
async function released() {
  const kv = memoryStore();
  const host = await installedHost(kv, [
    { kind: 'addColumn', tableId: 't1', column: column('p', 'Maker') },
    { kind: 'addColumn', tableId: 't1', column: column('s', 'Size') },
    { kind: 'addColumn', tableId: 't1', column: worn },
  ]);
  for (const [at, maker] of people.entries()) await insert(host, { c01: `Coat ${at}`, p: maker, s: sizes[at] ?? null });
  await host.release({ version: '1.0.0', notes: '' });
  return { host, kv, id: host.state().releases[0]?.id ?? '' };
}

const edit = async (host: AppHost, ...edits: Edit[]) => {
  for (const each of edits) await host.edit(each, {});
};

const saying = (upgrade: Partial<Upgrade>): Upgrade => ({ ...plainUpgrade, ...upgrade });

const phoneOf = async (host: AppHost, id: string) => trialOn(await rehearsed(host, id), 'rows-of-now');

describe('what is chosen for an upgrade', () => {
  test('makes a table of texts and links of them', async () => {
    const { host, id } = await released();
    await edit(
      host,
      { kind: 'addTable', tableId: 'm', columnId: 'm1', name: 'Makers' },
      { kind: 'addColumn', tableId: 't1', column: link },
      { kind: 'removeColumn', tableId: 't1', columnId: 'p' },
    );
    const lost = await phoneOf(host, id);
    expect(lost?.told).toMatchObject([{ column: 'Maker', lost: 4, reason: 'column-removed' }]);
    const upgrade = saying({
      fills: {
        m: { textsOf: { tableId: 't1', columnId: 'p' } },
        k1: { textColumnId: 'p', targetTableId: 'm', by: null },
      },
    });
    await host.setUpgrade(upgrade);
    const trial = await phoneOf(host, id);
    expect(trial).toMatchObject({ fault: null, unsound: [], failing: [], totals: { lost: 0, moved: 4 } });
    // Three makers, and the links that lead to them.
    expect(trial?.totals.filled).toBe(3 + 4);
    const way = await host.upgradeWay(id);
    expect(way[0]?.words).toContain('Makers begins with a record for each text that stands in Garments');
    expect(way[0]?.words).toContain('Garments: Made by is found by its text');
    await host.release({ version: '1.1.0', notes: '' });
    expect(host.state()).toMatchObject({ upgrade: null, rehearsed: 'unneeded' });
    expect(host.state().releases[1]).toMatchObject({ rehearsed: 'holds', schema: 2 });
    const report = await host.releaseReport(host.state().releases[1]?.id ?? '');
    // The file says what came of it, and costs what differs.
    const file = await host.file();
    expect(file.releases?.[1]).toMatchObject({ rehearsed: 'holds' });
    expect(file.releases?.[1]).not.toHaveProperty('report');
    expect(report?.trials.map(({ from, subject }) => [from, subject.kind])).toEqual([
      ['1.0.0', 'rows-of-now'],
      ['1.0.0', 'difficult-rows'],
    ]);
  });

  test('splits a column by expressions, maps single values, and keeps what is lost apart', async () => {
    const { host, id } = await released();
    const size = { ...column('s', 'Size', 'wholeNumber') };
    await edit(
      host,
      { kind: 'addColumn', tableId: 't1', column: column('f', 'First') },
      { kind: 'addColumn', tableId: 't1', column: column('l', 'Last') },
      { kind: 'removeColumn', tableId: 't1', columnId: 'p' },
      { kind: 'changeColumn', tableId: 't1', column: size } as Edit,
    );
    const upgrade = saying({
      fills: {
        f: {
          expression: "CASE WHEN instr(maker, ' ') > 0 THEN substr(maker, 1, instr(maker, ' ') - 1) ELSE maker END",
        },
        l: { expression: "substr(maker, instr(maker, ' ') + 1)" },
        s: {
          values: [
            ['S', 36],
            ['L', 44],
          ],
        },
      },
      aside: ['s'],
    });
    await host.setUpgrade(upgrade);
    const trial = await phoneOf(host, id);
    expect(trial?.fault).toBeNull();
    expect(trial?.totals).toMatchObject({ moved: 4, converted: 4, aside: 1, lost: 0 });
    const told = trial?.told.find((each) => each.column === 'Size');
    expect(told?.samples).toContainEqual({ rowId: 2, before: 'L', after: 44 });
    const [part] = await host.upgradeWay(id);
    expect(part?.statements.some((sql) => sql.startsWith('CREATE TABLE "_aside_2_garments"'))).toBe(true);
  });

  test('takes SQL by hand on both sides, which reads what was kept apart', async () => {
    const { host, id } = await released();
    await edit(host, { kind: 'addTable', tableId: 'm', columnId: 'm1', name: 'Makers' });
    await edit(host, { kind: 'removeTable', tableId: 't1' });
    await host.setUpgrade(
      saying({
        aside: ['t1'],
        first: 'UPDATE garments SET name = upper(name) WHERE id = 1; -- one\nDELETE FROM garments WHERE maker IS NULL;',
        last: 'INSERT INTO makers (name) SELECT DISTINCT trim(maker) FROM _aside_2_garments ORDER BY 1 -- as they were',
      }),
    );
    const trial = await phoneOf(host, id);
    expect(trial).toMatchObject({ fault: null, failing: [] });
    expect(trial?.totals.filled).toBe(3);
    expect(trial?.told.find((each) => each.column === 'Name')).toMatchObject({ aside: 3, lost: 2 });
  });

  test.each<[string, Partial<Upgrade>, RegExp, RegExp]>([
    ['a name that is not there', { fills: { f: { expression: 'makre' } } }, /Garments › First/, /makre/],
    ['a day', { fills: { f: { expression: ':today' } } }, /Garments › First/, /same on every phone/],
    ['a value of another kind', { fills: { s: { values: [['S', 'small']] } } }, /Garments › Size/, /Size/],
    ['a table that is not there', { last: 'DELETE FROM hats' }, /SQL after/, /hats/],
    ['a column that goes', { last: 'UPDATE garments SET maker = NULL' }, /SQL after/, /maker/],
    ['a table by hand', { first: 'CREATE TABLE hats (id)' }, /SQL before/, /CREATE/],
    ['the end of its transaction', { first: 'COMMIT' }, /SQL before/, /COMMIT/],
    ['chance', { first: 'UPDATE garments SET name = random()' }, /SQL before/, /another with each run/],
    ['a parameter', { last: 'DELETE FROM garments WHERE id = :id' }, /SQL after/, /:id/],
    [
      'what never ends',
      {
        last: 'WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n) INSERT INTO garments (name) SELECT i FROM n',
      },
      /SQL after/,
      /3 seconds/,
    ],
    [
      'what only stands before',
      { first: 'DELETE FROM garments WHERE maker = 1', last: 'DELETE FROM garments WHERE maker = 1' },
      /SQL after/,
      /maker/,
    ],
    [
      'a day that a computed column knows',
      { fills: { f: { expression: 'worn' } } },
      /Garments › First/,
      /same on every phone/,
    ],
    ['another database', { first: "ATTACH 'x' AS y" }, /SQL before/, /ATTACH/],
  ])('is refused where it cannot be: %s', async (_what, upgrade, place, reason) => {
    const { host } = await released();
    await edit(
      host,
      { kind: 'addColumn', tableId: 't1', column: column('f', 'First') },
      { kind: 'changeColumn', tableId: 't1', column: column('s', 'Size', 'wholeNumber') } as Edit,
      { kind: 'removeColumn', tableId: 't1', columnId: 'p' },
    );
    const problem = await problemOf(host.setUpgrade(saying(upgrade)));
    expect(problem).toMatchObject({
      code: 'invalid-value',
      place: expect.stringMatching(place),
      reason: expect.stringMatching(reason),
    });
    expect(host.state().upgrade).toBeNull();
  });

  test('is undone, outlasts a restart, and goes with the file', async () => {
    const { host, kv } = await released();
    await edit(host, { kind: 'addColumn', tableId: 't1', column: column('f', 'First') });
    const upgrade = saying({ fills: { f: { expression: 'maker' } }, aside: ['p'] });
    await host.setUpgrade(upgrade);
    const file = parseAppFile(printAppFile(await host.file()));
    expect(file.upgrade).toEqual(upgrade);
    await host.close();
    const again = await AppHost.open(await hostEnvironment(kv));
    expect(again.state().upgrade).toEqual(upgrade);
    await again.undo();
    expect(again.state().upgrade).toBeNull();
    const other = memoryStore();
    await AppHost.install(await hostEnvironment(other), file);
    const copy = await AppHost.open(await hostEnvironment(other));
    expect(copy.state().upgrade).toEqual(upgrade);
    // A file that somebody else wrote is held to the same.
    const hostile = { ...file, upgrade: { ...upgrade, first: "ATTACH 'x' AS y" } };
    expect(() => parseAppFile(printAppFile(hostile))).toThrow(/upgrade/);
    await copy.release({ version: '1.1.0', notes: '' });
    const second = parseAppFile(printAppFile(await copy.file()));
    expect([second.upgrade, second.releases?.length]).toEqual([undefined, 2]);
    expect((await copy.releasedPlan(copy.state().releases[1]?.id ?? '')).upgrade).toEqual(upgrade);
  });
});

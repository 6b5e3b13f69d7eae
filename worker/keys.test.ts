import { AppHost } from './appHost';
import { compileApp } from '@/core/compile';
import type { CompiledTable } from '@/core/compiled';
import type { Params } from '@/core/driver';
import type { Edit } from '@/core/edit';
import { samePolicies, type SamePolicy, type TableKey } from '@/core/model';
import { describeProblem, ProblemError } from '@/core/problem';
import { memoryStore } from '@/core/store';
import { hatPlan, plainColumn } from '@/test/hats';
import { blank, hostEnvironment } from '@/test/host';

const key = (more: Partial<TableKey> = {}): TableKey => ({ id: 'k', unique: true, columnIds: ['h3', 'h4'], ...more });

const setKey = (made: TableKey): Edit => ({ kind: 'setKey', tableId: 'h', key: made });

/** Hats, with the play that they are worn in and their size. */
async function hats(...edits: Edit[]) {
  const kv = memoryStore();
  await AppHost.install(await hostEnvironment(kv), { format: 'fern-shelf-app', version: 1, definition: blank });
  const host = await AppHost.open(await hostEnvironment(kv));
  const size: Edit = { kind: 'addColumn', tableId: 'h', column: { ...plainColumn('h4', 'Size'), kind: 'text' } };
  for (const edit of [...hatPlan('Play'), size, ...edits]) await host.edit(edit, {});
  await host.write({
    verb: 'Laid',
    statements: [{ sql: "INSERT INTO plays (name) VALUES ('Ferry'), ('Gulls')", params: {}, table: 'plays' }],
  });
  const save = (name: string, play: number | null, sized: string | null, price: number | null = null) => {
    const { statements } = compileApp(host.state().definition).tables.find(({ id }) => id === 'h') as CompiledTable;
    const params: Params = { name, play, size: sized, price };
    return host.write({
      verb: 'Saved',
      unchangedVerb: 'Kept',
      subject: statements.same
        ? { ...statements.same, id: 'last', params, when: 'after' }
        : { ...statements.record, id: 'last', when: 'after' },
      statements: [...statements.replaced, statements.insert].map((each) => ({ ...each, params, table: 'hats' })),
    });
  };
  const rows = async () =>
    (await host.read({ sql: 'SELECT id, name, play, size FROM hats ORDER BY id' })).rows.map((row) =>
      Object.values(row),
    );
  return { host, save, rows };
}

test('the same again together is refused, in words; each alone, and blanks, are not', async () => {
  const { save, rows } = await hats(setKey(key()));
  await save('Bonnet', 1, 'M');
  await save('Crown', 1, 'L');
  await save('Cap', 2, 'M');
  await save('Veil', 1, null);
  await save('Hood', 1, null);
  const refused = await save('Beret', 1, 'M').catch((error: unknown) => error);
  expect(refused).toMatchObject({
    problem: { rule: 'unique', table: 'Hats', column: 'Play', together: ['Play', 'Size'] },
  });
  expect(describeProblem((refused as ProblemError).problem).what).toBe(
    'In Hats, Play and Size together must be different in every record; these values are already there.',
  );
  expect(await rows()).toHaveLength(5);
});

test.each(samePolicies.map((policy) => [policy]))('the same again: %s', async (policy: SamePolicy) => {
  const { host, save, rows } = await hats(setKey(key({ onSame: policy })));
  await save('Bonnet', 1, 'M');
  await save('Crown', 2, 'M');
  const before = await rows();
  const again = save('Beret', 1, 'M');
  if (policy === 'refuse') await expect(again).rejects.toMatchObject({ problem: { rule: 'unique' } });
  else expect((await again).label).toBe(policy === 'keep' ? 'Kept Bonnet' : 'Saved Beret');
  const expected = {
    refuse: before,
    keep: before,
    update: [[1, 'Beret', 1, 'M'], before[1]],
    replace: [before[1], [3, 'Beret', 1, 'M']],
  };
  expect(await rows()).toEqual(expected[policy]);
  if (policy === 'update' || policy === 'replace') await host.undo();
  expect(await rows()).toEqual(before);
});

test('rows that are the same already stand in its way, and are counted; undo takes the key away', async () => {
  const { host, save } = await hats();
  await save('Bonnet', 1, 'M');
  await save('Cap', 1, 'L');
  await save('Crown', 1, 'M');
  expect(await host.previewEdit(setKey(key()), {})).toMatchObject([
    { kind: 'duplicates', blocks: true, table: 'Hats', column: 'Play and Size', count: 2, total: 3 },
  ]);
  await expect(host.edit(setKey(key()), {})).rejects.toMatchObject({
    problem: {
      code: 'edit-blocked',
      obstacles: ['2 of 3 rows of Hats share their Play and Size with another. Make them different first.'],
    },
  });
  await host.undo();
  await host.edit(setKey(key()), {});
  await expect(save('Beret', 1, 'M')).rejects.toMatchObject({ problem: { rule: 'unique' } });
  await host.undo();
  expect((await save('Beret', 1, 'M')).label).toBe('Saved Beret');
});

test('its index finds rows by the first columns and then by the next, and goes with the file to another app', async () => {
  const { host } = await hats(setKey(key({ unique: false, columnIds: ['h4', 'h2'] })), setKey(key({ id: 'j' })));
  const plan = await host.read({ sql: "EXPLAIN QUERY PLAN SELECT id FROM hats WHERE size = 'M' AND price > 100" });
  expect(plan.rows.map(({ detail }) => detail).join()).toContain('INDEX hats_size_price_in_order (size=? AND price>?)');
  const kv = memoryStore();
  await AppHost.install(await hostEnvironment(kv), await host.file());
  const copy = await AppHost.open(await hostEnvironment(kv));
  const indexes = "SELECT name, sql FROM sqlite_schema WHERE type = 'index' AND tbl_name = 'hats' ORDER BY name";
  expect((await copy.read({ sql: indexes })).rows).toEqual((await host.read({ sql: indexes })).rows);
  expect((await copy.read({ sql: indexes })).rows.map(({ name }) => name)).toContain('hats_play_size_together');
});

test('where rows have owners, each is told apart among the owner’s own', async () => {
  const { host, save } = await hats(
    { kind: 'setPeople', people: { tableId: 'p', pins: false } },
    setKey(key({ columnIds: ['h2', 'h4'] })),
    { kind: 'setOwned', tableId: 'h', owned: true },
  );
  const { statements } = compileApp(host.state().definition).tables.find(({ id }) => id === 'h') as CompiledTable;
  const add = (person: number) =>
    host.write({
      person,
      verb: 'Saved',
      statements: [{ ...statements.insert, params: { name: 'Cap', play: null, size: 'M', price: 5 }, table: 'hats' }],
    });
  await add(1);
  await add(2);
  await expect(add(1)).rejects.toMatchObject({ problem: { rule: 'unique', together: ['Price', 'Size'] } });
  void save;
});

import { AppHost } from './appHost';
import { definitionFaults } from '@/core/check';
import { compileApp } from '@/core/compile';
import { byDesign, type CompiledList, countSql, hitsSql, listSql, searchTerms } from '@/core/compiled';
import { fold, type Row } from '@/core/driver';
import type { Column, Definition } from '@/core/model';
import { memoryStore } from '@/core/store';
import { plainColumn } from '@/test/hats';
import { hostEnvironment } from '@/test/host';

const name = (id: string): Column => ({ ...plainColumn(id, 'Name'), identifier: 'name', kind: 'text', required: true });

const link = (id: string, called: string, tableId: string, inverse: string): Column => ({
  ...plainColumn(id, called),
  identifier: called.toLowerCase(),
  kind: 'link',
  tableId,
  onDelete: 'unlink',
  inverse,
  inverseIdentifier: inverse.toLowerCase(),
});

const table = (id: string, called: string, columns: Column[], more: Partial<Definition['tables'][number]> = {}) => ({
  id,
  name: called,
  recordName: called.replace(/s$/, ''),
  identifier: called.toLowerCase(),
  naming: { kind: 'column' as const, columnId: columns[0]?.id ?? '' },
  columns,
  ...more,
});

/** Garments of everybody; each for an errand, which only its owner sees, for a play. A list shows errand and play. */
const plan: Definition = {
  id: 'a',
  name: 'Store',
  theme: { accent: 'moss' },
  people: { tableId: 'w', pins: false },
  tables: [
    table('w', 'Workers', [name('w1')]),
    table('p', 'Plays', [name('p1')]),
    table('e', 'Errands', [name('e1'), link('e2', 'Play', 'p', 'Errands')], { owned: true }),
    table('g', 'Garments', [name('g1'), link('g2', 'Errand', 'e', 'Garments')]),
  ],
  screens: {
    startId: 'l',
    list: [
      {
        kind: 'list',
        id: 'l',
        name: 'All',
        tableId: 'g',
        row: {
          shape: 'rows',
          across: 1,
          lines: [
            { id: 'l1', text: 'errand' },
            { id: 'l2', text: 'errand.play' },
          ],
          edge: [],
        },
      },
    ],
  },
};

async function opened() {
  const kv = memoryStore();
  await AppHost.install(await hostEnvironment(kv), { format: 'fern-shelf-app', version: 1, definition: plan });
  const host = await AppHost.open(await hostEnvironment(kv));
  const write = (...statements: string[]) =>
    host.write({ verb: 'Did', statements: statements.map((sql) => ({ sql, params: {}, table: '' })) });
  await write(
    "INSERT INTO workers (name) VALUES ('Ada'), ('Bram')",
    "INSERT INTO plays (name) VALUES ('Opéra'), ('Storm')",
    "INSERT INTO errands (name, play, _owner) VALUES ('Hem', 1, 1), ('Dye', 1, 2)",
    "INSERT INTO garments (name, errand) VALUES ('Cloak', 1), ('Cape', 2), ('Hood', NULL)",
  );
  const screen = compileApp(plan).screens[0];
  const { list } = screen as unknown as { list: CompiledList };
  /** What a person finds: by looking ids up, by walking the list, and counted. */
  const found = async (text: string, person: number) => {
    const terms = searchTerms(fold(text));
    const read = async (request: Parameters<AppHost['read']>[0]): Promise<Row[]> =>
      (await host.read({ ...request, person })).rows;
    const [hits] = await read({ ...hitsSql(list, terms), params: { ...terms.params, most: 50 } });
    const page = { ...terms.params, limit: 50, offset: 0 };
    const walked = await read({ ...listSql(list, byDesign, { search: terms }), params: page });
    const [counted] = await read({ ...countSql(list, { search: terms }), params: terms.params });
    const ids = (JSON.parse(String(hits?.ids)) as number[]).sort();
    expect([walked.map(({ id }) => id).sort(), counted?.count]).toEqual([ids, ids.length]);
    return walked.map((row) => row._name).sort();
  };
  return { host, write, found };
}

test('a list is searched by the texts of links that its row shows, as each person sees them', async () => {
  expect(definitionFaults(plan)).toEqual([]);
  const { found } = await opened();
  for (const [text, ada, bram] of [
    ['hem', ['Cloak'], []],
    ['dye', [], ['Cape']],
    ['opera', ['Cloak'], ['Cape']],
    ['d', ['Hood'], ['Cape', 'Hood']],
    ['cloak opera', ['Cloak'], []],
    ['c', ['Cape', 'Cloak'], ['Cape', 'Cloak']],
  ] as const)
    expect([text, await found(text, 1), await found(text, 2)]).toEqual([text, ada, bram]);
});

test('it follows what changes anywhere on the way to such a text, and what is taken back', async () => {
  const { host, write, found } = await opened();
  expect([await found('opera', 1), await found('ballet', 1)]).toEqual([['Cloak'], []]);
  await write("UPDATE plays SET name = 'Ballet' WHERE id = 1");
  expect([await found('opera', 1), await found('ballet', 1)]).toEqual([[], ['Cloak']]);
  await write('UPDATE errands SET play = 2 WHERE id = 1');
  expect([await found('ballet', 1), await found('storm', 1)]).toEqual([[], ['Cloak']]);
  await write('UPDATE garments SET errand = 1 WHERE id = 3');
  expect(await found('storm', 1)).toEqual(['Cloak', 'Hood']);
  await write('DELETE FROM plays WHERE id = 2');
  expect(await found('storm', 1)).toEqual([]);
  for (let round = 0; round < 4; round++) await host.undo();
  expect([await found('opera', 1), await found('ballet', 1)]).toEqual([['Cloak'], []]);
  await write('UPDATE errands SET _owner = 1 WHERE id = 2');
  expect([await found('dye', 1), await found('dye', 2)]).toEqual([['Cape'], []]);
});

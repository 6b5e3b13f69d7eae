import { AppHost } from './appHost';
import { clip, type ClipItem, paste } from '@/core/clip';
import { compileApp } from '@/core/compile';
import type { Definition } from '@/core/model';
import { screensOf } from '@/core/plan';
import { demos } from '@/demo';
import { openDemo } from '@/test/demoHost';
import { hostEnvironment } from '@/test/host';
import { whole } from '@/test/whole';

let last = 0;
const newId = () => `p${String(++last).padStart(6, '0')}`;

const put = (app: Definition, from: Definition, item: ClipItem, into: string | null = null) => {
  const clipping = clip(from, item);
  if (!clipping) throw new Error('nothing to copy');
  return paste(app, clipping, newId, {}, into).edit;
};

const first = <T>(items: readonly T[] | undefined): T => {
  if (!items?.[0]) throw new Error('nothing there');
  return items[0];
};

test('what is pasted into an app that runs stands in its database, and one undo takes all of it back', async () => {
  const { host } = await openDemo(20);
  const apiary = demos.apiary().definition;
  const theatre = host.state().definition;
  const before = await whole(host);
  const items: [Definition, ClipItem, (string | null)?][] = [
    [apiary, { kind: 'table', id: first(apiary.tables.slice(1)).id }],
    [apiary, { kind: 'screen', id: first(screensOf(apiary).list.filter(({ kind }) => kind === 'record')).id }],
    [theatre, { kind: 'routine', id: first(theatre.routines).id }],
    [theatre, { kind: 'table', id: first(theatre.tables).id }],
    [
      theatre,
      { kind: 'columns', tableId: first(theatre.tables).id, ids: first(theatre.tables).columns.map(({ id }) => id) },
      first(theatre.tables.slice(2)).id,
    ],
  ];
  for (const [from, item, into] of items) {
    const { definition } = await host.edit(put(host.state().definition, from, item, into ?? null), {});
    // All of it compiles, and every table can be read.
    expect(compileApp(definition).tables).toHaveLength(definition.tables.length);
    for (const { identifier } of definition.tables)
      expect((await host.read({ sql: `SELECT count(*) AS n FROM "${identifier}"` })).rows).toHaveLength(1);
    await host.undo();
    expect(await whole(host)).toEqual(before);
  }
});

test('rows that are there have nothing in columns that come, and the app opens again with them', async () => {
  const { host, kv } = await openDemo(20);
  const { definition } = host.state();
  const [garments, ...others] = definition.tables;
  const target = first(others);
  const item: ClipItem = {
    kind: 'columns',
    tableId: garments?.id ?? '',
    ids: garments?.columns.map(({ id }) => id) ?? [],
  };
  const count = (await host.read({ sql: `SELECT count(*) AS n FROM "${target.identifier}"` })).rows[0]?.n;
  await host.edit(put(definition, definition, item, target.id), {});
  await host.close();
  const again = await AppHost.open(await hostEnvironment(kv));
  const made = again.state().definition.tables.find(({ id }) => id === target.id);
  const tag = made?.columns.find(
    ({ kind, identifier }) => kind === 'barcode' && !target.columns.some((own) => own.identifier === identifier),
  );
  expect(tag).toMatchObject({ required: false });
  const sql = `SELECT count(*) AS n FROM "${target.identifier}" WHERE "${tag?.identifier}" IS NULL`;
  expect((await again.read({ sql })).rows[0]?.n).toBe(count);
});

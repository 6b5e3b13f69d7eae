import { compileApp } from '@/core/compile';
import { namedDefinition } from '@/core/project';
import type { Column } from '@/core/model';
import { toProblem } from '@/core/problem';
import { theatre } from '@/demo';
import { openDemo } from '@/test/demoHost';
import { columnsOf, money, recordsOf, type TableOf, text } from '.';

const compiled = compileApp(namedDefinition(theatre(4).definition)).tables.find(
  ({ identifier }) => identifier === 'garments',
);
if (!compiled) throw new Error('no garments');
const { columns: asked, ...rest } = compiled;

const said = columnsOf('garments', {
  name: text('Name', { required: true }),
  tag: text('Tag', { required: true }),
  condition: text('Condition', { required: true }),
  value: money('Value', { currency: 'EUR' }),
});
const table: TableOf<typeof said & Record<string, Column>> = { ...rest, asked, columns: said as never };

const problemOf = async (work: Promise<unknown>): Promise<unknown> =>
  work.then(
    () => null,
    (error: unknown) => toProblem(error),
  );

test('records are made, changed in what is given alone, and deleted', async () => {
  const { host } = await openDemo(4);
  const garments = recordsOf(table, host);
  const before = await garments.list();
  expect(before).toHaveLength(4);
  expect(await garments.count()).toBe(4);

  const id = await garments.insert({ name: 'Amber cape', tag: '2000000000053', condition: 'Good', value: 1250 });
  expect(await garments.one(id)).toMatchObject({ id, name: 'Amber cape', value: 1250 });
  expect((await garments.list()).map(({ name }) => name)).toContain('Amber cape');

  expect(await garments.list({ search: 'ámber CAPE' })).toMatchObject([{ id, condition: 'Good', value: 1250 }]);
  const dearest = await garments.list({ order: { by: said.value, direction: 'descending' }, limit: 2 });
  const values = (await garments.list()).map(({ value }) => value ?? 0).sort((one, other) => other - one);
  expect(dearest.map(({ value }) => value)).toEqual(values.slice(0, 2));
  expect(await garments.list({ offset: 5 })).toEqual([]);

  const [pictured] = before;
  const picture = (await garments.one(pictured?.id ?? 0)) as Record<string, unknown> | null;
  await garments.update(pictured?.id ?? 0, { value: null });
  const after = (await garments.one(pictured?.id ?? 0)) as Record<string, unknown> | null;
  expect(after).toMatchObject({ name: picture?.name, tag: picture?.tag, value: null, photo: picture?.photo });

  await garments.remove(id);
  expect(await garments.one(id)).toBeNull();
  expect(await problemOf(garments.remove(id))).toMatchObject({ code: 'row-gone' });
  expect(await problemOf(garments.insert({ tag: '2000000000060', condition: 'Good' }))).toMatchObject({
    code: 'constraint',
    rule: 'required',
  });
  await host.close();
});

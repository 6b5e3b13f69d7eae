import { glanceOf } from './glance';
import type { Definition } from '@/core/model';
import { screensOf } from './madeScreens';
import { demos } from '@/demo';

const { definition } = demos.apiary();

test('a menu shows its ways, those of a whole table with how many records they lead to', () => {
  const glance = glanceOf(definition, { t1: 12, t2: 300 });
  expect(glance.name).toBe(definition.name);
  expect(glance.lines.filter(({ kind }) => kind === 'way').slice(0, 3)).toEqual([
    { kind: 'way', name: 'Hives', icon: null, count: 12 },
    { kind: 'way', name: 'Inspections', icon: null, count: 300 },
    { kind: 'way', name: 'Honey lots', icon: null, count: null },
  ]);
});

test('what is there for some only is not told, nor what a query counts', () => {
  const theatre = demos.theatre().definition;
  const { lines } = glanceOf(theatre, Object.fromEntries(theatre.tables.map(({ id }) => [id, 7])));
  const start = screensOf(theatre).list.find(({ kind }) => kind === 'menu');
  const forSome = start?.kind === 'menu' ? start.entries.filter((entry) => entry.kind !== 'heading' && entry.when) : [];
  expect(forSome.length).toBeGreaterThan(0);
  expect(lines).toHaveLength(6);
  expect(lines[0]?.kind).toBe('heading');
});

test('any other start is told by its name; an app without tables by its own', () => {
  const empty: Definition = { id: 'a', name: 'Bare', theme: { accent: 'moss' }, tables: [] };
  expect(glanceOf(empty, {})).toEqual({ name: 'Bare', isMenu: true, lines: [] });
  const { list } = screensOf(definition);
  const listed: Definition = {
    ...definition,
    screens: { startId: list.find(({ kind }) => kind === 'list')?.id ?? '', list },
  };
  expect(glanceOf(listed, { t1: 5 })).toEqual({
    name: 'Hives',
    isMenu: false,
    lines: [{ kind: 'row', name: 'Hives', icon: null, count: 5 }],
  });
});

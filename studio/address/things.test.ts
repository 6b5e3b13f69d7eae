import { demos } from '@/demo';
import { addressWords } from './title';
import { allThings, foundThings, grouped, rankedThings, thingsOf } from './things';

const { definition } = demos.theatre();

test('a place holds its things under what they belong to', () => {
  const groups = grouped(thingsOf(definition, 'plan')).map(({ name, things }) => `${name}: ${things.length}`);
  expect(groups.slice(0, 2)).toEqual([': 3', 'The store: 5']);
  const screens = grouped(thingsOf(definition, 'screens'));
  expect(screens.map(({ name }) => name)).toEqual(expect.arrayContaining(['The whole app', 'Garments', 'Queries']));
});

test('a screen that nobody can come to says so', () => {
  const lost = structuredClone(definition);
  lost.screens?.list.push({ id: 'alone', kind: 'settings', name: 'Alone' });
  const faulty = thingsOf(lost, 'screens').filter(({ fault }) => fault !== undefined);
  expect(faulty.map(({ name }) => name)).toContain('Alone');
});

test('what is called so is found before what begins so, and that before what only stands under such', () => {
  const things = ['Tag of it', 'Stagehand', 'Tags', 'Old tag', 'Tag'].map((name) => ({ name, group: '' }));
  const all = [{ name: 'Colour', group: 'Tag' }, ...things];
  expect(rankedThings(all, 'tag', 9).map(({ name }) => name)).toEqual([
    'Tag',
    'Tag of it',
    'Tags',
    'Old tag',
    'Stagehand',
    'Colour',
  ]);
  expect(rankedThings(all, 'tag', 2)).toHaveLength(2);
  expect(rankedThings(allThings(definition), 'garments', 1)[0]).toMatchObject({ name: 'Garments', kind: 'table' });
});

test('every word is asked for, with or without accents and capitals', () => {
  const things = [
    { name: 'Café', group: 'Houses' },
    { name: 'Cellar', group: 'Houses' },
  ];
  expect(foundThings(things, 'CAFE hous').map(({ name }) => name)).toEqual(['Café']);
  expect(foundThings(things, '  ')).toHaveLength(2);
  expect(foundThings(things, 'attic')).toEqual([]);
});

test('everything that can be opened has words of its own in the tab', () => {
  for (const { address, name, kind } of allThings(definition))
    if (kind !== 'room' && kind !== 'column') expect(addressWords(definition, address)).toBe(name);
});

import { foundApps, inOrder } from './AppList';
import type { AppSummary } from '@/worker';

const app = (name: string, rows: number, line?: string): AppSummary => ({
  id: name,
  name,
  accent: 'moss',
  tables: 1,
  rows,
  lastEdit: '2026-01-01T00:00:00.000Z',
  removedAt: null,
  ...(line ? { glance: { name, isMenu: true, lines: [{ kind: 'way', name: line, icon: null, count: null }] } } : {}),
});

const apps = [app('Zebra house', 5), app('Über den Dingen', 80, 'Garments'), app('apiary', 30)];
const names = (found: readonly AppSummary[]) => found.map(({ name }) => name);

test('apps are found by words of their names and first screens, accents and case aside', () => {
  expect(names(foundApps(apps, 'uber'))).toEqual(['Über den Dingen']);
  expect(names(foundApps(apps, 'dingen garm'))).toEqual(['Über den Dingen']);
  expect(names(foundApps(apps, ''))).toEqual(names(apps));
  expect(foundApps(apps, 'nothing')).toEqual([]);
});

test('they stand as they were changed, by name, or by how much they hold', () => {
  expect(names(inOrder(apps, 'changed'))).toEqual(names(apps));
  expect(names(inOrder(apps, 'name'))).toEqual(['apiary', 'Über den Dingen', 'Zebra house']);
  expect(names(inOrder(apps, 'size'))).toEqual(['Über den Dingen', 'apiary', 'Zebra house']);
});

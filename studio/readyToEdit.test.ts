import { applyEdit } from '@/core/edit';
import type { Definition } from '@/core/model';
import { theatre } from '@/demo';
import { blank } from '@/test/host';
import { readyToEdit } from './readyToEdit';

const withTables = (...names: string[]): Definition =>
  names.reduce(
    (made, name, at) => applyEdit(made, { kind: 'addTable', tableId: `t${at}`, columnId: `c${at}`, name }).definition,
    blank,
  );

test.each<[string, Definition]>([
  ['without tables', blank],
  ['where the name that is tried is taken', withTables('Hats', 'Hats 2')],
  ['where no name can be longer', withTables('H'.repeat(60))],
  ['of the demo', theatre(1).definition],
])('a plan %s stays as it was, and nothing is thrown', (_, definition) => {
  const before = JSON.stringify(definition);
  expect(() => readyToEdit(definition)).not.toThrow();
  expect(JSON.stringify(definition)).toBe(before);
});

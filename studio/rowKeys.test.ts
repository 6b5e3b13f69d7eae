import fc from 'fast-check';
import { rowKeys } from './rowKeys';

const lists = fc.uniqueArray(fc.constantFrom('a', 'b', 'c', 'd', 'e', 'f', 'g', 'h'), { maxLength: 8 });

it('gives each row a key of its own, and a row that stays the key that it had', () => {
  fc.assert(
    fc.property(fc.array(lists, { maxLength: 6 }), (states) => {
      let before: ReadonlyMap<string, string> = new Map();
      for (const ids of states) {
        const keys = rowKeys(before, ids);
        expect([...keys.keys()]).toEqual(ids);
        expect(new Set(keys.values()).size).toBe(ids.length);
        for (const id of ids) if (before.has(id)) expect(keys.get(id)).toBe(before.get(id));
        before = keys;
      }
    }),
  );
});

it('draws other rows altogether in those that are there, and a row that comes in one of its own', () => {
  const first = rowKeys(new Map(), ['a', 'b', 'c']);
  expect([...rowKeys(first, ['x', 'y']).values()]).toEqual([...first.values()].slice(0, 2));
  // Of one that was taken out meanwhile the row is gone; its key is not another's while anything stays.
  const added = rowKeys(first, ['c', 'new', 'a', 'b']);
  expect([...first.values()]).not.toContain(added.get('new'));
});

import { firstReason } from '@/core/fault';
import fc from 'fast-check';
import { hatPlan, plainColumn } from '@/test/hats';
import { columnsOfKey, keyFaults, keySentence } from './key';
import { applyEdit, describeEdit, type Edit } from '@/core/edit';
import type { Definition, TableKey } from '@/core/model';
const blank: Definition = { id: 'a', name: 'A', theme: { accent: 'moss' }, tables: [] };
const after = (edits: readonly Edit[], from: Definition = blank): Definition =>
  edits.reduce((made, edit) => applyEdit(made, edit).definition, from);
const plan = after([
  ...hatPlan('Play'),
  { kind: 'addColumn', tableId: 'h', column: { ...plainColumn('h4', 'Size'), kind: 'text' } },
  { kind: 'addColumn', tableId: 'h', column: { ...plainColumn('h5', 'Photo'), kind: 'picture' } },
  { kind: 'addColumn', tableId: 'h', column: { ...plainColumn('h6', 'Made'), kind: 'created' } },
]);
const setKey = (key: TableKey): Edit => ({ kind: 'setKey', tableId: 'h', key });
const together: TableKey = { id: 'k1', unique: true, columnIds: ['h3', 'h4'] };
const inOrder: TableKey = { id: 'k2', unique: false, columnIds: ['h4', 'h2'] };
const keysIn = (definition: Definition) => definition.tables.find(({ id }) => id === 'h')?.keys;
const hats = (definition: Definition) => definition.tables.find(({ id }) => id === 'h') as Definition['tables'][number];

test('a key is set, changed, told in words and taken away', () => {
  const set = after([setKey(together), setKey(inOrder)], plan);
  expect(keysIn(set)).toEqual([together, inOrder]);
  expect(keySentence(hats(set), together)).toBe('No two hats have the same Play and Size together.');
  expect(keySentence(hats(set), inOrder)).toBe('Hats are looked up by Size, then Price.');
  expect(describeEdit(plan, setKey(together))).toBe('Told apart Hats by Play and Size');
  expect(describeEdit(set, { kind: 'removeKey', tableId: 'h', keyId: 'k2' })).toBe(
    'Removed a key of Hats: Size and Price',
  );
  const changed = after([setKey({ ...inOrder, columnIds: ['h2', 'h4'] })], set);
  expect(keysIn(changed)).toEqual([together, { ...inOrder, columnIds: ['h2', 'h4'] }]);
  // A table without keys says nothing of them.
  const none = after(
    [
      { kind: 'removeKey', tableId: 'h', keyId: 'k1' },
      { kind: 'removeKey', tableId: 'h', keyId: 'k2' },
    ],
    set,
  );
  expect(hats(none)).not.toHaveProperty('keys');
});

test.each<[string, TableKey]>([
  ['a column is in it twice', { ...together, columnIds: ['h3', 'h3'] }],
  ['there is no column with this id', { ...together, columnIds: ['h3', 'p2'] }],
  ['Photo cannot be part of it', { ...inOrder, columnIds: ['h4', 'h5'] }],
  ['Made cannot be part of it', { ...together, columnIds: ['h4', 'h6'] }],
  ['this is there already', { ...together, id: 'other', columnIds: ['h4', 'h3'] }],
])('it cannot stand where %s', (reason, key) => {
  const set = after([setKey(together)], plan);
  expect(() => applyEdit(set, setKey(key))).toThrow();
  expect(firstReason(keyFaults(hats(set), key))).toBe(reason);
});

test('what is looked up in one order may be looked up in the other, too', () => {
  expect(
    keysIn(after([setKey(inOrder), setKey({ ...inOrder, id: 'k3', columnIds: ['h2', 'h4'] })], plan)),
  ).toHaveLength(2);
});

test('it goes with a column, or where that becomes one that cannot be part of it; renames do nothing to it', () => {
  const set = after([setKey(together), setKey(inOrder)], plan);
  expect(keysIn(after([{ kind: 'removeColumn', tableId: 'h', columnId: 'h2' }], set))).toEqual([together]);
  expect(keysIn(after([{ kind: 'removeTable', tableId: 'p' }], set))).toEqual([inOrder]);
  const photo: Edit = { kind: 'changeColumn', tableId: 'h', column: { ...plainColumn('h4', 'Size'), kind: 'picture' } };
  expect(keysIn(after([photo], set))).toBeUndefined();
  const renamed: Edit = { kind: 'changeColumn', tableId: 'h', column: { ...plainColumn('h4', 'Fit'), kind: 'text' } };
  expect(keysIn(after([renamed], set))).toEqual([together, inOrder]);
});

test('whatever is done to the columns, every key that stands has all of its own', () => {
  const edits: fc.Arbitrary<Edit> = fc.oneof(
    fc.constantFrom<Edit>(setKey(together), setKey(inOrder), { kind: 'removeKey', tableId: 'h', keyId: 'k1' }),
    fc.constantFrom('h2', 'h3', 'h4').map((columnId): Edit => ({ kind: 'removeColumn', tableId: 'h', columnId })),
    fc
      .constantFrom('text' as const, 'picture' as const, 'file' as const)
      .map((kind): Edit => ({ kind: 'changeColumn', tableId: 'h', column: { ...plainColumn('h4', 'Size'), kind } })),
  );
  fc.assert(
    fc.property(fc.array(edits, { maxLength: 8 }), (made) => {
      let definition = plan;
      for (const edit of made) {
        try {
          ({ definition } = applyEdit(definition, edit));
        } catch {
          // Refused, as a column that is not there is.
        }
        for (const key of keysIn(definition) ?? [])
          expect(columnsOfKey(hats(definition), key).map(({ id }) => id)).toEqual(key.columnIds);
      }
    }),
  );
});

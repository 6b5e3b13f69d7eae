import { compileApp } from './index';
import { compiledScreen } from './screens';
import { byDesign, countSql, listSql } from '@/core/compiled';
import { applyEdit, type Edit } from '@/core/edit';
import type { Definition } from '@/core/model';
import { hatPlan, plainColumn } from '@/test/hats';

const blank: Definition = { id: 'a', name: 'A', theme: { accent: 'moss' }, tables: [] };

const after = (edits: readonly Edit[], from: Definition = blank): Definition =>
  edits.reduce((made, edit) => applyEdit(made, edit).definition, from);

const query = { id: 'q', name: 'Dear', tableId: 'h', condition: 'price > 5' };

const routine = { id: 'r', name: 'Wear', tableId: 'h', steps: [] };

const everywhere = { id: 's', name: 'Tidy', steps: [] };

const plan = after([
  ...hatPlan('Play'),
  { kind: 'setQuery', query },
  { kind: 'setRoutine', routine },
  { kind: 'setRoutine', routine: everywhere },
  {
    kind: 'addScreen',
    screen: { kind: 'list', id: 'l', name: 'Dear hats', tableId: 'h', queryId: 'q', routineIds: ['r'] },
  },
  {
    kind: 'addScreen',
    screen: {
      kind: 'menu',
      id: 'm',
      name: 'Ways',
      entries: [
        { kind: 'screen', id: 'e', screenId: 'l', counted: true },
        { kind: 'routine', id: 'f', routineId: 's' },
      ],
    },
  },
]);

const screenIn = (definition: Definition, id: string) => {
  const found = compileApp(definition).screens.find((screen) => screen.id === id);
  if (!found) throw new Error(`no screen ${id}`);
  return found;
};

const listIn = (definition: Definition) => {
  const screen = screenIn(definition, 'l');
  if (screen.kind !== 'list') throw new Error('no list');
  return screen;
};

test('a compiled list, and the menu that counts it, follow their query', () => {
  expect(listSql(listIn(plan).list, byDesign, {}).sql).toContain('> 500');
  const dearer = after([{ kind: 'setQuery', query: { ...query, condition: 'price > 7' } }], plan);
  expect(listSql(listIn(dearer).list, byDesign, {}).sql).toContain('> 700');
  expect(countSql(compileApp(dearer).choices.q as never, {}).sql).toContain('> 700');
  expect(JSON.stringify(screenIn(plan, 'm'))).toContain('> 500');
  expect(JSON.stringify(screenIn(dearer, 'm'))).toContain('> 700');
});

test('a compiled list and a menu follow their routine', () => {
  const renamed = after(
    [
      { kind: 'setRoutine', routine: { ...routine, name: 'Put on' } },
      { kind: 'setRoutine', routine: { ...everywhere, name: 'Sweep' } },
    ],
    plan,
  );
  expect(listIn(plan).behaviour.routines).toEqual([{ id: 'r', name: 'Wear' }]);
  expect(listIn(renamed).behaviour.routines).toEqual([{ id: 'r', name: 'Put on' }]);
  expect(JSON.stringify(screenIn(renamed, 'm'))).toContain('Sweep');
  expect(JSON.stringify(screenIn(plan, 'm'))).toContain('Tidy');
  const gone = after(
    [
      { kind: 'setScreen', screen: { kind: 'list', id: 'l', name: 'Dear hats', tableId: 'h', queryId: 'q' } },
      { kind: 'setScreen', screen: { kind: 'menu', id: 'm', name: 'Ways', entries: [] } },
      { kind: 'removeRoutine', routineId: 'r' },
    ],
    renamed,
  );
  expect(compileApp(gone).routines.map(({ id }) => id)).toEqual(['s']);
});

test('a screen that an edit does not touch stays the very same, and what it depends on can be looked at', () => {
  const others = after([{ kind: 'addScreen', screen: { kind: 'menu', id: 'n', name: 'More', entries: [] } }], plan);
  expect(screenIn(others, 'l')).toBe(screenIn(plan, 'l'));
  // A menu looks at other screens.
  expect(screenIn(others, 'm')).not.toBe(screenIn(plan, 'm'));
  const designed = plan.screens?.list.find(({ id }) => id === 'l');
  expect(compiledScreen.peek(designed as never)?.by).toEqual([
    plan.tables,
    plan.people,
    plan.queries,
    null,
    plan.routines,
  ]);
  const planned = after(
    [{ kind: 'addColumn', tableId: 'h', column: { ...plainColumn('h9', 'Note'), kind: 'text' } }],
    plan,
  );
  expect(screenIn(planned, 'l')).not.toBe(screenIn(plan, 'l'));
});

import { compileApp } from '@/core/compile';
import type { Definition } from '@/core/model';
import { demos, theatre } from '@/demo';
import { namedDefinition, namesOf } from '.';

/** Every SQL text of a compiled app, with what its ids are called in it taken out. */
function statements(definition: Definition): string[] {
  const found: string[] = [];
  const walk = (value: unknown): void => {
    if (Array.isArray(value)) return value.forEach(walk);
    if (value === null || typeof value !== 'object') return;
    for (const [key, part] of Object.entries(value))
      if (key === 'sql') found.push(String(part).replace(/_search:[^:]*:/g, '_search:'));
      else walk(part);
  };
  walk(JSON.parse(JSON.stringify(compileApp(definition))));
  return found.sort();
}

describe.each([
  ['the theatre', theatre(10).definition],
  ['the apiary', demos.apiary().definition],
])('%s by its names', (_, definition) => {
  const named = namedDefinition(definition);

  test('compiles to the very same statements', () => {
    expect(statements(named)).toEqual(statements(definition));
  });

  test('holds no id of before', () => {
    const names = namesOf(definition);
    const text = JSON.stringify(named);
    for (const kind of ['table', 'column', 'query', 'screen', 'routine'] as const)
      for (const [id, name] of names[kind])
        if (id !== name) expect(text).not.toMatch(new RegExp(`"(${kind}|)Ids?":"${id}"`, 'i'));
  });
});

test('what people call something is no id, whatever the key that it is kept under', () => {
  const { definition } = theatre(10);
  const [first, ...others] = definition.tables;
  if (!first) throw new Error('no table');
  const tables = [
    {
      ...first,
      columns: first.columns.map((column) =>
        column.kind === 'choice' ? { ...column, choices: ['tableId'], tones: { tableId: 'green' as const } } : column,
      ),
    },
    ...others.map((table, at) => (at === 0 ? { ...table, id: 'green' } : table)),
  ];
  const [named] = namedDefinition({ ...definition, tables, queries: [], routines: [], screens: undefined }).tables;
  expect(named?.columns.find(({ kind }) => kind === 'choice')).toMatchObject({ tones: { tableId: 'green' } });
});

test('names are told apart, and are none of the language', () => {
  const { definition } = theatre(10);
  const screens = (definition.screens?.list ?? []).map((screen) => ({ ...screen, name: 'New' }));
  const named = namesOf({ ...definition, screens: { startId: 'start', list: screens } });
  expect([...named.screen.values()].slice(0, 3)).toEqual(['newScreen', 'newScreen2', 'newScreen3']);
});

test('a step is told apart from all others of its routine, in whatever branch it stands', () => {
  const { definition } = theatre(10);
  const say = (id: string) => ({ id, kind: 'message' as const, text: "'x'" });
  const branches = { id: 'b', kind: 'if' as const, condition: '1', steps: [say('c')], otherwise: [say('d')] };
  const routines = [1, 2].map((at) => ({ id: `r${at}`, name: `Say ${at}`, steps: [say('a'), branches, say('e')] }));
  const named = namedDefinition({ ...definition, routines }).routines ?? [];
  const ids = named.map((routine) => JSON.stringify(routine.steps).match(/"step\d+"/g));
  expect(ids).toEqual(Array(2).fill(['"step1"', '"step2"', '"step3"', '"step4"', '"step5"']));
});

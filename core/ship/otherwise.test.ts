import { compileApp } from '@/core/compile';
import type { Definition } from '@/core/model';
import { demos } from '@/demo';
import { otherwiseIn } from '.';

const { definition } = demos.theatre();
const placesOf = (of: Definition, words: RegExp) =>
  otherwiseIn(compileApp(of))
    .filter(({ what }) => words.test(what))
    .map(({ place }) => place);

test('what asks the catalogue is told with its place', () => {
  expect(placesOf(definition, /catalogue/)).toEqual(['Find by tag']);
});

test('a routine that asks the catalogue, however deep, is told', () => {
  const tag = definition.tables[0]?.columns.find(({ kind }) => kind === 'barcode');
  const name = definition.tables[0]?.columns[0];
  const routine = {
    id: 'ask',
    name: 'Ask about it',
    tableId: definition.tables[0]?.id,
    steps: [
      {
        id: 's1',
        kind: 'if' as const,
        condition: '1',
        steps: [],
        otherwise: [
          { id: 's2', kind: 'lookUp' as const, record: ':this', codeId: tag?.id ?? '', columnIds: [name?.id ?? ''] },
        ],
      },
    ],
  };
  expect(placesOf({ ...definition, routines: [routine] }, /catalogue/)).toContain('Ask about it');
});

test('letters that an icon cannot have are told; a symbol needs none', () => {
  const iconOf = (icon: Definition['theme']['icon'], name = definition.name) =>
    placesOf({ ...definition, name, theme: { ...definition.theme, icon } }, /no letters like/);
  expect(iconOf({ kind: 'letters', text: 'مر' })).toEqual(['The icon']);
  expect(iconOf(undefined, '倉庫')).toEqual(['The icon']);
  expect(iconOf({ kind: 'letters', text: 'É2' })).toEqual([]);
  expect(iconOf({ kind: 'symbol', name: 'leaf' }, '倉庫')).toEqual([]);
});

import fc from 'fast-check';
import { applyEdit } from '@/core/edit';
import { blank } from '@/test/host';
import { readColumns, readTable, settingsOfAllTyped, type TypedColumn } from './typedColumns';

const typed = (text: string) => readColumns(text).map(({ name, kind }) => `${name}: ${kind}`);

test('columns are typed one behind the other, the kind behind the name', () => {
  expect(typed('name, price money, sown date')).toEqual(['Name: text', 'Price: money', 'Sown: date']);
  expect(typed('seen date and time; hours whole number\nphoto\tdone yes/no')).toEqual([
    'Seen: dateTime',
    'Hours: wholeNumber',
    'Photo: picture',
    'Done: yesNo',
  ]);
});

test('the head of a spreadsheet makes columns', () => {
  expect(typed('"Name"\tPlant no.\tSown on\t\r\n')).toEqual(['Name: text', 'Plant no.: text', 'Sown on: text']);
});

test('choices stand between strokes, a star marks what is required', () => {
  expect(readColumns('size S/M/L, state*: as new / worn, Kept at*')).toEqual([
    { name: 'Size', kind: 'choice', choices: ['S', 'M', 'L'], required: false },
    { name: 'State', kind: 'choice', choices: ['as new', 'worn'], required: true },
    { name: 'Kept at', kind: 'text', choices: [], required: true },
  ]);
  // A stroke that parts nothing is of the name.
  expect(typed('in/out, and/or/')).toEqual(['In/out: text', 'And/or/: text']);
});

test('a table is typed at once', () => {
  expect(readTable('tools: name, price money, size: S/M')).toEqual({
    name: 'Tools',
    columns: [
      { name: 'Name', kind: 'text', choices: [], required: true },
      { name: 'Price', kind: 'money', choices: [], required: false },
      { name: 'Size', kind: 'choice', choices: ['S', 'M'], required: false },
    ],
  });
  expect(readTable(' Tools ').columns).toEqual([{ name: 'Name', kind: 'text', choices: [], required: true }]);
});

describe('a link', () => {
  const app = applyEdit(blank, { kind: 'addTable', tableId: 'm', columnId: 'm1', name: 'Makers' }).definition;
  let made = 0;
  const settings = (text: string) => settingsOfAllTyped(readColumns(text), app, 'Tools', () => `l${made++}`);

  test('is typed with an arrow, to a table by its name or that of a record', () => {
    for (const text of ['made by -> makers', 'made by → Maker', 'made by->MAKERS'])
      expect(settings(text)).toMatchObject([{ name: 'Made by', kind: 'link', tableId: 'm', inverse: 'Tools' }]);
  });

  test('stops what it must belong to from being deleted; otherwise it lets go', () =>
    expect(settings('maker* -> Makers, seller -> Makers')).toMatchObject([
      { required: true, onDelete: 'stop', inverse: 'Tools' },
      // Two that lead to one table are called apart there.
      { required: false, onDelete: 'unlink', inverse: 'Tools 2' },
    ]));

  test('to a table that is not there is a text', () =>
    expect(settings('maker -> Nobody')).toMatchObject([{ name: 'Maker', kind: 'text' }]));

  test('makes columns that stand', () => {
    const columns = settings('name, maker -> Makers, seller -> Makers, price money');
    const edit = { kind: 'addTable', tableId: 't', columnId: 'c', name: 'Tools', columns } as const;
    const { definition } = applyEdit(app, edit);
    expect(definition.tables[1]?.columns.map(({ kind }) => kind)).toEqual(['text', 'link', 'link', 'money']);
  });
});

test('whatever is typed makes columns that stand, or none', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'grapheme', maxLength: 120 }), (text) => {
      const seen = new Set<string>();
      const fresh = ({ name }: TypedColumn) =>
        name.length <= 80 && !seen.has(name.toLowerCase()) && seen.add(name.toLowerCase());
      const columns = readColumns(text).filter(fresh);
      if (columns.length === 0) return;
      let made = 0;
      const settings = settingsOfAllTyped(columns, blank, 'Things', () => `c${made++}`);
      const { definition } = applyEdit(blank, {
        kind: 'addTable',
        tableId: 't',
        columnId: 'c',
        name: 'Things',
        columns: settings,
      });
      expect(definition.tables[0]?.columns.map(({ name, kind }) => [name, kind])).toEqual(
        columns.map(({ name, kind }) => [name, kind]),
      );
    }),
  );
});

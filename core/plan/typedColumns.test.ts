import fc from 'fast-check';
import { applyEdit } from '@/core/edit';
import { blank } from '@/test/host';
import { readColumns, readTable, settingsOfTyped, type TypedColumn } from './typedColumns';

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

test('whatever is typed makes columns that stand, or none', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'grapheme', maxLength: 120 }), (text) => {
      const seen = new Set<string>();
      const fresh = ({ name }: TypedColumn) =>
        name.length <= 80 && !seen.has(name.toLowerCase()) && seen.add(name.toLowerCase());
      const columns = readColumns(text).filter(fresh);
      if (columns.length === 0) return;
      const settings = columns.map((column, index) => settingsOfTyped(column, `c${index}`));
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

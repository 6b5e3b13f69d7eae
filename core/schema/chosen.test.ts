import { chosenFault, impactProbes, stepSql, upgradeSteps } from '.';
import type { Column, Definition } from '@/core/model';

const column = (id: string, name: string, rest: object = {}): Column =>
  ({
    ...{ id, name, identifier: id, kind: 'text', required: false, unique: false, default: { kind: 'none' } },
    ...rest,
  }) as Column;

const plan = (...columns: Column[]): Definition => ({
  ...{ id: 'x', name: 'X', theme: { accent: 'moss' } },
  tables: [
    {
      ...{ id: 't', name: 'Tools', recordName: 'Tool', identifier: 'tools', columns },
      naming: { kind: 'column', columnId: 'a' },
    },
  ],
});

const day = column('d', 'Day', { kind: 'expression', text: ':today' });
const before = plan(column('a', 'Name'), day);
const made = column('b', 'Made');
const after = plan(column('a', 'Name'), day, made);

/** What fills the table anew; views may know the day. */
const statements = (expression: string) =>
  upgradeSteps(before, after, { fills: { b: { expression } } })
    .filter(({ kind }) => kind === 'rebuild')
    .flatMap(stepSql)
    .join(' ');

test('an expression over the record as it was stands in the upgrade', () => {
  expect(statements("a || '!'")).toContain(`"tools"."a"`);
});

test.each(['a || :today', 'd', 'coalesce(d, d)'])('no day gets into an upgrade: %s', (expression) => {
  const table = before.tables[0] as Definition['tables'][0];
  const fault = chosenFault(before, table, null, made as never, { expression });
  expect(fault).toMatch(/the same on every phone/);
  // Nor by a file that somebody else wrote.
  expect(statements(expression)).not.toMatch(/date\(/);
});

test.each([
  ['a', null],
  ["a || ' ' || d", expect.stringMatching(/the same on every phone/)],
])('a text finds no record by a name that knows the day: %s', (text, found) => {
  const named = plan(column('a', 'Name'), day);
  const table = { ...(named.tables[0] as Definition['tables'][0]), naming: { kind: 'expression', text } } as never;
  const link = column('l', 'Other', { kind: 'link', tableId: 't', inverse: 'Others', onDelete: 'unlink' });
  const match = { textColumnId: 'a', targetTableId: 't', by: null };
  expect(chosenFault({ tables: [table] }, table, null, link as never, match)).toEqual(found);
});

test('a table that an edit left alone is asked about what is chosen for it, and about nothing else', () => {
  expect(impactProbes(before, { ...before, name: 'Y' })).toEqual([]);
  const asked = impactProbes(before, before, { a: { expression: "a || '!'" } });
  expect(asked.map(({ kind, column }) => [kind, column?.id])).toEqual([['values-changed', 'a']]);
});

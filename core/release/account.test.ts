import {
  accountOf,
  type ColumnAccount,
  difficultRows,
  type Held,
  madeOf,
  plainUpgrade,
  MOST_TRIALS,
  rehearsedBy,
  reportOf,
  schemaVersions,
  toldOf,
  totalOf,
  type Trial,
  verdictOf,
} from '.';
import { rowsFaults } from '@/core/check';
import type { Column, Definition } from '@/core/model';
import { physicalPlan } from '@/core/plan';
import { demos } from '@/demo';
import { everyKind } from '@/test/everyKind';

const column = (id: string, name: string, kind: 'text' | 'wholeNumber' = 'text') =>
  ({ id, name, identifier: id, kind, required: false, unique: false, default: { kind: 'none' } }) as Column;
const plan = (...columns: Column[]): Pick<Definition, 'tables'> => ({
  tables: [
    {
      ...{ id: 't', name: 'Tools', recordName: 'Tool', identifier: 'tools', columns },
      naming: { kind: 'column', columnId: 'a' },
    },
  ],
});
const held = (columns: Column[], ...rows: (string | number | null)[][]): Held => ({
  definition: plan(...columns),
  rows: { t: { columns: columns.map(({ id }) => id), rows } },
});
const of = (account: ColumnAccount[], name: string) => account.find((each) => each.column === name);

describe('the account of every value', () => {
  const name = column('a', 'Name');
  const count = column('b', 'Count');

  test('tells what was kept, converted, lost as it did not fit, and filled in', () => {
    const before = held([name, count], [1, 'Saw', '7'], [2, 'Awl', 'many'], [3, 'File', null]);
    const after = held([name, column('b', 'Count', 'wholeNumber')], [1, 'Saw', 7], [2, 'Awl', null], [3, 'File', 0]);
    const account = accountOf(before, after);
    expect(of(account, 'Name')).toMatchObject({ kept: 3, converted: 0, lost: 0, samples: [] });
    expect(of(account, 'Count')).toMatchObject({
      ...{ kept: 0, converted: 1, lost: 1, filled: 1, reason: 'does-not-fit' },
      samples: [
        { rowId: 2, before: 'many', after: null },
        { rowId: 1, before: '7', after: 7 },
      ],
    });
  });

  test('tells of columns, rows and tables that went, and of columns that came', () => {
    const before = held([name, count], [1, 'Saw', '7'], [2, 'Awl', '3']);
    const gone = accountOf(before, held([name], [1, 'Saw'], [2, 'Awl']));
    expect(of(gone, 'Count')).toMatchObject({ lost: 2, reason: 'column-removed' });
    const fewer = accountOf(before, held([name, count], [1, 'Saw', '7']));
    expect(of(fewer, 'Name')).toMatchObject({ kept: 1, lost: 1, reason: 'row-removed' });
    const none = accountOf(before, { definition: { tables: [] }, rows: {} });
    expect(none.map(({ lost, reason }) => [lost, reason])).toEqual([
      [2, 'table-removed'],
      [2, 'table-removed'],
    ]);
    const more = accountOf(held([name], [1, 'Saw']), held([name, count], [1, 'Saw', 'x']));
    expect(of(more, 'Count')).toMatchObject({ filled: 1, lost: 0 });
  });

  test('leaves no value out', () => {
    const { definition, starting } = demos.theatre();
    const rows = starting?.rows ?? {};
    const account = accountOf(
      { definition, rows },
      { definition: { ...definition, tables: definition.tables.slice(3) }, rows },
    );
    const values = Object.values(rows).flatMap((set) => set.rows.flatMap((row) => row.slice(1)));
    const told = (['kept', 'converted', 'moved', 'lost'] as const).reduce(
      (sum, each) => sum + totalOf(account, each),
      0,
    );
    expect(told).toBe(values.filter((value) => value !== null).length);
  });
});

test('a column that is made of another, and that of a third, is followed all the way', () => {
  const states = [column('a', 'Name'), column('b', 'Called'), column('c', 'Known')].map((each, at, all) => ({
    ...{ version: `1.${at}.0`, schema: at + 1 },
    definition: { ...{ id: 'x', name: 'X', theme: { accent: 'moss' } }, ...plan(each) } as Definition,
    upgrade: { ...plainUpgrade, fills: at > 0 ? { [each.id]: { expression: all[at - 1]?.identifier ?? '' } } : {} },
  }));
  const [first, second, third] = states as [(typeof states)[0], (typeof states)[0], (typeof states)[0]];
  const made = madeOf(schemaVersions([first, second], third).steps);
  expect([...(made.get('a')?.inRecord ?? [])]).toEqual(['b', 'c']);
  const held = (definition: Definition, id: string): Held => ({
    ...{ definition, rows: { t: { columns: [id], rows: [[1, 'Saw']] } } },
  });
  const [account] = accountOf(held(first.definition, 'a'), held(third.definition, 'c'), { made });
  expect(account).toMatchObject({ column: 'Name', moved: 1, lost: 0 });
});

describe('difficult rows', () => {
  test.each([
    ['the theatre', demos.theatre().definition],
    ['the apiary', demos.apiary().definition],
    ['an app of every kind', everyKind().definition],
  ])('of %s may all stand where they are, blanks and repeated values among them', (_name, definition) => {
    const rows = difficultRows(definition);
    expect(rowsFaults(physicalPlan(definition).tables, rows)).toEqual([]);
    const values = Object.values(rows).flatMap((set) => set.rows.flat());
    expect(values).toContain(null);
    expect(difficultRows(definition)).toEqual(rows);
    for (const { id } of physicalPlan(definition).tables.filter(({ columns }) =>
      columns.some(({ kind }) => kind === 'text'),
    ))
      expect([id, (rows[id]?.rows.length ?? 0) > 0]).toEqual([id, true]);
  });
});

test('a glance tells what holds, what loses values, and what fails', () => {
  const trial: Trial = {
    ...{ releaseId: 'r1', from: '1.0.0', subject: { kind: 'difficult-rows' }, rows: 2, warnings: [], fault: null },
    ...{ ...toldOf([]), unsound: [], failing: [], ran: 3, milliseconds: 1 },
    cuts: { statements: 4, tried: 4, whole: 4 },
  };
  const before = held([column('a', 'Name')], [1, 'Saw']);
  const losing = toldOf(accountOf(before, { definition: { tables: [] }, rows: {} }));
  expect(verdictOf(trial)).toBe('holds');
  expect(verdictOf({ ...trial, ...losing })).toBe('loses');
  const wrong: Partial<Trial>[] = [
    { fault: 'Name must not be blank.' },
    { unsound: ['row 1 missing from index'] },
    { failing: ['no such column'] },
    { cuts: { statements: 4, tried: 4, whole: 3 } },
  ];
  for (const each of wrong) expect(verdictOf({ ...trial, ...losing, ...each })).toBe('fails');
  // Of very many trials those are kept that found most.
  const many = Array.from({ length: MOST_TRIALS + 5 }, (_, at) =>
    at === MOST_TRIALS + 4 ? { ...trial, ...losing } : trial,
  );
  const { trials } = reportOf('2026-11-28T10:00:00.000Z', many);
  expect([trials.length, verdictOf(trials[0] as Trial)]).toEqual([MOST_TRIALS, 'loses']);
  // It is whole where every older release was tried on both.
  const other: Trial = { ...trial, subject: { kind: 'rows-of-now' } };
  const older = [{ id: 'r1' }];
  expect(
    [[], [trial], [trial, other], [{ ...trial, ...wrong[0] }]].map((trials) => rehearsedBy(older, trials)),
  ).toEqual(['none', 'partly', 'holds', 'fails']);
});

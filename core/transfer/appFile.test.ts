import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { theatre } from '@/demo';
import { ProblemError } from '@/core/problem';
import { appFileSchema, mendAppFile, parseAppFile, printAppFile } from './appFile';

const file = theatre(20);
const problemOf = (text: string) => {
  try {
    parseAppFile(text);
    return null;
  } catch (error) {
    if (error instanceof ProblemError) return error.problem;
    throw error;
  }
};
type Loose = Record<string | number, never>;
const broken = (change: (copy: Loose) => void) => {
  const copy = JSON.parse(printAppFile(file)) as Loose;
  change(copy);
  return problemOf(JSON.stringify(copy));
};
const at = (copy: Loose, ...path: (string | number)[]) =>
  path.reduce((value, key) => value[key] as unknown as Loose, copy) as Record<string | number, unknown>;

describe('the app file', () => {
  it('reads back what it wrote', () => expect(parseAppFile(printAppFile(file))).toEqual(file));

  it('is described by the published schema', () => {
    expect(JSON.parse(readFileSync('docs/app-file.schema.json', 'utf8'))).toEqual(
      JSON.parse(JSON.stringify(appFileSchema())),
    );
  });

  it.each<[string, (copy: Loose) => void, string]>([
    [
      'an unknown kind',
      (copy) => (at(copy, 'definition', 'tables', 0, 'columns', 1).kind = 'colour'),
      'file.definition.tables[0].columns[1].kind',
    ],
    ['a missing name', (copy) => delete at(copy, 'definition', 'tables', 2).name, 'file.definition.tables[2].name'],
    ['a repeated id', (copy) => (at(copy, 'definition', 'tables', 1).id = 't3'), 'file.definition.tables[1].id'],
    [
      'a naming without its column',
      (copy) => (at(copy, 'definition', 'tables', 0, 'naming').columnId = 'none'),
      'file.definition.tables[0].naming.columnId',
    ],
    [
      'a value of another kind',
      (copy) => (at(copy, 'starting', 'rows', 't3', 'rows', 7)[6] = 'dear'),
      'file.starting.rows.t3.rows[7][6]',
    ],
    [
      'a row too short',
      (copy) => (at(copy, 'starting', 'rows', 't3', 'rows')[4] = [5]),
      'file.starting.rows.t3.rows[4]',
    ],
    [
      'an id twice',
      (copy) => (at(copy, 'starting', 'rows', 't3', 'rows', 4)[0] = 1),
      'file.starting.rows.t3.rows[4][0]',
    ],
    ['an unknown property', (copy) => (at(copy, 'definition').extra = 1), 'file.definition'],
  ])('refuses %s with its place', (_what, change, place) =>
    expect(broken(change)).toMatchObject({ code: 'file-broken', place }),
  );

  it('names the screen at fault, and holds older starting rows to no screen of today', () => {
    const list = file.definition.screens?.list.findIndex(({ id }) => id === 'list-t5') ?? -1;
    expect(
      broken((copy) => (at(copy, 'definition', 'screens', 'list', list, 'row', 'title').text = 'garmet')),
    ).toMatchObject({
      place: `file.definition.screens.list[${list}].row.title`,
      reason: expect.stringContaining('did you mean “garment”?'),
    });
    const older = JSON.parse(printAppFile(file)) as Loose;
    const loans = (older.starting as unknown as { tables: { id: string; columns: { name: string }[] }[] }).tables.find(
      ({ id }) => id === 't5',
    );
    if (loans) loans.columns = loans.columns.filter(({ name }) => name !== 'Overdue' && name !== 'Days late');
    expect(parseAppFile(JSON.stringify(older)).starting?.tables).toHaveLength(12);
  });

  it('can be read in spite of what breaks a limit or rule, telling each, and is then as good as any', () => {
    const copy = JSON.parse(printAppFile(file)) as Loose;
    at(copy, 'definition').extra = 1;
    at(copy, 'definition', 'tables', 0, 'columns', 0).maxLength = 0;
    at(copy, 'starting').tables = 7;
    copy.rows = (file.starting?.rows ?? {}) as never;
    const { file: mended, mends } = mendAppFile(JSON.stringify(copy));
    for (const told of [
      '“extra” is not known here; it was left out',
      'at least 1; it was left out',
      'The starting rows could not be read',
    ])
      expect(mends.join('\n')).toContain(told);
    expect(parseAppFile(printAppFile(mended))).toEqual(mended);
    expect(mended.rows).toEqual(file.starting?.rows);
    expect(mendAppFile(printAppFile(file))).toEqual({ file, mends: [] });
    expect(() => mendAppFile(JSON.stringify({ ...copy, definition: 7 }))).toThrow(ProblemError);
  });

  it('refuses a newer version as such', () =>
    expect(problemOf(printAppFile(file).replace('"version": 1', '"version": 2'))).toEqual({
      code: 'file-newer',
      found: 2,
      supported: 1,
    }));

  it('refuses any noise with a problem, never anything else', () => {
    const whole = printAppFile(theatre(2));
    fc.assert(
      fc.property(fc.nat(whole.length - 1), fc.string(), (place, noise) =>
        expect(['file-broken', 'file-newer', undefined]).toContain(
          problemOf(whole.slice(0, place) + noise + whole.slice(place + 1))?.code,
        ),
      ),
      { numRuns: 60 },
    );
    expect(problemOf('')).toMatchObject({ code: 'file-broken', place: 'line 1, character 1' });
  });
});

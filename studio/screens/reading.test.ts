import { type Access, conditionsOf, type PlanStep, queryCounts } from '@/core/compile';
import { applyEdit } from '@/core/edit';
import type { Column, Table } from '@/core/model';
import { hives } from '@/test/screens';
import { bestIndex, bestKey, factsOf, readingWords } from './reading';
import type { Counted } from './useCount';

const { definition } = hives();
const table = (id: string) => definition.tables.find((each) => each.id === id) as Table;
const column = (id: string) =>
  definition.tables.flatMap(({ columns }) => columns).find((each) => each.id === id) as Column;
const scan: Access = { by: 'scan', columns: [], sorts: false };
const count = (by: [id: string, equal: boolean, count: number][], all = 100, holds = 10): Counted => ({
  all,
  holds,
  by: by.map(([id, equal, some]) => ({ column: column(id), equal, count: some })),
  together: holds,
});
const step = (detail: string, parent = 0): PlanStep => ({ id: 9, parent, detail });

describe('the first rows of a query', () => {
  it('show what they are selected and ordered by, then the table’s first columns, and never the name again', () => {
    expect(factsOf(definition, table('j'), {})).toEqual(['hive', 'price']);
    expect(
      factsOf(definition, table('j'), {
        condition: "hive.place = 'Heath' AND name LIKE 'a%'",
        order: [{ text: 'price', direction: 'ascending' }],
      }),
    ).toEqual(['hive.place', 'price', 'hive']);
    expect(factsOf(definition, table('v'), { condition: 'frames > 3 OR weak' })).toEqual(['place', 'height', 'set_up']);
  });
});

describe('the index over several columns that would help', () => {
  const asked = count(
    [
      ['v5', false, 60],
      ['v6', true, 40],
      ['v2', true, 30],
    ],
    100,
    4,
  );
  const named = (...given: Parameters<typeof bestKey>) => {
    const found = bestKey(...given);
    return found && [found.columns.map(({ name }) => name), found.count];
  };

  it('goes by what is asked for by value, the fewest first, then by one range', () => {
    expect(named(asked, scan)).toEqual([['Place', column('v6').name, 'Frames'], 4]);
  });

  it('is none where it would spare little, where there are two ranges, or only one column', () => {
    expect(named({ ...asked, together: 20 }, scan)).toBeNull();
    expect(named(asked, { ...scan, by: 'id' })).toBeNull();
    expect(named(asked, null)).toBeNull();
    expect(named(count([['v2', true, 30]], 100, 4), scan)).toBeNull();
    expect(
      named(
        count(
          [
            ['v2', false, 30],
            ['v5', false, 40],
            ['v6', true, 50],
          ],
          100,
          4,
        ),
        scan,
      ),
    ).toBeNull();
  });

  it('is told with the rows that it leaves, once it is there', () => {
    const access: Access = { by: 'index', columns: ['place', column('v6').identifier, 'frames'], sorts: false };
    expect(readingWords(table('v'), access, [], asked)).toMatch(/^Reads 4 of 100 rows by the index on /);
    expect(readingWords(table('v'), { ...access, columns: ['place', 'frames'] }, [], asked)).toMatch(
      /^Reads 30 of 100/,
    );
  });

  it('is held against the index that is used now, and is none where it is there', () => {
    expect(named(asked, { ...scan, by: 'index', columns: ['place'] })).not.toBeNull();
    const key = { id: 'k', unique: false, columnIds: ['v2', 'v6', 'v5'] };
    expect(named(asked, scan, [key])).toBeNull();
    expect(named(asked, scan, [{ ...key, columnIds: ['v2', 'v6'] }])).not.toBeNull();
  });
});

describe('the index that would help', () => {
  it('is on the column that is asked for by value and leaves the fewest rows to read', () => {
    expect(
      bestIndex(
        count([
          ['v6', true, 75],
          ['v2', true, 10],
        ]),
        scan,
        undefined,
      )?.column.name,
    ).toBe('Place');
  });

  it('is none where SQLite reads by one already, where it would spare nothing, or where a range is asked for', () => {
    expect(bestIndex(count([['v2', true, 10]]), { ...scan, by: 'index', columns: ['place'] }, undefined)).toBeNull();
    expect(bestIndex(count([['v2', true, 100]]), scan, undefined)).toBeNull();
    expect(bestIndex(count([['v5', false, 10]]), scan, undefined)).toBeNull();
    expect(
      bestIndex(count([['v5', false, 10]]), scan, [{ text: 'frames', direction: 'descending' }])?.column.name,
    ).toBe('Frames');
    expect(bestIndex(count([]), scan, undefined)).toBeNull();
    expect(bestIndex(count([['v2', true, 10]]), null, undefined)).toBeNull();
  });

  it('is none on what has one: links, and columns that got one', () => {
    expect(bestIndex(count([['j2', true, 10]]), scan, undefined)).toBeNull();
    const indexed = { ...column('v2'), indexed: true };
    expect(
      bestIndex({ all: 100, holds: 1, together: 1, by: [{ column: indexed, equal: true, count: 1 }] }, scan, undefined),
    ).toBeNull();
  });

  it('stands on what the conditions of the query really ask for', () => {
    const conditions = conditionsOf(definition, table('v'), { condition: "place = 'Heath' AND frames > 3" });
    expect(conditions.map((each) => [each.column?.name, each.equal])).toEqual([
      ['Place', true],
      ['Frames', false],
    ]);
    expect(
      queryCounts(definition, table('v'), { condition: "place = 'Heath' AND frames > 3" }).columns.map(
        (each) => each.column.name,
      ),
    ).toEqual(['Place', 'Frames']);
  });
});

describe('how the rows are found', () => {
  it.each<[Access, PlanStep[], Counted, string]>([
    [scan, [step('SCAN hives')], count([], 1200), 'Reads all 1,200 rows of Hives.'],
    [scan, [step('SCAN hives')], count([], 1), 'Reads all 1 row of Hives.'],
    [
      { ...scan, sorts: true },
      [step('SCAN hives')],
      count([], 100, 1),
      'Reads all 100 rows of Hives. Then sorts 1 row.',
    ],
    [
      { by: 'index', columns: ['place'], sorts: false },
      [step('SEARCH hives USING INDEX x (place=?)')],
      count([['v2', true, 10]]),
      'Reads 10 of 100 rows by the index on Place.',
    ],
    [
      { by: 'index', columns: ['place', 'frames'], sorts: false },
      [],
      count([
        ['v2', true, 10],
        ['v5', false, 40],
      ]),
      'Reads 10 of 100 rows by the index on Place and Frames.',
    ],
    [{ by: 'index', columns: ['set_up'], sorts: false }, [], count([['v2', true, 10]]), 'Reads them by an index.'],
    [{ by: 'id', columns: [], sorts: false }, [], count([]), 'Reads one row by its id.'],
    [
      scan,
      [step('SCAN hives'), step('SEARCH _a1 USING INTEGER PRIMARY KEY (rowid=?)', 4)],
      count([]),
      'Reads all 100 rows of Hives. For each, looks up what one link leads to.',
    ],
    [
      scan,
      [step('SEARCH a USING INDEX x (y=?)', 4), step('SEARCH b USING INDEX x (y=?)', 4), step('SCAN c', 7)],
      count([]),
      'Reads all 100 rows of Hives. For each, looks up what is linked to it, 2 times. For each, reads another table whole: that takes long when it grows.',
    ],
  ])('%#', (access, steps, found, words) => {
    expect(readingWords(table('v'), access, steps, found)).toBe(words);
  });

  it('speaks of a column by its name, also where it was renamed', () => {
    const after = applyEdit(definition, {
      kind: 'changeColumn',
      tableId: 'v',
      column: { ...column('v2'), name: 'Standing' } as never,
    }).definition;
    const renamed = after.tables.flatMap(({ columns }) => columns).find(({ id }) => id === 'v2') as Column;
    expect(
      readingWords(table('v'), { by: 'index', columns: ['standing'], sorts: false }, [], {
        all: 9,
        holds: 1,
        together: 1,
        by: [{ column: renamed, equal: true, count: 2 }],
      }),
    ).toBe('Reads 2 of 9 rows by the index on Standing.');
  });
});

import { theatre } from '@/demo';
import { applyEdit } from './edit';
import { mendDefinition } from './mend';
import { definitionFaults } from '@/core/check';
import type { Definition } from '@/core/model';
const whole = theatre(5).definition;
/** The theatre's definition with something that its schema or rules refuse. */
const broken = (change: (definition: Record<string, unknown> & Definition) => void): unknown => {
  const copy = structuredClone(whole) as Record<string, unknown> & Definition;
  change(copy);
  return copy;
};
const columnOf = (definition: Definition, kind: string) =>
  definition.tables.flatMap(({ columns }) => columns).find((column) => column.kind === kind) as unknown as Record<
    string,
    unknown
  >;
const mended = (change: (definition: Record<string, unknown> & Definition) => void) => mendDefinition(broken(change));
const stored = ({ tables }: Definition) =>
  tables.map(({ id, identifier, columns }) => [
    id,
    identifier,
    columns.filter(({ kind }) => kind !== 'expression').map((column) => [column.id, column.identifier, column.kind]),
  ]);

describe('a definition that is read in spite of faults', () => {
  it('is the very same where there are none', () => {
    expect(mendDefinition(JSON.parse(JSON.stringify(whole)))).toEqual({ definition: whole, mends: [] });
  });

  it.each<[string, (definition: Record<string, unknown> & Definition) => void, RegExp]>([
    [
      'a choice of more than 80 letters',
      (d) => void ((columnOf(d, 'choice').choices as string[])[0] = 'x'.repeat(90)),
      /Condition: choices › 1: at most 80 characters; it was cut/,
    ],
    [
      'a pattern over 500',
      (d) => void (columnOf(d, 'text').pattern = { expression: 'x'.repeat(501), message: 'm' }),
      /at most 500 characters; it was cut/,
    ],
    [
      'a message over 200',
      (d) => void (columnOf(d, 'text').pattern = { expression: 'x', message: 'm'.repeat(300) }),
      /at most 200 characters; it was cut/,
    ],
    ['at most 0 letters', (d) => void (columnOf(d, 'text').maxLength = 0), /at least 1; it was left out/],
    ['a least length of −1', (d) => void (columnOf(d, 'text').minLength = -1), /at least 0; it was left out/],
    ['12 decimals', (d) => void (columnOf(d, 'decimal').places = 12), /at most 9; 9 decimals/],
    ['a currency in small letters', (d) => void (columnOf(d, 'money').currency = 'eur'), /it is EUR/],
    [
      'a setting that nobody knows',
      (d) => void (columnOf(d, 'text').sparkle = true),
      /“sparkle” is not known here; it was left out/,
    ],
    ['a part of the app that nobody knows', (d) => void (d.holograms = []), /“holograms”/],
    [
      'a default that does not fit',
      (d) => void (columnOf(d, 'date').default = { kind: 'value', value: 'soon' }),
      /it starts blank/,
    ],
    [
      'a least above the greatest',
      (d) => Object.assign(columnOf(d, 'wholeNumber'), { min: 5, max: 1 }),
      /limits were left out/,
    ],
    [
      'a computed column that says nothing',
      (d) => void (columnOf(d, 'expression').text = 'nobody + nothing'),
      /it is blank until it is written anew/,
    ],
    [
      'a screen of a kind that nobody knows',
      (d) => void ((d.screens?.list[3] as unknown as Record<string, unknown>).kind = 'hologram'),
      /it was left out/,
    ],
    [
      'a screen of a table that is not there',
      (d) =>
        void ((d.screens?.list.find(({ kind }) => kind === 'list') as unknown as Record<string, unknown>).tableId =
          'gone'),
      /its table is not there; it was left out/,
    ],
    [
      'a query over nothing',
      (d) => void ((d.queries?.[0] as unknown as Record<string, unknown>).condition = 'nobody = 1'),
      /it was left out/,
    ],
    [
      'a routine of nothing',
      (d) => void ((d.routines?.[0] as unknown as Record<string, unknown>).tableId = 'gone'),
      /it was left out/,
    ],
    ['an app without a name', (d) => void (d.name = ''), /it is called Untitled/],
    [
      'a look that is none',
      (d) => void (d.theme = { accent: 'moss', corner: 'wavy' } as never),
      /the look of the app.*it was left out/,
    ],
    [
      'a start that is nowhere',
      (d) => void ((d.screens as unknown as Record<string, unknown>).startId = 'gone'),
      /starts with its first screen/,
    ],
  ])('mends %s, tells it, and touches no column that holds values', (_what, change, told) => {
    const result = mended(change);
    expect(result?.mends.join('\n')).toMatch(told);
    expect(result && definitionFaults(result.definition)).toEqual([]);
    expect(result && stored(result.definition)).toEqual(stored(whole));
    // It can be gone on with.
    expect(result && applyEdit(result.definition, { kind: 'renameApp', name: 'On we go' }).definition.name).toBe(
      'On we go',
    );
  });

  it('leaves out something unknown that is called like what it stands in, and that alone', () => {
    const result = mended((d) => void Object.assign(d.theme, { theme: { theme: 1 }, glow: 1 }));
    expect(result?.mends).toHaveLength(2);
    expect(result?.definition).toEqual(whole);
  });

  it('leaves out what a newer version may have added everywhere', () => {
    const result = mended((d) => {
      for (const table of d.tables)
        for (const column of table.columns)
          for (const key of ['glow', 'hum', 'echo', 'drift']) Object.assign(column, { [key]: { of: 1 } });
    });
    expect(result?.mends.length).toBeGreaterThan(300);
    expect(result?.definition).toEqual(whole);
  });

  it('mends many at once', () => {
    const result = mended((d) => {
      for (const table of d.tables)
        for (const column of table.columns)
          if (column.kind === 'text') Object.assign(column, { maxLength: 0, minLength: -1 });
      d.screens?.list.forEach((screen) => void ((screen as unknown as Record<string, unknown>).sparkle = 1));
    });
    expect(result?.mends.length).toBeGreaterThan(20);
    expect(result && definitionFaults(result.definition)).toEqual([]);
  });

  it.each<[string, unknown]>([
    ['no object', 7],
    ['nothing', null],
    ['no tables', broken((d) => void delete (d as Record<string, unknown>).tables)],
    ['a column of a kind that nobody knows', broken((d) => void (columnOf(d, 'text').kind = 'hologram'))],
    [
      'two tables of one name',
      broken((d) => void Object.assign(d.tables[1] as object, { identifier: d.tables[0]?.identifier })),
    ],
  ])('is not guessed at where there is %s', (_what, read) => expect(mendDefinition(read)).toBeNull());
});

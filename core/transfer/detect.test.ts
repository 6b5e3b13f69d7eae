import fc from 'fast-check';
import {
  toStored,
  valueFault,
  withKind,
  type PlainKind,
  cellText,
  readCell,
  readDate,
  readMoment,
} from '@/core/column';
import { type Column, columnKinds, type Scalar } from '@/core/model';
import { detectColumns, hasHeader, inOrder, readAs, type SheetColumn, withHeader } from './detect';
import type { Cell, Sheet } from './sheet';

const sheet = (rows: Cell[][], header: string[] | null = null, typed = false): Sheet => ({
  name: 'x',
  header,
  rows,
  typed,
  firstRow: 1,
});
const column = (cells: Cell[], typed = false) =>
  detectColumns(
    {
      ...sheet(
        cells.map((cell) => [cell]),
        ['A'],
        typed,
      ),
      header: ['A'],
    },
    String,
  )[0] as SheetColumn;
const kind = (cells: Cell[], typed = false) => {
  const { settings } = column(cells, typed);
  return settings.kind;
};

describe('the kind of a column', () => {
  it.each<[string, string[], object]>([
    ['whole numbers', ['1', '-20', '1,200'], { kind: 'wholeNumber' }],
    ['decimals', ['1.5', '22.25', '3'], { kind: 'decimal', places: 2 }],
    ['decimals with a comma', ['1,5', '1.222,25', '3'], { kind: 'decimal', places: 2 }],
    ['amounts with a sign', ['€ 28.00', '€1,250.50', '€ 3'], { kind: 'money', currency: 'EUR' }],
    ['amounts with a code behind', ['28,00 EUR', '1.250,50 EUR'], { kind: 'money', currency: 'EUR' }],
    ['yes or no', ['yes', 'no', 'Yes', ''], { kind: 'yesNo' }],
    ['ISO dates', ['2026-11-20', '', '2026-01-02'], { kind: 'date' }],
    ['times', ['9:30', '19:05'], { kind: 'time' }],
    ['moments', ['2026-11-20T09:15:00Z', '2026-11-20 10:00'], { kind: 'dateTime' }],
    ['codes with leading zeros', ['007', '012', '100'], { kind: 'text' }],
    ['digits too long to count with', ['12345678901234567890', '1'], { kind: 'text' }],
    [
      'EAN-13 with their check digit',
      ['2000000000015', '2000000000022', '2000000000039'],
      { kind: 'barcode', symbology: 'EAN-13' },
    ],
    ['several lines', ['one\ntwo', 'three'], { kind: 'longText' }],
    [
      'few different words',
      Array.from({ length: 20 }, (_, index) => ['Good', 'Poor'][index % 2] as string),
      { kind: 'choice', choices: ['Good', 'Poor'] },
    ],
    ['different words', ['Cloak', 'Cape', 'Hat'], { kind: 'text' }],
    ['nothing', ['', ''], { kind: 'text' }],
    ['numbers of two currencies', ['€ 1', '$ 2'], { kind: 'text' }],
  ])('%s', (_name, cells, expected) => {
    expect(column(cells).settings).toMatchObject(expected);
    expect(column(cells).doubtful).toEqual([]);
  });

  it('of JSON follows its own types: a number in quotes is a text', () => {
    expect([
      kind([1, 2, null], true),
      kind([1.5, 2], true),
      kind([true, false], true),
      kind(['1', '2'], true),
      kind(['2026-11-20'], true),
      kind([1, 'a'], true),
    ]).toEqual(['wholeNumber', 'decimal', 'yesNo', 'text', 'date', 'text']);
  });

  it('stands with a few doubtful cells marked, and gives way to text with many', () => {
    const cells = [...Array.from({ length: 39 }, (_, index) => String(index)), 'n/a'];
    expect(column(cells)).toMatchObject({ settings: { kind: 'wholeNumber' }, doubtful: [{ row: 39 }] });
    expect(kind(['1', '2', 'n/a'])).toBe('text');
    expect(readAs(column(['1', '2', 'n/a']), ['1', '2', 'n/a'], 'wholeNumber')).toMatchObject({
      settings: { kind: 'wholeNumber' },
      doubtful: [{ row: 2, reason: 'A: expected a whole number' }],
    });
  });

  it('asks in which order dates are, only where more than one makes sense of all', () => {
    expect(column(['01/02/2026', '03/04/2026'])).toMatchObject({
      settings: { kind: 'date' },
      dateOrders: ['dmy', 'mdy'],
    });
    expect(column(['01/02/2026', '25/04/2026'])).toMatchObject({ format: { dates: 'dmy' }, dateOrders: ['dmy'] });
    expect(column(['01/02/2026', '04/25/2026'])).toMatchObject({ format: { dates: 'mdy' }, dateOrders: ['mdy'] });
    // Read the same either way, there is nothing to ask.
    expect(column(['01/01/2026', '02/02/2026']).dateOrders).toHaveLength(1);
    expect(inOrder(column(['01/02/2026', '03/04/2026']), ['01/02/2026', '25/04/2026'], 'mdy')).toMatchObject({
      format: { dates: 'mdy' },
      doubtful: [{ row: 1 }],
    });
  });
});

describe('a column called code', () => {
  const named = (name: string, cells: string[]) =>
    detectColumns({ ...sheet(cells.map((cell) => [cell])), header: [name] }, String)[0]?.settings;

  it.each([
    ['Code', ['1234567890123', '2345678901234'], 'free'],
    ['Bar-code', ['4006381333931'], 'EAN-13'],
    ['EAN', ['4006381333931', '9780306406157'], 'EAN-13'],
    ['code', [], 'free'],
  ])('%s holds codes, not counts', (name, cells, symbology) =>
    expect(named(name, cells)).toMatchObject({ kind: 'barcode', symbology }),
  );

  it('holds what it does where that is no code', () => {
    expect(named('Code', ['12', '13'])).toMatchObject({ kind: 'wholeNumber' });
    expect(named('Decoded', ['1234567890123', '2345678901234'])).toMatchObject({ kind: 'wholeNumber' });
  });
});

describe('the header', () => {
  it('is the first row where the rest is of another make, or its words come up nowhere else', () => {
    expect(
      hasHeader(
        sheet([
          ['Name', 'Hours'],
          ['Cloak', '2'],
        ]),
      ),
    ).toBe(true);
    expect(
      hasHeader(
        sheet([
          ['Name', 'Place'],
          ['Cloak', 'Rail'],
        ]),
      ),
    ).toBe(true);
    expect(
      hasHeader(
        sheet([
          ['Cloak', '2'],
          ['Cape', '3'],
        ]),
      ),
    ).toBe(false);
    expect(
      hasHeader(
        sheet([
          ['Good', 'Rail'],
          ['Good', 'Trunk'],
        ]),
      ),
    ).toBe(false);
  });

  it.each<[boolean, string, Cell[][]]>([
    [
      true,
      'says a name twice',
      [
        ['Name', 'Note', 'Note'],
        ['Cape', '7', 'red'],
      ],
    ],
    [true, 'stands alone', [['Name', 'Price', 'Bought']]],
    [false, 'would be one word that stands alone', [['Cape']]],
    [false, 'would have a figure in it, alone', [['Cape', '7']]],
    [
      true,
      'is shorter than a row',
      [
        ['Name', 'Hours', ''],
        ['Cape', '7', 'mended'],
        ['Hat', '2', ''],
      ],
    ],
    [
      false,
      'would have a blank before a name',
      [
        ['Name', '', 'Hours'],
        ['Cape', 'x', '7'],
      ],
    ],
    [
      false,
      'would be blank',
      [
        ['', ''],
        ['Cape', '7'],
      ],
    ],
  ])('%s where it %s', (expected, _, rows) => expect(hasHeader(sheet(rows))).toBe(expected));

  it('gives every column a name of its own', () => {
    expect(
      withHeader(
        sheet([
          ['Name', '', ' name '],
          ['a', 'b', 'c'],
        ]),
        true,
      ),
    ).toMatchObject({ header: ['Name', 'Column 2', 'name 2'], rows: [['a', 'b', 'c']], firstRow: 2 });
    expect(withHeader(sheet([['a', 'b']]), false)).toMatchObject({
      header: ['Column 1', 'Column 2'],
      rows: [['a', 'b']],
    });
  });
});

describe('cells', () => {
  const values: Partial<Record<PlainKind, fc.Arbitrary<Scalar>>> = {
    text: fc.string({ maxLength: 20 }),
    wholeNumber: fc.maxSafeInteger(),
    decimal: fc.integer({ min: -1e9, max: 1e9 }).map((value) => value / 100),
    money: fc.integer({ min: -1e12, max: 1e12 }),
    yesNo: fc.constantFrom(0, 1),
    date: fc
      .date({ min: new Date('0001-01-01'), max: new Date('9999-12-31'), noInvalidDate: true })
      .map((date) => date.toISOString().slice(0, 10)),
    time: fc.tuple(fc.nat(23), fc.nat(59)).map((parts) => parts.map((part) => String(part).padStart(2, '0')).join(':')),
    dateTime: fc
      .date({ min: new Date('0001-01-01'), max: new Date('9999-12-31'), noInvalidDate: true })
      .map((date) => `${date.toISOString().slice(0, 19)}Z`),
    choice: fc.constantFrom('First', 'Second'),
  };

  it.each(columnKinds.filter((each) => each in values))('of kind %s read back the same as they are written', (each) => {
    const settings = {
      ...withKind({ id: 'a', name: 'A', required: false, unique: false }, each as PlainKind),
      identifier: 'a',
    } as Column;
    fc.assert(
      fc.property(values[each as PlainKind] as fc.Arbitrary<Scalar>, (value) => {
        const stored = toStored(settings, value);
        if (valueFault(settings, stored) !== null) return;
        expect(readCell(settings, cellText(settings, stored))).toEqual({ ok: true, value: stored });
      }),
    );
  });

  it('read dates in their order, two digits of a year too', () => {
    expect([
      readDate('1.2.2026', 'dmy'),
      readDate('1/2/26', 'mdy'),
      readDate('26-02-01', 'ymd'),
      readDate('2026/2/1', 'dmy'),
      readDate('31/02/2026', 'dmy'),
      readDate('x', 'dmy'),
    ]).toEqual(['2026-02-01', '2026-01-02', '2026-02-01', '2026-02-01', null, null]);
    expect([
      readMoment('20/11/2026 9:05', 'dmy'),
      readMoment('2026-11-20T09:15:00+02:00', 'ymd'),
      readMoment('2026-11-20', 'ymd'),
    ]).toEqual(['2026-11-20T09:05:00Z', '2026-11-20T07:15:00Z', null]);
  });
});

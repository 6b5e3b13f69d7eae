import spectrum from 'csv-spectrum';
import fc from 'fast-check';
import Papa from 'papaparse';
import { decodeText, parseDelimited, parseJson } from './sheet';

const bytes = (text: string, encoding: 'utf8' | 'utf16le' | 'latin1' = 'utf8') =>
  new Uint8Array(Buffer.from(text, encoding));
const flip = (given: Uint8Array) => given.map((_, index) => given[index ^ 1] as number);

describe('decoding', () => {
  const text = 'Näme,Größe\nCloak,É';
  it.each([
    ['UTF-8', bytes(text), 'utf-8'],
    ['UTF-8 with a mark', bytes(`\uFEFF${text}`), 'utf-8'],
    ['UTF-16 with a mark, little end first', bytes(`\uFEFF${text}`, 'utf16le'), 'utf-16le'],
    ['UTF-16 with a mark, big end first', flip(bytes(`\uFEFF${text}`, 'utf16le')), 'utf-16be'],
    ['UTF-16 without a mark', bytes(text, 'utf16le'), 'utf-16le'],
    ['Windows-1252', bytes(text, 'latin1'), 'windows-1252'],
  ])('%s', (_name, given, encoding) => {
    expect(decodeText(given)).toEqual({ text, encoding });
  });
});

describe('CSV', () => {
  it('reads every file of a collection of awkward ones', async () => {
    const files = await new Promise<{ name: string; csv: Buffer; json: Buffer }[]>((resolve, reject) =>
      spectrum((error, found) => (error ? reject(error) : resolve(found))),
    );
    expect(files.length).toBeGreaterThan(10);
    // The collection's own answer to this one tells another number than its CSV.
    for (const { name, csv, json } of files.filter((file) => file.name !== 'location_coordinates')) {
      const { sheet } = parseDelimited(decodeText(csv).text, name);
      const [header = [], ...rows] = sheet.rows;
      expect({
        name,
        rows: rows.map((row) => Object.fromEntries(header.map((key, index) => [String(key), row[index]]))),
      }).toEqual({ name, rows: JSON.parse(json.toString()) });
    }
  });

  it.each([';', '\t', '|', ','])('finds the delimiter “%s”, also with others inside of quotes', (delimiter) => {
    const rows = [
      ['Name', 'Note'],
      ['Cloak', 'a;b,c|d\te'],
      ['Cape', 'plain, with; both'],
    ];
    expect(parseDelimited(Papa.unparse(rows, { delimiter }), 'x')).toMatchObject({ delimiter, sheet: { rows } });
  });

  it('fills short rows up and says where a quote is never closed', () => {
    expect(parseDelimited('a,b,c\n1\n2,3,4,5', 'x').sheet.rows).toEqual([
      ['a', 'b', 'c', ''],
      ['1', '', '', ''],
      ['2', '3', '4', '5'],
    ]);
    expect(() => parseDelimited('a,b\n1,2\n3,"4\n5,6', 'x')).toThrow(
      /at row 3: a quote is opened there and never closed/,
    );
  });

  it('reads back whatever is written', () => {
    // One column of blanks alone cannot be told from no rows.
    const cell = fc
      .string({ unit: 'grapheme', maxLength: 12 })
      .map((text) => text.replaceAll('\r', '').replaceAll('\0', ''));
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            cell.map((text) => `x${text}`),
            cell,
            cell,
          ),
          { minLength: 1, maxLength: 8 },
        ),
        (rows) => {
          expect(parseDelimited(Papa.unparse(rows), 'x', ',').sheet.rows).toEqual(rows);
        },
      ),
    );
  });

  it('throws nothing but problems on any text', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 200 }), (text) => {
        try {
          parseDelimited(text, 'x');
        } catch (error) {
          expect(error).toMatchObject({ problem: { code: 'file-broken' } });
        }
      }),
    );
  });
});

describe('JSON', () => {
  it('reads an array of objects, each member a column', () => {
    expect(parseJson('[{"name":"Cloak","hours":1.5},{"name":"Cape","lent":true,"tags":["a"]}]', 'x')).toEqual([
      {
        name: 'x',
        header: ['name', 'hours', 'lent', 'tags'],
        rows: [
          ['Cloak', 1.5, null, null],
          ['Cape', null, true, '["a"]'],
        ],
        typed: true,
        firstRow: 1,
      },
    ]);
  });

  it('reads JSON Lines, and an object of arrays as several tables', () => {
    expect(parseJson('{"a":1}\n\n{"a":2}\n', 'x')[0]?.rows).toEqual([[1], [2]]);
    expect(parseJson('{"a":1}', 'x')[0]?.rows).toEqual([[1]]);
    expect(parseJson('{"people":[{"n":1}],"tools":[{"m":2}]}', 'x').map(({ name, rows }) => [name, rows])).toEqual([
      ['people', [[1]]],
      ['tools', [[2]]],
    ]);
  });

  it('says at which line it is broken', () => {
    expect(() => parseJson('{"a":1}\n{"a":', 'x')).toThrow(/at line 2: this is not JSON/);
    expect(() => parseJson('[1,2]', 'x')).toThrow(/at item 1: expected an object/);
    expect(() => parseJson('"a"', 'x')).toThrow(/expected an array of objects/);
  });
});

test('an object of arrays is a sheet for each that has rows', () => {
  expect(parseJson('{"hives": [{"name": "Briar"}], "jars": []}', 'file').map(({ name, rows }) => [name, rows])).toEqual(
    [['hives', [['Briar']]]],
  );
});

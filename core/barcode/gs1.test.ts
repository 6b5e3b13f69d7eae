import fc from 'fast-check';
import { gs1CheckDigit } from './checkDigit';
import { GROUP_SEPARATOR, gtin14, parseGs1 } from './gs1';
import { inSymbology } from './symbology';
import { barcodeFault, symbologies } from './symbology';

const item = `0952123454321${gs1CheckDigit('0952123454321')}`;

describe('GS1 element strings', () => {
  it('are read alike as printed and as scanned', () => {
    const elements = [
      { identifier: '01', title: 'GTIN', value: item },
      { identifier: '10', title: 'Batch or lot', value: 'AB-12' },
      { identifier: '17', title: 'Expires', value: '261231' },
      { identifier: '3103', title: 'Net mass in kg', value: '001250' },
    ];
    expect(parseGs1(`(01)${item}(10)AB-12(17)261231(3103)001250`)).toEqual({ ok: true, elements });
    expect(parseGs1(`${GROUP_SEPARATOR}01${item}10AB-12${GROUP_SEPARATOR}172612313103001250`)).toEqual({
      ok: true,
      elements,
    });
  });

  it.each([
    ['', 0, 'it is empty'],
    ['(05)123', 1, '“05” is no application identifier'],
    [`(01)${item.slice(0, -1)}${(Number(item.at(-1)) + 1) % 10}`, 4, 'GTIN: wrong check digit'],
    ['(01)123', 4, 'GTIN: 14 digits, not 3'],
    ['(17)261331', 4, 'Expires: a date as YYMMDD'],
    ['(10)', 4, 'Batch or lot: 1 to 20 characters, not 0'],
    ['(30)12A', 4, 'Count: digits only'],
    ['(10)Ü', 4, 'Batch or lot: a character that GS1 does not allow'],
  ])('%j is wrong at %i: %s', (code, at, reason) =>
    expect(parseGs1(code)).toMatchObject({ ok: false, at, reason: expect.stringContaining(reason) }),
  );

  it('never throw', () => {
    fc.assert(fc.property(fc.string({ unit: 'binary' }), (code) => void parseGs1(code)));
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('(', ')', '01', '10', '17', '310', '3', GROUP_SEPARATOR, item, 'A'), {
          maxLength: 12,
        }),
        (parts) => void parseGs1(parts.join('')),
      ),
    );
  });
});

describe('symbologies', () => {
  it.each([
    ['ITF-14', item, null],
    ['ITF-14', item.slice(1), 'ITF-14 has 14 digits; this has 13'],
    ['Code 128', 'Rail A/7', null],
    ['Code 128', 'Räil', 'Code 128 has the characters of ASCII only'],
    ['GS1-128', `(01)${item}`, null],
    ['GS1-128', '(01)1', 'GS1-128 at character 5: GTIN: 14 digits, not 1'],
    ['free', 'anything', null],
  ] as const)('%s of %s: %s', (symbology, code, words) => expect(barcodeFault(symbology, code)).toBe(words));

  it('match one item in every length', () => {
    const body = '03600029145';
    const upc = `${body}${gs1CheckDigit(body)}`;
    expect(new Set([upc, `0${upc}`, `00${upc}`].map(gtin14)).size).toBe(1);
    expect(gtin14('036000291453')).toBeNull();
    expect(gtin14('12345')).toBeNull();
    expect(symbologies).toHaveLength(7);
  });
});

it('UPC-A and EAN-13 are kept as the column has them, whichever was typed; anything else stays as it is', () => {
  expect(
    ['036000291452', '0036000291452'].map((code) => [inSymbology('EAN-13', code), inSymbology('UPC-A', code)]),
  ).toEqual([
    ['0036000291452', '036000291452'],
    ['0036000291452', '036000291452'],
  ]);
  // Not a number of the other, a wrong check digit, another symbology.
  expect([
    inSymbology('UPC-A', '4006381333931'),
    inSymbology('EAN-13', '036000291453'),
    inSymbology('ITF-14', '036000291452'),
    inSymbology('EAN-13', '96385074'),
  ]).toEqual(['4006381333931', '036000291453', '036000291452', '96385074']);
});

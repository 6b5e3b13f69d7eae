import fc from 'fast-check';
import type { Column } from '@/core/model';
import { formatValue, inputText, parseInput } from '@/core/column';

const column = (settings: object): Column =>
  ({
    id: 'c',
    name: 'Price',
    identifier: 'price',
    required: false,
    unique: false,
    default: { kind: 'none' },
    ...settings,
  }) as Column;
const euro = column({ kind: 'money', currency: 'EUR' });
const locales = fc.constantFrom('en-GB', 'de-DE', 'fr-FR', 'pt-PT', 'de-CH');

describe('typing and showing', () => {
  it('gives every stored value back through its form field', () => {
    const cases = fc.oneof(
      fc.tuple(fc.constant(euro), fc.integer({ min: -1e12, max: 1e12 })),
      fc.tuple(fc.constant(column({ kind: 'money', currency: 'JPY' })), fc.integer({ min: -1e12, max: 1e12 })),
      fc.tuple(fc.constant(column({ kind: 'wholeNumber' })), fc.maxSafeInteger()),
      fc.tuple(
        fc.constant(column({ kind: 'decimal', places: 3 })),
        fc.integer({ min: -1e9, max: 1e9 }).map((value) => value / 1000),
      ),
      fc.tuple(
        fc.constant(column({ kind: 'text' })),
        fc.string({ minLength: 1 }).filter((text) => text.trim() === text),
      ),
    );
    fc.assert(
      fc.property(cases, locales, ([each, value], locale) =>
        expect(parseInput(each, inputText(each, value, { locale }), { locale })).toEqual({
          ok: true,
          value: Object.is(value, -0) ? 0 : value,
        }),
      ),
    );
  });

  it.each([
    ['12.5', 'en-GB', 1250],
    ['€1,234.56', 'en-GB', 123456],
    ['1.234,56', 'de-DE', 123456],
    ['1 234,5 €', 'fr-FR', 123450],
    ['-0.05', 'en-GB', -5],
    ['.5', 'en-GB', 50],
  ])('reads %s in %s as minor units', (text, locale, value) =>
    expect(parseInput(euro, text, { locale })).toEqual({ ok: true, value }),
  );

  it.each(['abc', '1.2.3', '12.345', '--4', '4-'])('refuses %s as an amount', (text) =>
    expect(parseInput(euro, text, { locale: 'en-GB' }).ok).toBe(false),
  );

  it('shows values as CLDR has them', () => {
    expect(formatValue(euro, 123456)).toBe('€1,234.56');
    expect(formatValue(column({ kind: 'date' }), '2026-11-24')).toBe('24 Nov 2026');
    expect(formatValue(column({ kind: 'yesNo' }), 0)).toBe('No');
    expect(formatValue(column({ kind: 'decimal', places: 2 }), 1.5, { locale: 'de-DE' })).toBe('1,50');
    expect(formatValue(euro, null)).toBe('');
  });

  it('checks what the plan asks for', () => {
    expect(parseInput(column({ kind: 'text', required: true }), '  ', { locale: 'en-GB' })).toEqual({
      ok: false,
      reason: 'Price must not be blank',
    });
    expect(parseInput(column({ kind: 'date' }), '2026-02-30', { locale: 'en-GB' }).ok).toBe(false);
    expect(parseInput(column({ kind: 'barcode', symbology: 'EAN-13' }), '2000 000000039', { locale: 'en-GB' })).toEqual(
      { ok: true, value: '2000000000039' },
    );
    expect(parseInput(column({ kind: 'barcode', symbology: 'EAN-13' }), '2000000000038', { locale: 'en-GB' })).toEqual({
      ok: false,
      reason: 'Price: wrong check digit: it ends in 8 and should end in 9',
    });
  });
});

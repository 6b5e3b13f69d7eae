import type { Column, Format } from '@/core/model';
import { unitIn, unitsOf } from '@/core/unit';
import { formatPeriod } from '@/core/format';
import { DEFAULT_SETTINGS, readSettings } from '@/core/settings';
import { formatAs, formatValue } from '@/core/column';

const column = (settings: object): Column =>
  ({
    id: 'c',
    name: 'Value',
    identifier: 'value',
    required: false,
    unique: false,
    default: { kind: 'none' },
    ...settings,
  }) as Column;
const money = column({ kind: 'money', currency: 'EUR' });
const height = column({ kind: 'measure', quantity: 'length', unit: 'cm', places: 1 });
const date = column({ kind: 'date' });
const at = { locale: 'en-GB', today: '2026-11-20' };

describe('formats of slots', () => {
  it.each<[Column, Format, string | number, string]>([
    [column({ kind: 'wholeNumber' }), { kind: 'number', places: 1, grouped: false }, 12345, '12345.0'],
    [column({ kind: 'wholeNumber' }), { kind: 'number', places: 0, grouped: true }, 12345, '12,345'],
    [money, { kind: 'money', display: 'none' }, 123456, '1,234.56'],
    [money, { kind: 'money', display: 'code' }, 5, 'EUR\u00a00.05'],
    [date, { kind: 'date', style: 'short' }, '2026-03-01', '01/03/2026'],
    [date, { kind: 'date', style: 'long' }, '2026-03-01', '1 March 2026'],
    [date, { kind: 'date', style: 'relative' }, '2026-11-19', 'yesterday'],
    [date, { kind: 'date', style: 'relative' }, '2026-12-20', 'in 4 weeks'],
    [date, { kind: 'date', style: 'relative' }, '2026-05-20', '6 months ago'],
    [date, { kind: 'date', style: 'relative' }, '2020-11-20', '6 years ago'],
    [date, { kind: 'date', style: 'long' }, 'soon', 'soon'],
    [height, { kind: 'measure', unit: 'in', places: 2 }, 0.905, '35.63 in'],
    [column({ kind: 'yesNo' }), { kind: 'yesNo', yes: 'Lent', no: 'Here' }, 0, 'Here'],
    [column({ kind: 'wholeNumber' }), { kind: 'template', text: '{} costumes' }, 1200, '1,200 costumes'],
    // A format that does not suit what is there leaves it to its kind.
    [money, { kind: 'date', style: 'long' }, 100, '€1.00'],
    [height, { kind: 'money', display: 'code' }, 0.5, '50 cm'],
  ])('%# gives what was asked for', (of, format, value, shown) => expect(formatAs(of, format, value, at)).toBe(shown));

  it('show nothing for a blank, whatever the format', () => {
    expect(formatAs(money, { kind: 'template', text: '{} a day' }, null, at)).toBe('');
  });

  it('name days, weeks, months and years', () => {
    expect([
      formatPeriod('2026-03', 'month', at),
      formatPeriod('2026', 'year', at),
      formatPeriod('2026-03-01', 'week', at),
      formatPeriod('none', 'month', at),
    ]).toEqual(['Mar 2026', '2026', '1 Mar', 'none']);
  });
});

describe('what people set', () => {
  it.each([
    ['en-GB', '€1,234.50', '35.6 in', '1 Mar 2026'],
    ['de-DE', '1.234,50\u00a0€', '35,6 in', '01.03.2026'],
    ['fr-FR', '1\u202f234,50\u00a0€', '35,6 in', '1 mars 2026'],
  ])('shows values as in %s, in the other system of units', (locale, amount, length, day) => {
    const settings = { locale, units: 'imperial' } as const;
    expect([
      formatValue(money, 123450, settings),
      formatValue(height, 0.905, settings),
      formatValue(date, '2026-03-01', settings),
    ]).toEqual([amount, length, day]);
  });

  it('finds a unit of the other system for each that has one, and the same quantity', () => {
    for (const quantity of ['length', 'mass', 'temperature', 'volume'] as const) {
      for (const unit of unitsOf(quantity))
        for (const system of ['metric', 'imperial'] as const) expect(unitsOf(quantity)).toContain(unitIn(unit, system));
    }
    expect(unitIn('cm', 'planned')).toBe('cm');
  });

  it('is read back whatever was kept: what cannot be read is as at first', () => {
    expect(readSettings(null)).toEqual(DEFAULT_SETTINGS);
    expect(readSettings('{"locale":"de-DE","units":"cubits","textSize":"huge"}')).toEqual({
      ...DEFAULT_SETTINGS,
      locale: 'de-DE',
      textSize: 'huge',
    });
    expect(readSettings('not JSON')).toEqual(DEFAULT_SETTINGS);
  });
});

import fc from 'fast-check';
import type { ColumnOf, StoredColumn } from '@/core/model';
import { sqlite } from '@/test/sqlite';
import { Engine } from '@/core/engine';
import { convertSql, formatValue, inputText, parseInput, ratingStep, readCell, valueFault } from '..';

const rating = (most: number, half: boolean): ColumnOf<'rating'> => ({
  id: 'r',
  name: 'Fit',
  identifier: 'fit',
  kind: 'rating',
  required: false,
  unique: false,
  default: { kind: 'none' },
  most,
  half,
});
const locale = fc.constantFrom('en-GB', 'de-DE', 'ar-EG');
const given = fc
  .tuple(fc.integer({ min: 2, max: 10 }), fc.boolean())
  .chain(([most, half]) =>
    fc
      .integer({ min: 1, max: most * (half ? 2 : 1) })
      .map((steps) => ({ column: rating(most, half), value: steps * ratingStep({ half }) })),
  );

test('what can be given is typed, shown and read back the same, in any language', () => {
  fc.assert(
    fc.property(given, locale, ({ column, value }, language) => {
      const settings = { locale: language };
      expect(valueFault(column, value)).toBeNull();
      expect(parseInput(column, inputText(column, value, settings), settings)).toEqual({ ok: true, value });
      expect(readCell(column, String(value))).toEqual({ ok: true, value });
    }),
  );
  expect(formatValue(rating(5, true), 3.5, { locale: 'de-DE' })).toBe('3,5 of 5');
  expect(parseInput(rating(5, true), '3.5 of 5', { locale: 'en-GB' })).toEqual({ ok: true, value: 3.5 });
});

test.each([
  [rating(5, false), 0],
  [rating(5, false), 6],
  [rating(5, false), 2.5],
  [rating(5, true), 2.25],
  [rating(5, true), 0],
])('what cannot be given is refused', (column, value) => {
  expect(valueFault(column, value)).toMatch(/^Fit: expected/);
});

test('numbers become the nearest step where there is one, texts what they say, and all come back', async () => {
  const engine = Engine.open(await sqlite(), null, () => 0);
  const other = (kind: 'decimal' | 'text'): StoredColumn =>
    ({ ...rating(5, false), kind, ...(kind === 'decimal' ? { places: 2 } : {}) }) as StoredColumn;
  const one = (from: StoredColumn, to: StoredColumn, value: string) =>
    engine.query(`SELECT ${convertSql(from, to, value)} AS v`).rows[0]?.v;
  expect(['3.4', '3.5', '0.2', '5.6', 'NULL'].map((value) => one(other('decimal'), rating(5, false), value))).toEqual([
    3,
    4,
    null,
    null,
    null,
  ]);
  expect(one(other('decimal'), rating(5, true), '3.4')).toBe(3.5);
  expect(one(other('text'), rating(5, true), "'4.5'")).toBe(4.5);
  expect(one(other('text'), rating(5, true), "'good'")).toBeNull();
  expect(one(rating(5, true), other('text'), '4.5')).toBe('4.5');
  expect(one(rating(5, false), other('text'), '4.0')).toBe('4');
});

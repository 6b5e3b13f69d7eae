import { cellLocale, plainExponent } from '../cellFormat';
import { figure, NO_NUMBER, numberFact } from './number';
import { isOf, type KindTraits } from './traits';
import { numberFormat, plainDecimal, plainNumber, separators } from '@/core/format';
import type { ColumnOf } from '@/core/model';
import { quoteText } from '@/core/sql';

type Rating = ColumnOf<'rating'>;

/** The smallest step between two ratings, and the lowest of all. */
export const ratingStep = ({ half }: Pick<Rating, 'half'>): number => (half ? 0.5 : 1);

/** A number in SQL to the nearest step, where it is one that can be given; else NULL. */
function nearest({ most, half }: Rating, number: string): string {
  const steps = half ? `round((${number}) * 2) / 2` : `round(${number})`;
  return `CASE WHEN ${steps} BETWEEN ${ratingStep({ half })} AND ${most} THEN ${steps} END`;
}

/** One to so many, in whole or half steps. */
export const rating: KindTraits<Rating> = {
  ...figure,
  limits: null,
  type: ({ half }) => ({ kind: 'number', places: half ? 1 : 0 }),
  storage: 'REAL',
  begin: () => ({ most: 5, half: false }),
  shape: ({ most, half }) => `rating ${most}${half ? ' half' : ''}`,
  fault: ({ most, half }, value) => {
    const step = ratingStep({ half });
    const fits = typeof value === 'number' && value >= step && value <= most && Number.isInteger(value / step);
    return fits ? null : `expected ${step} to ${most}${half ? ', in halves' : ''}`;
  },
  asText: ({ half }, sql) =>
    `CASE WHEN ${sql} IS NOT NULL THEN printf(${quoteText(half ? '%.1f' : '%.0f')}, ${sql}) END`,
  convert: (column, { number }) => nearest(column, number ?? NO_NUMBER),
  assign: (column, { sql, type }) => (isOf(type, 'number') ? nearest(column, sql) : null),
  format: ({ most }, value, { locale }) =>
    `${numberFormat(locale, { maximumFractionDigits: 1 }).format(Number(value))} of ${most}`,
  inputText: (_, value, { locale }) => plainDecimal(Number(value)).replace('.', separators(locale).decimal),
  read: (column, text, { locale }) => {
    // As it is shown, too: “3.5 of 5”.
    const plain = plainNumber(text.replace(new RegExp(`\\s+of\\s+${column.most}\\s*$`), '').trim(), locale);
    return plain === null ? { reason: `expected ${ratingStep(column)} to ${column.most}` } : { value: Number(plain) };
  },
  cellText: (_, value) => plainDecimal(Number(value)),
  readCell: (text, format) => ({ typed: plainExponent(text.trim(), format.decimal), settings: cellLocale(format) }),
  fromFact: numberFact,
};

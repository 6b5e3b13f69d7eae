import { cellLocale, plainExponent } from '../cellFormat';
import { inputUnit } from '../inputUnit';
import { formatMeasure } from '../measure';
import { roundTo } from '../roundTo';
import { common, isOf, type KindTraits, opsOfNumbers, type Read } from './traits';
import {
  DEFAULT_FORMAT,
  formatMoney,
  numberFormat,
  plainDecimal,
  plainNumber,
  separators,
  westernDigits,
} from '@/core/format';
import type { ColumnOf, Scalar } from '@/core/model';
import { aligned, literal, quoteText } from '@/core/sql';
import { fromBase, fromBaseSql, minorDigits, toBase, toBaseSql, unitIn } from '@/core/unit';

/** What every number has in common. */
export const figure = {
  ...common,
  family: 'number',
  isFigure: true,
  limits: 'value',
  filters: 'range',
  compares: 'number',
  ops: opsOfNumbers,
  asNumber: (_: unknown, sql: string) => sql,
  asYesNo: (sql: string) => `CASE ${sql} WHEN 1 THEN 1 WHEN 0 THEN 0 END`,
} as const;

export const numberFact = (_: unknown, fact: string | number | boolean): Scalar =>
  typeof fact === 'number' ? fact : null;

/** The format of `printf` for so many decimals. */
const decimals = (places: number): string => quoteText(`%.${places}f`);

const whole = (number: string): string =>
  `CASE WHEN abs(${number}) < 9007199254740992 THEN CAST(round(${number}) AS INTEGER) END`;

export const NO_NUMBER = 'NULL';

const readNumber =
  (expected: string) =>
  (_: unknown, text: string, { locale }: { locale: string }): Read => {
    const plain = plainNumber(text.trim(), locale);
    return plain === null ? { reason: expected } : { value: Number(plain) };
  };

export const wholeNumber: KindTraits<ColumnOf<'wholeNumber'>> = {
  ...figure,
  formats: ['number', 'template'],
  type: () => ({ kind: 'number', places: 0 }),
  storage: 'INTEGER',
  fault: (_, value) => (Number.isSafeInteger(value) ? null : 'expected a whole number'),
  asText: (_, sql) => `CAST(${sql} AS TEXT)`,
  convert: (_, { number }) => whole(number ?? NO_NUMBER),
  assign: (_, { sql, type }) => {
    if (!isOf(type, 'number')) return null;
    return type.kind === 'number' && type.places === 0 ? sql : `CAST(round(${sql}) AS INTEGER)`;
  },
  format: (_, value, { locale }) => numberFormat(locale, {}).format(Number(value)),
  read: readNumber('expected a whole number'),
  readCell: (text, format) => ({ typed: plainExponent(text.trim(), format.decimal), settings: cellLocale(format) }),
  fromFact: numberFact,
};

export const decimal: KindTraits<ColumnOf<'decimal'>> = {
  ...figure,
  formats: ['number', 'template'],
  type: ({ places }) => ({ kind: 'number', places }),
  storage: 'REAL',
  begin: () => ({ places: 2 }),
  shape: ({ places }) => `decimal ${places}`,
  fault: (_, value) => (typeof value === 'number' && Number.isFinite(value) ? null : 'expected a number'),
  toStored: ({ places }, value) => (typeof value === 'string' ? value.trim() || null : roundTo(value, places)),
  asText: ({ places }, sql) => `CASE WHEN ${sql} IS NOT NULL THEN printf(${decimals(places)}, ${sql}) END`,
  convert: ({ places }, { number }) => `round(${number ?? NO_NUMBER}, ${literal(places)})`,
  assign: ({ places }, { sql, type }) => (isOf(type, 'number') ? `round(${sql}, ${literal(places)})` : null),
  format: ({ places }, value, { locale }) =>
    numberFormat(locale, { minimumFractionDigits: places, maximumFractionDigits: places }).format(Number(value)),
  inputText: (_, value, { locale }) => plainDecimal(Number(value)).replace('.', separators(locale).decimal),
  cellText: (_, value) => plainDecimal(Number(value)),
  read: readNumber('expected a number'),
  readCell: wholeNumber.readCell,
  fromFact: numberFact,
};

/** Amounts go from digits to minor units without a binary fraction in between. */
function readMoney(text: string, digits: number, locale: string): Read {
  const plain = plainNumber(
    westernDigits(text)
      .replace(/[^\d.,'’\s\u00a0\u202f+-]/gu, '')
      .trim(),
    locale,
  );
  if (plain === null) return { reason: 'expected an amount' };
  const [units = '', fraction = ''] = plain.split('.');
  if (fraction.length > digits)
    return { reason: digits === 0 ? 'this currency has no smaller unit' : `at most ${digits} decimals` };
  return { value: Number(`${units}${fraction.padEnd(digits, '0')}`) };
}

/** Minor units as digits with a decimal sign. */
function amountText(minor: number, digits: number, sign: string): string {
  const all = String(Math.abs(minor)).padStart(digits + 1, '0');
  const amount = digits === 0 ? all : `${all.slice(0, -digits)}${sign}${all.slice(-digits)}`;
  return minor < 0 ? `-${amount}` : amount;
}

export const money: KindTraits<ColumnOf<'money'>> = {
  ...figure,
  formats: ['money', 'template'],
  type: ({ currency }) => ({ kind: 'money', currency }),
  storage: 'INTEGER',
  begin: () => ({ currency: 'EUR' }),
  shape: ({ currency }) => `money ${currency}`,
  fault: ({ currency }, value) =>
    Number.isSafeInteger(value) ? null : `expected an amount in minor units of ${currency}`,
  shown: ({ currency }, value) => {
    const digits = minorDigits(currency);
    return `${(Number(value) / 10 ** digits).toFixed(digits)} ${currency}`;
  },
  asText: ({ currency }, sql) => {
    const digits = minorDigits(currency);
    return `CASE WHEN ${sql} IS NOT NULL THEN printf(${decimals(digits)}, ${sql} / ${10 ** digits}.0) END`;
  },
  asNumber: ({ currency }, sql) => `(${sql} / ${10 ** minorDigits(currency)}.0)`,
  convert: ({ currency }, { column, sql, number }) =>
    column.kind === 'money' && column.currency === currency
      ? sql
      : whole(`round(${number ?? NO_NUMBER} * ${10 ** minorDigits(currency)})`),
  assign: ({ currency }, given, wanted) => {
    const [, value] = aligned([{ sql: 'NULL', type: wanted }, given] as const);
    const isSame = value.type.kind === 'money' && value.type.currency === currency;
    return value.type.kind === 'any' || isSame ? value.sql : null;
  },
  format: ({ currency }, value, settings) => formatMoney(Number(value), currency, settings),
  inputText: ({ currency }, value, { locale }) =>
    amountText(Number(value), minorDigits(currency), separators(locale).decimal),
  read: ({ currency }, text, { locale }) => readMoney(text.trim(), minorDigits(currency), locale),
  cellText: ({ currency }, value) => amountText(Number(value), minorDigits(currency), '.'),
  readCell: (text, format) => ({ typed: text.trim(), settings: cellLocale(format) }),
  json: ({ currency }, value) => Number(value) / 10 ** minorDigits(currency),
};

export const measure: KindTraits<ColumnOf<'measure'>> = {
  ...figure,
  filters: null,
  compares: 'none',
  ops: ['filled', 'blank'],
  formats: ['measure', 'template'],
  type: ({ quantity }) => ({ kind: 'measure', quantity }),
  storage: 'REAL',
  begin: () => ({ quantity: 'length', unit: 'cm', places: 1 }),
  shape: ({ quantity }) => `measure ${quantity}`,
  fault: ({ unit }, value) =>
    typeof value === 'number' && Number.isFinite(value) ? null : `expected a number of ${unit}`,
  shown: ({ quantity, unit }, value) => `${fromBase(Number(value), quantity, unit)} ${unit}`,
  asText: ({ places, quantity, unit }, sql) =>
    `CASE WHEN ${sql} IS NOT NULL THEN printf(${decimals(places)}, ${fromBaseSql(sql, quantity, unit)}) END`,
  asNumber: ({ quantity, unit }, sql) => fromBaseSql(sql, quantity, unit),
  convert: ({ quantity, unit }, { column, sql, number }) => {
    if (column.kind === 'measure') return column.quantity === quantity ? sql : 'NULL';
    return toBaseSql(number ?? NO_NUMBER, quantity, unit);
  },
  assign: ({ quantity }, { sql, type }) =>
    isOf(type, 'measure') && (type.kind !== 'measure' || type.quantity === quantity) ? sql : null,
  format: (column, value, { locale, units }) =>
    formatMeasure(Number(value), column, unitIn(column.unit, units ?? 'planned'), column.places, locale),
  inputText: (column, value, settings) => {
    const shown = fromBase(Number(value), column.quantity, inputUnit(column, settings));
    return plainDecimal(roundTo(shown, 6)).replace('.', separators(settings.locale).decimal);
  },
  read: (column, text, settings) => {
    const unit = inputUnit(column, settings);
    const plain = plainNumber(text.trim().replace(unit, '').trim(), settings.locale);
    return plain === null
      ? { reason: `expected a number of ${unit}` }
      : { value: toBase(Number(plain), column.quantity, unit) };
  },
  cellText: (column, value) => measure.inputText(column, value, DEFAULT_FORMAT),
  readCell: wholeNumber.readCell,
  json: ({ quantity, unit }, value) => fromBase(Number(value), quantity, unit),
};

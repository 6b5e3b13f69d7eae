import { roundTo, toStored, valueFault } from '@/core/column';
import { minorDigits } from '@/core/expression';
import type { Column, Scalar } from '@/core/model';
import { inSymbology, symbologyLength } from '@/core/barcode';
import { fromBase, toBase, unitIn } from '@/core/unit';
import type { FormatSettings } from './format';

export type Parsed = { ok: true; value: Scalar } | { ok: false; reason: string };

/** What a person typed for a column, as it is to be stored, or why it cannot be, in words. */
export function parseInput(column: Column, text: string, settings: FormatSettings): Parsed {
  const typed = read(column, text, settings);
  if (!typed.ok) return { ok: false, reason: `${column.name}: ${typed.reason}` };
  const value = toStored(column, typed.value);
  const fault = valueFault(column, value);
  return fault === null ? { ok: true, value } : { ok: false, reason: fault };
}

/** A stored value as a form shows it for editing; `parseInput` gives the same value back. */
export function inputText(column: Column, value: Scalar, settings: FormatSettings): string {
  if (value === null) return '';
  const { decimal } = separators(settings.locale);
  switch (column.kind) {
    case 'decimal':
      return plainDecimal(Number(value)).replace('.', decimal);
    case 'money': {
      const digits = minorDigits(column.currency);
      const minor = String(Math.abs(Number(value))).padStart(digits + 1, '0');
      const amount = digits === 0 ? minor : `${minor.slice(0, -digits)}${decimal}${minor.slice(-digits)}`;
      return Number(value) < 0 ? `-${amount}` : amount;
    }
    case 'measure':
      return plainDecimal(roundTo(fromBase(Number(value), column.quantity, inputUnit(column, settings)), 6)).replace(
        '.',
        decimal,
      );
    case 'dateTime':
      return localMoment(String(value));
    default:
      return String(value);
  }
}

/** The unit that a measure is typed in. */
export const inputUnit = (
  { unit }: Extract<Column, { kind: 'measure' }>,
  { units = 'planned' }: FormatSettings,
): string => unitIn(unit, units);

/** A moment in UTC as the date and time of the place, to the minute: what a browser's field takes. */
function localMoment(iso: string): string {
  const time = new Date(iso);
  if (Number.isNaN(time.getTime())) return iso;
  const two = (part: number) => String(part).padStart(2, '0');
  return `${String(time.getFullYear()).padStart(4, '0')}-${two(time.getMonth() + 1)}-${two(time.getDate())}T${two(time.getHours())}:${two(time.getMinutes())}`;
}

function read(column: Column, text: string, settings: FormatSettings): Parsed {
  const trimmed = text.trim();
  if (trimmed === '') return { ok: true, value: null };
  switch (column.kind) {
    case 'wholeNumber':
    case 'decimal': {
      const plain = plainNumber(trimmed, settings.locale);
      return plain === null
        ? { ok: false, reason: column.kind === 'decimal' ? 'expected a number' : 'expected a whole number' }
        : { ok: true, value: Number(plain) };
    }
    case 'measure': {
      const unit = inputUnit(column, settings);
      const plain = plainNumber(trimmed.replace(unit, '').trim(), settings.locale);
      return plain === null
        ? { ok: false, reason: `expected a number of ${unit}` }
        : { ok: true, value: toBase(Number(plain), column.quantity, unit) };
    }
    case 'dateTime': {
      const time = new Date(trimmed);
      return Number.isNaN(time.getTime())
        ? { ok: false, reason: 'expected a date and a time' }
        : { ok: true, value: `${time.toISOString().slice(0, 19)}Z` };
    }
    case 'money':
      return readMoney(trimmed, minorDigits(column.currency), settings.locale);
    case 'link':
      return { ok: true, value: Number(trimmed) };
    case 'yesNo':
      return { ok: true, value: trimmed === '1' ? 1 : 0 };
    case 'barcode':
      return {
        ok: true,
        value:
          symbologyLength[column.symbology] === undefined
            ? trimmed
            : inSymbology(column.symbology, trimmed.replace(/[\s-]/g, '')),
      };
    default:
      return { ok: true, value: text };
  }
}

/** Amounts go from digits to minor units without a binary fraction in between. */
function readMoney(text: string, digits: number, locale: string): Parsed {
  const plain = plainNumber(
    westernDigits(text)
      .replace(/[^\d.,'’\s\u00a0\u202f+-]/gu, '')
      .trim(),
    locale,
  );
  if (plain === null) return { ok: false, reason: 'expected an amount' };
  const [whole = '', fraction = ''] = plain.split('.');
  if (fraction.length > digits)
    return { ok: false, reason: digits === 0 ? 'this currency has no smaller unit' : `at most ${digits} decimals` };
  return { ok: true, value: Number(`${whole}${fraction.padEnd(digits, '0')}`) };
}

/** Digits with an optional sign and point, from digits as the language writes them; null for anything else. */
function plainNumber(text: string, locale: string): string | null {
  const { decimal, group } = separators(locale);
  const isSpace = (sign: string) => /[\s\u00a0\u202f]/u.test(sign);
  let plain = '';
  for (const sign of westernDigits(text).replace(/^\+/, '').replace('−', '-')) {
    if (sign === decimal) plain += '.';
    else if (sign === group || (isSpace(sign) && isSpace(group))) continue;
    else plain += sign;
  }
  return /^-?(\d+\.?\d*|\.\d+)$/.test(plain) ? plain.replace(/^(-?)\./, '$10.').replace(/\.$/, '') : null;
}

/** Digits of other scripts as people of some languages type them. */
const westernDigits = (text: string): string =>
  text
    .replace(/[٠-٩]/g, (digit) => String(digit.charCodeAt(0) - 0x660))
    .replace(/[۰-۹]/g, (digit) => String(digit.charCodeAt(0) - 0x6f0));

const known = new Map<string, { decimal: string; group: string }>();
function separators(locale: string): { decimal: string; group: string } {
  let found = known.get(locale);
  if (!found) {
    const parts = new Intl.NumberFormat(locale).formatToParts(1_234_567.8);
    const part = (type: string) => parts.find((each) => each.type === type)?.value ?? '';
    found = { decimal: part('decimal') || '.', group: part('group') };
    known.set(locale, found);
  }
  return found;
}

/** A number without an exponent. */
function plainDecimal(value: number): string {
  const text = String(value);
  return text.includes('e') ? value.toFixed(20).replace(/\.?0+$/, '') : text;
}

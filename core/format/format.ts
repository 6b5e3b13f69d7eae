import { attachmentWords } from '@/core/column';
import { minorDigits } from '@/core/expression';
import type { Column, Format, Scalar } from '@/core/model';
import { fromBase, unitIn } from '@/core/unit';
import { relativeDate } from './relative';
import { type AppSettings, DEFAULT_SETTINGS } from './settings';

/** How values are shown: a BCP 47 language tag, and what people can set. Formats follow Unicode CLDR. */
export interface FormatSettings extends Partial<Pick<AppSettings, 'units' | 'currency'>> {
  locale: string;
  /** The current date, ISO 8601: what relative dates are seen from. */
  today?: string;
}

export const DEFAULT_FORMAT: FormatSettings = { locale: DEFAULT_SETTINGS.locale };

/** A value as a slot shows it: by the slot's own format where it suits the value, else as its kind asks. */
export function formatAs(
  column: Column,
  format: Format | undefined,
  value: Scalar | undefined,
  settings: FormatSettings,
): string {
  if (value === null || value === undefined || value === '' || !format) return formatValue(column, value, settings);
  const { locale } = settings;
  switch (format.kind) {
    case 'number':
      return typeof value === 'number'
        ? numberFormat(locale, {
            minimumFractionDigits: format.places,
            maximumFractionDigits: format.places,
            useGrouping: format.grouped,
          }).format(value)
        : formatValue(column, value, settings);
    case 'money':
      return column.kind === 'money'
        ? formatMoney(Number(value), column.currency, settings, format.display)
        : formatValue(column, value, settings);
    case 'date':
      return (
        (typeof value === 'string'
          ? formatDay(value, format.style, settings, column.kind !== 'date' && column.kind !== 'text')
          : null) ?? formatValue(column, value, settings)
      );
    case 'measure':
      return column.kind === 'measure'
        ? formatMeasure(
            Number(value),
            column,
            format.unit ?? unitIn(column.unit, settings.units ?? 'planned'),
            format.places,
            locale,
          )
        : formatValue(column, value, settings);
    case 'yesNo':
      return value === 1 ? format.yes : value === 0 ? format.no : formatValue(column, value, settings);
    case 'template':
      return format.text.replaceAll('{}', formatValue(column, value, settings));
  }
}

function formatMeasure(
  base: number,
  { quantity }: Extract<Column, { kind: 'measure' }>,
  unit: string,
  places: number,
  locale: string,
): string {
  return `${numberFormat(locale, { maximumFractionDigits: places }).format(fromBase(base, quantity, unit))} ${unit}`;
}

function formatDay(
  iso: string,
  style: 'short' | 'medium' | 'long' | 'relative',
  settings: FormatSettings,
  isMoment: boolean,
): string | null {
  const time = Date.parse(isMoment ? iso : `${iso}T00:00:00Z`);
  if (Number.isNaN(time)) return null;
  if (style === 'relative') return settings.today ? relativeDate(iso, settings.today, settings.locale) : null;
  return dateFormat(
    settings.locale,
    isMoment ? { dateStyle: style, timeStyle: 'short' } : { dateStyle: style, timeZone: 'UTC' },
  ).format(time);
}

/** The beginning of an ISO 8601 date as a day, a month or a year. */
export function formatPeriod(iso: string, step: 'day' | 'week' | 'month' | 'year', { locale }: FormatSettings): string {
  const time = Date.parse(`${iso.padEnd(10, '-01').slice(0, 10)}T00:00:00Z`);
  if (step === 'year' || Number.isNaN(time)) return iso;
  return dateFormat(
    locale,
    step === 'month'
      ? { month: 'short', year: 'numeric', timeZone: 'UTC' }
      : { day: 'numeric', month: 'short', timeZone: 'UTC' },
  ).format(time);
}

/** A stored value as people read it; '' for a blank. */
export function formatValue(
  column: Column,
  value: Scalar | undefined,
  settings: FormatSettings = DEFAULT_FORMAT,
): string {
  if (value === null || value === undefined || value === '') return '';
  switch (column.kind) {
    case 'text':
    case 'longText':
    case 'choice':
    case 'barcode':
    case 'expression':
      return String(value);
    case 'link':
      return `#${value}`;
    case 'wholeNumber':
      return numberFormat(settings.locale, {}).format(Number(value));
    case 'decimal':
      return numberFormat(settings.locale, {
        minimumFractionDigits: column.places,
        maximumFractionDigits: column.places,
      }).format(Number(value));
    case 'money':
      return formatMoney(Number(value), column.currency, settings);
    case 'yesNo':
      return value === 1 ? 'Yes' : 'No';
    case 'date':
      return formatDate(String(value), settings);
    case 'time':
      return String(value);
    case 'picture':
    case 'file':
      return attachmentWords(String(value));
    case 'dateTime':
    case 'created':
    case 'changed':
      return formatMoment(String(value), settings);
    case 'measure':
      return formatMeasure(
        Number(value),
        column,
        unitIn(column.unit, settings.units ?? 'planned'),
        column.places,
        settings.locale,
      );
  }
}

/** Minor units as an amount with its currency. */
export function formatMoney(
  minor: number,
  currency: string,
  settings: FormatSettings,
  display: 'symbol' | 'code' | 'name' | 'none' = settings.currency ?? 'symbol',
): string {
  const digits = minorDigits(currency);
  const amount = minor / 10 ** digits;
  if (display === 'none')
    return numberFormat(settings.locale, { minimumFractionDigits: digits, maximumFractionDigits: digits }).format(
      amount,
    );
  return numberFormat(settings.locale, { style: 'currency', currency, currencyDisplay: display }).format(amount);
}

/** An ISO 8601 date in the language's medium form; text that is no date comes back as it is. */
export function formatDate(iso: string, { locale }: FormatSettings): string {
  const time = Date.parse(`${iso}T00:00:00Z`);
  return Number.isNaN(time) ? iso : dateFormat(locale, { dateStyle: 'medium', timeZone: 'UTC' }).format(time);
}

/** A moment in UTC as date and time where the person is. */
export function formatMoment(iso: string, { locale }: FormatSettings): string {
  const time = Date.parse(iso);
  return Number.isNaN(time) ? iso : dateFormat(locale, { dateStyle: 'medium', timeStyle: 'short' }).format(time);
}

// Intl objects are slow to make and free to use again.
const numbers = new Map<string, Intl.NumberFormat>();
function numberFormat(locale: string, options: Intl.NumberFormatOptions): Intl.NumberFormat {
  const key = `${locale} ${JSON.stringify(options)}`;
  const found = numbers.get(key) ?? new Intl.NumberFormat(locale, options);
  numbers.set(key, found);
  return found;
}

const dates = new Map<string, Intl.DateTimeFormat>();
function dateFormat(locale: string, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
  const key = `${locale} ${JSON.stringify(options)}`;
  const found = dates.get(key) ?? new Intl.DateTimeFormat(locale, options);
  dates.set(key, found);
  return found;
}

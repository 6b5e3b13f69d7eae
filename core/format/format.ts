import { relativeDate } from './relative';
import { minorDigits } from '@/core/unit';

/** How values are shown: a BCP 47 language tag, and what people can set. Formats follow Unicode CLDR. */
export interface FormatSettings {
  locale: string;
  /** Which units measures are shown and typed in; `planned` leaves each in its column's own. */
  units?: 'planned' | 'metric' | 'imperial';
  currency?: 'symbol' | 'code' | 'name';
  /** The current date, ISO 8601: what relative dates are seen from. */
  today?: string;
}

export const DEFAULT_FORMAT: FormatSettings = { locale: 'en-GB' };

/**
 * A date or a moment in ISO 8601 in one of the styles of the language, or as seen from today; null where it is neither.
 */
export function formatDay(
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

export function numberFormat(locale: string, options: Intl.NumberFormatOptions): Intl.NumberFormat {
  const key = `${locale} ${JSON.stringify(options)}`;
  const found = numbers.get(key) ?? new Intl.NumberFormat(locale, options);
  numbers.set(key, found);
  return found;
}

const dates = new Map<string, Intl.DateTimeFormat>();

export function dateFormat(locale: string, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
  const key = `${locale} ${JSON.stringify(options)}`;
  const found = dates.get(key) ?? new Intl.DateTimeFormat(locale, options);
  dates.set(key, found);
  return found;
}

import { attachmentWords, type Column, minorDigits, type Scalar } from '@/core/definition';
import { fromBase } from '@/core/unit';

/** How values are shown: a BCP 47 language tag; formats follow Unicode CLDR. */
export interface FormatSettings {
  locale: string;
}

export const DEFAULT_FORMAT: FormatSettings = { locale: 'en-GB' };

/** A stored value as people read it; '' for a blank. `words` replaces yes and no where a place has better ones. */
export function formatValue(column: Column, value: Scalar | undefined, settings: FormatSettings = DEFAULT_FORMAT): string {
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
      return numberFormat(settings.locale, { minimumFractionDigits: column.places, maximumFractionDigits: column.places }).format(Number(value));
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
      return `${numberFormat(settings.locale, { maximumFractionDigits: column.places }).format(fromBase(Number(value), column.quantity, column.unit))} ${column.unit}`;
  }
}

/** Minor units as an amount with its currency. */
export function formatMoney(minor: number, currency: string, { locale }: FormatSettings): string {
  return numberFormat(locale, { style: 'currency', currency }).format(minor / 10 ** minorDigits(currency));
}

/** An ISO 8601 date in the language's medium form; text that is no date comes back as it is. */
export function formatDate(iso: string, { locale }: FormatSettings): string {
  const time = Date.parse(`${iso}T00:00:00Z`);
  return Number.isNaN(time) ? iso : dateFormat(locale).format(time);
}

/** A moment in UTC as date and time where the person is. */
export function formatMoment(iso: string, { locale }: FormatSettings): string {
  const time = Date.parse(iso);
  return Number.isNaN(time) ? iso : momentFormat(locale).format(time);
}

// Intl objects are slow to make and free to use again.
const numbers = new Map<string, Intl.NumberFormat>();
function numberFormat(locale: string, options: Intl.NumberFormatOptions): Intl.NumberFormat {
  const key = `${locale} ${JSON.stringify(options)}`;
  const found = numbers.get(key) ?? new Intl.NumberFormat(locale, options);
  numbers.set(key, found);
  return found;
}

const moments = new Map<string, Intl.DateTimeFormat>();
function momentFormat(locale: string): Intl.DateTimeFormat {
  const found = moments.get(locale) ?? new Intl.DateTimeFormat(locale, { dateStyle: 'medium', timeStyle: 'short' });
  moments.set(locale, found);
  return found;
}

const dates = new Map<string, Intl.DateTimeFormat>();
function dateFormat(locale: string): Intl.DateTimeFormat {
  const found = dates.get(locale) ?? new Intl.DateTimeFormat(locale, { dateStyle: 'medium', timeZone: 'UTC' });
  dates.set(locale, found);
  return found;
}

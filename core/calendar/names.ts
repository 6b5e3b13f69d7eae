import { dateFormat } from '@/core/format';
import { addDays } from './days';

const at = (iso: string): number => Date.parse(`${iso}T00:00:00Z`);
const named = (locale: string, options: Intl.DateTimeFormatOptions, iso: string): string =>
  dateFormat(locale, { ...options, timeZone: 'UTC' }).format(at(iso));

/** "November 2026", in the language. */
export const monthName = (iso: string, locale: string): string =>
  named(locale, { month: 'long', year: 'numeric' }, iso);

/** "Friday 27 November", in the language. */
export const dayName = (iso: string, locale: string): string =>
  named(locale, { weekday: 'long', day: 'numeric', month: 'long' }, iso);

/** "16 to 22 Nov", in the language. */
export const weekName = (start: string, locale: string): string =>
  dateFormat(locale, { day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' }).formatRange(
    at(start),
    at(addDays(start, 6)),
  );

/** The number of a day as the language writes it. */
export const dayNumber = (iso: string, locale: string): string => named(locale, { day: 'numeric' }, iso);

/** The names of the days of a week in its order, short, and as they are read out. */
export const weekdayNames = (days: readonly string[], locale: string): { short: string; long: string }[] =>
  days.map((iso) => ({
    short: named(locale, { weekday: 'short' }, iso),
    long: named(locale, { weekday: 'long' }, iso),
  }));

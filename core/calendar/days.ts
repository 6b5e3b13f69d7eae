const DAY_MS = 86_400_000;

/** Days since 1970-01-01 of a date in ISO 8601, and back. */
const numberOf = (iso: string): number => Math.round(Date.parse(`${iso}T00:00:00Z`) / DAY_MS);
const isoOf = (days: number): string => new Date(days * DAY_MS).toISOString().slice(0, 10);

/** A date so many days later. */
export const addDays = (iso: string, days: number): string => isoOf(numberOf(iso) + days);

/** How many days after `from` a date is. */
export const daysBetween = (from: string, to: string): number => numberOf(to) - numberOf(from);

/** All dates from one to another. */
export const daysFrom = (from: string, count: number): string[] =>
  Array.from({ length: count }, (_, at) => addDays(from, at));

/** The first day of the week that a date is in; `firstDay` is the weekday that weeks begin with, 0 for Sunday. */
export function weekStart(iso: string, firstDay: number): string {
  const weekday = (numberOf(iso) + 4) % 7;
  return addDays(iso, -((((weekday - firstDay) % 7) + 7) % 7));
}

/** The first of the month that a date is in. */
export const monthStart = (iso: string): string => `${iso.slice(0, 7)}-01`;

/** A date so many months later; a day that the month does not have is its last. */
export function addMonths(iso: string, months: number): string {
  const [year, month, day] = iso.split('-').map(Number) as [number, number, number];
  const first = new Date(Date.UTC(year, month - 1 + months, 1));
  const last = new Date(Date.UTC(first.getUTCFullYear(), first.getUTCMonth() + 1, 0)).getUTCDate();
  first.setUTCDate(Math.min(day, last));
  return first.toISOString().slice(0, 10);
}

/** The weeks that a month stretches over, whole: the days of others before and after belong to them. */
export function monthWeeks(iso: string, firstDay: number): string[][] {
  const start = weekStart(monthStart(iso), firstDay);
  const next = addMonths(monthStart(iso), 1);
  const weeks = Math.ceil(daysBetween(start, next) / 7);
  return Array.from({ length: weeks }, (_, week) => daysFrom(addDays(start, week * 7), 7));
}

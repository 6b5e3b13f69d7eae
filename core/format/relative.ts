const DAY_MS = 86_400_000;

/** A date as seen from today, in the language: "yesterday", "in 3 weeks". Dates are ISO 8601; null where one is not. */
export function relativeDate(iso: string, today: string, locale: string): string | null {
  const days = Math.round((Date.parse(`${iso.slice(0, 10)}T00:00:00Z`) - Date.parse(`${today}T00:00:00Z`)) / DAY_MS);
  if (Number.isNaN(days)) return null;
  const format = new Intl.RelativeTimeFormat(locale, { numeric: 'auto' });
  const size = Math.abs(days);
  if (size < 14) return format.format(days, 'day');
  if (size < 60) return format.format(Math.round(days / 7), 'week');
  if (size < 730) return format.format(Math.round(days / 30.44), 'month');
  return format.format(Math.round(days / 365.25), 'year');
}

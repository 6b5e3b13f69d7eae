import { isIsoDate } from '@/core/model';

/** SQLite's format of a moment as date-times are stored, and the moment of now. */
export const MOMENT_FORMAT = '%Y-%m-%dT%H:%M:%SZ';

export const NOW_SQL = `strftime('${MOMENT_FORMAT}', 'now')`;

/** Whether `text` is a moment in UTC to the second, as date-times are stored. */
export function isIsoDateTime(text: string): boolean {
  const match = /^(\d{4}-\d{2}-\d{2})T([01]\d|2[0-3]):[0-5]\d:[0-5]\dZ$/.exec(text);
  return match !== null && isIsoDate(match[1] as string);
}

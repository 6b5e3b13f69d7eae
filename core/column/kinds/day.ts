import { readDate, readMoment } from '../cellFormat';
import { isIsoDateTime, MOMENT_FORMAT, NOW_SQL } from '../moment';
import { common, type Given, isOf, type KindTraits, opsOfBlanks, opsOfDates, opsOfFew } from './traits';
import { formatDate, formatMoment } from '@/core/format';
import { type ColumnOf, isIsoDate } from '@/core/model';

const TEXT = { kind: 'text' } as const;

export const date: KindTraits<ColumnOf<'date'>> = {
  ...common,
  family: 'date',
  limits: 'value',
  filters: 'range',
  compares: 'date',
  ops: opsOfDates,
  formats: ['date', 'template'],
  type: () => ({ kind: 'date' }),
  storage: 'TEXT',
  check: (name) => `${name} IS date(${name})`,
  fault: (_, value) => (typeof value === 'string' && isIsoDate(value) ? null : 'expected a date such as 2026-11-24'),
  convert: (_, { family, sql }) => {
    if (family === 'moment') return `date(${sql})`;
    if (family === 'text') return `CASE WHEN date(trim(${sql})) IS trim(${sql}) THEN trim(${sql}) END`;
    return family === 'date' ? sql : 'NULL';
  },
  assign: (_, { sql, type }: Given) => (isOf(type, 'date') || type.kind === 'text' ? sql : null),
  format: (_, value, settings) => formatDate(String(value), settings),
  readCell: (text, format) => {
    const trimmed = text.trim();
    const read = trimmed === '' ? '' : readDate(trimmed, format.dates);
    return read === null ? { fault: `“${trimmed}” is no date` } : { typed: read };
  },
  fromFact: (_, fact) => String(fact),
};

export const time: KindTraits<ColumnOf<'time'>> = {
  ...common,
  family: 'time',
  compares: 'text',
  ops: opsOfFew,
  type: () => TEXT,
  storage: 'TEXT',
  check: (name) => `${name} IS strftime('%H:%M', ${name})`,
  fault: (_, value) =>
    typeof value === 'string' && /^([01]\d|2[0-3]):[0-5]\d$/.test(value) ? null : 'expected a time such as 19:30',
  convert: (_, { family, sql }) => {
    if (family === 'time') return sql;
    if (family === 'text') return `CASE WHEN strftime('%H:%M', trim(${sql})) IS trim(${sql}) THEN trim(${sql}) END`;
    return family === 'moment' ? `strftime('%H:%M', ${sql})` : 'NULL';
  },
  readCell: (text) => ({
    typed: text
      .trim()
      .replace(/^(\d):/, '0$1:')
      .replace(/^(\d\d:\d\d):\d\d(\.\d+)?$/, '$1'),
  }),
};

/** A moment in UTC as the date and time of the place, to the minute: what a browser's field takes. */
function localMoment(iso: string): string {
  const at = new Date(iso);
  if (Number.isNaN(at.getTime())) return iso;
  const two = (part: number) => String(part).padStart(2, '0');
  const day = `${String(at.getFullYear()).padStart(4, '0')}-${two(at.getMonth() + 1)}-${two(at.getDate())}`;
  return `${day}T${two(at.getHours())}:${two(at.getMinutes())}`;
}

/** What every moment has in common. */
const moment = {
  ...common,
  family: 'moment',
  compares: 'none',
  ops: opsOfBlanks,
  formats: ['date', 'template'],
  type: () => TEXT,
  storage: 'TEXT',
  check: (name: string) => `${name} IS strftime('${MOMENT_FORMAT}', ${name})`,
  fault: (_: unknown, value: string | number) =>
    typeof value === 'string' && isIsoDateTime(value)
      ? null
      : 'expected a date and time in UTC such as 2026-11-24T19:30:00Z',
  convert: (_: unknown, { family, sql }: { family: string; sql: string }) => {
    if (family === 'moment') return sql;
    const written = `strftime('${MOMENT_FORMAT}', trim(${sql}))`;
    // Only what begins as a date: SQLite would also take “now”, a time of day and a day number.
    if (family === 'text')
      return `CASE WHEN trim(${sql}) GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]*' THEN ${written} END`;
    return family === 'date' ? `strftime('${MOMENT_FORMAT}', ${sql})` : 'NULL';
  },
  format: (_: unknown, value: string | number, settings: { locale: string }) => formatMoment(String(value), settings),
  readCell: (text: string, format: Parameters<KindTraits<ColumnOf<'dateTime'>>['readCell']>[1]) => {
    const trimmed = text.trim();
    const read = trimmed === '' ? null : readMoment(trimmed, format.dates);
    return trimmed !== '' && read === null ? { fault: `“${trimmed}” is no date and time` } : { value: read };
  },
} as const;

export const dateTime: KindTraits<ColumnOf<'dateTime'>> = {
  ...moment,
  inputText: (_, value) => localMoment(String(value)),
  read: (_, text) => {
    const at = new Date(text.trim());
    return Number.isNaN(at.getTime())
      ? { reason: 'expected a date and a time' }
      : { value: `${at.toISOString().slice(0, 19)}Z` };
  },
};

/** When a record was made, and when it was last changed: the database fills it in. */
export const created: KindTraits<ColumnOf<'created'>> = { ...moment, filledBy: 'database' };

export const changed: KindTraits<ColumnOf<'changed'>> = { ...moment, filledBy: 'database' };

export { NOW_SQL };

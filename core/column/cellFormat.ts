import { DEFAULT_FORMAT, type FormatSettings } from '@/core/format';
import { isIsoDate, type Scalar } from '@/core/model';

/** In which order a date that is not ISO 8601 has its parts: day, month, year; month, day, year; or year first. */
export const dateOrders = ['dmy', 'mdy', 'ymd'] as const;

export type DateOrder = (typeof dateOrders)[number];

/** How a file writes its values. */
export interface CellFormat {
  decimal: '.' | ',';
  dates: DateOrder;
}

export const PLAIN_FORMAT: CellFormat = { decimal: '.', dates: 'ymd' };

/** What a cell holds: something to be read as if it were typed, a value, or nothing of its column's kind. */
export type CellReading = { typed: string; settings?: FormatSettings } | { value: Scalar } | { fault: string };

/** How the numbers of a file are written. */
export const cellLocale = ({ decimal }: CellFormat) => ({
  ...DEFAULT_FORMAT,
  locale: decimal === ',' ? 'de-DE' : 'en-GB',
});

/** "1.5e3" in digits: spreadsheets write large numbers so. */
export function plainExponent(text: string, decimal: '.' | ','): string {
  if (!/^[+-]?[\d.,]+e[+-]?\d+$/i.test(text)) return text;
  const number = Number(text.replace(',', '.'));
  return Number.isFinite(number) ? String(number).replace('.', decimal) : text;
}

const YES = new Set(['yes', 'y', 'true', 't', '1', 'x', 'on']);

const NO = new Set(['no', 'n', 'false', 'f', '0', 'off', '-']);

export function readYesNo(text: string): 0 | 1 | null {
  const word = text.toLowerCase();
  return YES.has(word) ? 1 : NO.has(word) ? 0 : null;
}

/** A date as ISO 8601, or null. ISO 8601 itself is read whatever the order. */
export function readDate(text: string, order: DateOrder): string | null {
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})(?:[T ]00:00(?::00(?:\.0+)?)?Z?)?$/.exec(text);
  if (iso) return checked(iso[1] as string, iso[2] as string, iso[3] as string);
  const yearFirst = /^(\d{4})[./](\d{1,2})[./](\d{1,2})$/.exec(text);
  if (yearFirst) return checked(yearFirst[1] as string, yearFirst[2] as string, yearFirst[3] as string);
  const parts = /^(\d{1,2})[./-](\d{1,2})[./-](\d{4}|\d{2})$/.exec(text);
  if (!parts) return null;
  const [, first = '', second = '', last = ''] = parts;
  if (order === 'ymd') return last.length === 2 ? checked(century(first), second, last) : null;
  const year = last.length === 2 ? century(last) : last;
  return order === 'dmy' ? checked(year, second, first) : checked(year, first, second);
}

/** Two digits of a year: the hundred years around 1970 to 2069. */
const century = (digits: string): string => `${Number(digits) < 70 ? '20' : '19'}${digits.padStart(2, '0')}`;

function checked(year: string, month: string, day: string): string | null {
  const date = `${year}-${month.padStart(2, '0')}-${day.padStart(2, '0')}`;
  return isIsoDate(date) ? date : null;
}

/** A moment in UTC to the second, or null; where no zone is said it is taken as UTC. */
export function readMoment(text: string, order: DateOrder): string | null {
  const match = /^(\S+?)[T ](\d{1,2}):(\d{2})(?::(\d{2})(?:\.\d+)?)?\s*(Z|[+-]\d{2}:?\d{2})?$/i.exec(text);
  if (!match) return null;
  const [, day = '', hour = '', minute = '', second = '00', zone = 'Z'] = match;
  const date = readDate(day, order);
  if (date === null) return null;
  const offset = zone.toUpperCase() === 'Z' ? 'Z' : zone.replace(/^([+-]\d{2}):?(\d{2})$/, '$1:$2');
  const time = new Date(`${date}T${hour.padStart(2, '0')}:${minute}:${second}${offset}`);
  return Number.isNaN(time.getTime()) ? null : `${time.toISOString().slice(0, 19)}Z`;
}

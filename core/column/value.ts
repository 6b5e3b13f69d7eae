import { barcodeFault } from '@/core/barcode';
import { minorDigits } from '@/core/expression';
import { fromBase } from '@/core/unit';
import { fileFault, pictureFault } from './attachment';
import { ruleFault } from './rule';
import { isStored } from './stored';
import { type Column, type RecordValues, type Scalar, isIsoDate } from '@/core/model';

/** Whether `text` is a moment in UTC to the second, as date-times are stored. */
export function isIsoDateTime(text: string): boolean {
  const match = /^(\d{4}-\d{2}-\d{2})T([01]\d|2[0-3]):[0-5]\d:[0-5]\dZ$/.exec(text);
  return match !== null && isIsoDate(match[1] as string);
}

/**
 * Why `value` (as stored: money in minor units, yes/no as 0 or 1) may not stand in the column, in words, or null when
 * it may. The form, the import and the starting rows all ask here; SQLite's own constraints stand behind it.
 */
export function valueFault(column: Column, value: Scalar): string | null {
  if (value === null || (typeof value === 'string' && value.trim() === '')) {
    return column.required && column.kind !== 'yesNo' ? `${column.name} must not be blank` : null;
  }
  const fault = kindFault(column, value) ?? (isStored(column) ? ruleFault(column, value, shownLimit(column)) : null);
  return fault === null ? null : `${column.name}: ${fault}`;
}

/** Limits as people read them: money as an amount, measures in their unit. */
function shownLimit(column: Column): (value: string | number) => string {
  if (column.kind === 'money')
    return (value) =>
      `${(Number(value) / 10 ** minorDigits(column.currency)).toFixed(minorDigits(column.currency))} ${column.currency}`;
  if (column.kind === 'measure')
    return (value) => `${fromBase(Number(value), column.quantity, column.unit)} ${column.unit}`;
  return String;
}

function kindFault(column: Column, value: string | number): string | null {
  switch (column.kind) {
    case 'text':
    case 'longText':
      return typeof value === 'string' ? null : 'expected text';
    case 'wholeNumber':
      return Number.isSafeInteger(value) ? null : 'expected a whole number';
    case 'decimal':
      return typeof value === 'number' && Number.isFinite(value) ? null : 'expected a number';
    case 'money':
      return Number.isSafeInteger(value) ? null : `expected an amount in minor units of ${column.currency}`;
    case 'yesNo':
      return value === 0 || value === 1 ? null : 'expected yes or no';
    case 'date':
      return typeof value === 'string' && isIsoDate(value) ? null : 'expected a date such as 2026-11-24';
    case 'time':
      return typeof value === 'string' && /^([01]\d|2[0-3]):[0-5]\d$/.test(value)
        ? null
        : 'expected a time such as 19:30';
    case 'dateTime':
    case 'created':
    case 'changed':
      return typeof value === 'string' && isIsoDateTime(value)
        ? null
        : 'expected a date and time in UTC such as 2026-11-24T19:30:00Z';
    case 'measure':
      return typeof value === 'number' && Number.isFinite(value) ? null : `expected a number of ${column.unit}`;
    case 'choice':
      return typeof value === 'string' && column.choices.includes(value)
        ? null
        : `expected one of ${column.choices.join(', ')}`;
    case 'barcode':
      return typeof value === 'string' ? barcodeFault(column.symbology, value) : 'expected a code';
    case 'picture':
      return pictureFault(value);
    case 'file':
      return fileFault(value);
    case 'expression':
      return 'this is computed and holds no value';
    case 'link':
      return isRecordId(value) ? null : 'expected the id of a record';
  }
}

/** The highest id that is taken in: far more than are ever given, and the next ones are still exact in JavaScript. */
export const HIGHEST_ID = 2 ** 52;
export const isRecordId = (id: unknown): id is number =>
  Number.isSafeInteger(id) && Number(id) > 0 && Number(id) <= HIGHEST_ID;

/** `value` as it is to be stored: text trimmed, blank as null, decimals rounded to the column's places. */
export function toStored(column: Column, value: Scalar): Scalar {
  if (typeof value === 'string') {
    const trimmed = column.kind === 'longText' ? value.trimEnd() : value.trim();
    return trimmed === '' ? null : trimmed;
  }
  if (value === null) return column.kind === 'yesNo' ? 0 : null;
  return column.kind === 'decimal' ? roundTo(value, column.places) : value;
}

/** Rounded half away from zero to `places` decimals, on the shortest decimal form of the number (1.005 → 1.01). */
export function roundTo(value: number, places: number): number {
  const [mantissa, exponent = '0'] = String(Math.abs(value)).split('e');
  const shifted = Math.round(Number(`${mantissa}e${Number(exponent) + places}`));
  const [digits, power = '0'] = String(shifted).split('e');
  return Math.sign(value) * Number(`${digits}e${Number(power) - places}`);
}

/** The value that a new record begins with; `today` is the current date, ISO 8601. */
export function initialValue(column: Column, today: string): Scalar {
  switch (column.default.kind) {
    case 'none':
      return column.kind === 'yesNo' ? 0 : null;
    case 'today':
      return today;
    case 'value': {
      const { value } = column.default;
      return typeof value === 'boolean' ? Number(value) : value;
    }
  }
}

/**
 * Why a stored value may not be in the database at all, or null. Weaker than `valueFault`: a choice that was taken
 * off the list, a code from before the check was asked for, or a value from before a rule, may still stand in rows.
 */
export function storedFault(column: Column, value: Scalar): string | null {
  if (column.kind === 'choice' || column.kind === 'barcode') {
    return value === null
      ? valueFault(column, null)
      : typeof value === 'string'
        ? null
        : `${column.name}: expected text`;
  }
  if (column.kind === 'yesNo' && value === null) return `${column.name}: expected yes or no`;
  if (value === null || (typeof value === 'string' && value.trim() === '')) return valueFault(column, value);
  const fault = kindFault(column, value);
  return fault === null ? null : `${column.name}: ${fault}`;
}

/** Whether a record holds nothing: every value blank, switches aside where there is anything else to fill in. */
export function isBlankRecord(columns: readonly Column[], values: RecordValues): boolean {
  const typed = columns.filter(({ kind }) => kind !== 'yesNo');
  return typed.length > 0 && typed.every(({ id }) => (values[id] ?? null) === null);
}

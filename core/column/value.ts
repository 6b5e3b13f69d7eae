import type { Column, RecordValues, Scalar } from '@/core/model';
import { traitsOf } from './kinds';
import { ruleFault } from './rule';
import { isStored } from './stored';

/**
 * Why `value` (as stored: money in minor units, yes/no as 0 or 1) may not stand in the column, in words, or null when
 * it may. The form, the import and the starting rows all ask here; SQLite's own constraints stand behind it.
 */
export function valueFault(column: Column, value: Scalar): string | null {
  if (value === null || (typeof value === 'string' && value.trim() === '')) {
    return column.required && !traitsOf(column).neverBlank ? `${column.name} must not be blank` : null;
  }
  const traits = traitsOf(column);
  const show = (limit: string | number) => traits.shown(column, limit);
  const fault = traits.fault(column, value) ?? (isStored(column) ? ruleFault(column, value, show) : null);
  return fault === null ? null : `${column.name}: ${fault}`;
}

/** `value` as it is to be stored: text trimmed, blank as null, decimals rounded to the column's places. */
export function toStored(column: Column, value: Scalar): Scalar {
  const traits = traitsOf(column);
  if (value === null) return traits.neverBlank ? 0 : null;
  return traits.toStored(column, value);
}

/** The value that a new record begins with; `today` is the current date, ISO 8601. */
export function initialValue(column: Column, today: string): Scalar {
  switch (column.default.kind) {
    case 'none':
      return traitsOf(column).neverBlank ? 0 : null;
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
  if (traitsOf(column).neverBlank && value === null) return `${column.name}: expected yes or no`;
  if (value === null || (typeof value === 'string' && value.trim() === '')) return valueFault(column, value);
  const fault = traitsOf(column).fault(column, value);
  return fault === null ? null : `${column.name}: ${fault}`;
}

/** Whether a record holds nothing: every value blank, switches aside where there is anything else to fill in. */
export function isBlankRecord(columns: readonly Column[], values: RecordValues): boolean {
  const typed = columns.filter((column) => !traitsOf(column).neverBlank);
  return typed.length > 0 && typed.every(({ id }) => (values[id] ?? null) === null);
}

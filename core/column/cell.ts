import { DEFAULT_FORMAT } from '@/core/format';
import type { Column, Scalar } from '@/core/model';
import { type CellFormat, PLAIN_FORMAT } from './cellFormat';
import { type Parsed, parseInput } from './input';
import { traitsOf } from './kinds';

/**
 * A stored value as text in a file: amounts and measures in digits with a point, yes or no, ISO 8601. `readCell` reads
 * it back the same.
 */
export const cellText = (column: Column, value: Scalar): string =>
  value === null ? '' : traitsOf(column).cellText(column, value);

/** The text of a cell as its column stores it, or why it cannot, in words. Links go by the id of their record. */
export function readCell(column: Column, text: string, format: CellFormat = PLAIN_FORMAT): Parsed {
  const read = traitsOf(column).readCell(text, format);
  if ('fault' in read) return { ok: false, reason: `${column.name}: ${read.fault}` };
  return 'value' in read
    ? { ok: true, value: read.value }
    : parseInput(column, read.typed, read.settings ?? DEFAULT_FORMAT);
}

/** A stored value in JSON: amounts and measures as numbers, yes and no as such. */
export const jsonValue = (column: Column, value: Scalar): string | number | boolean | null =>
  value === null ? null : traitsOf(column).json(column, value);

import type { FormatSettings } from '@/core/format';
import type { Column, Scalar } from '@/core/model';
import { traitsOf } from './kinds';
import { toStored, valueFault } from './value';

export type Parsed = { ok: true; value: Scalar } | { ok: false; reason: string };

/** What a person typed for a column, as it is to be stored, or why it cannot be, in words. */
export function parseInput(column: Column, text: string, settings: FormatSettings): Parsed {
  const typed = text.trim() === '' ? { value: null } : traitsOf(column).read(column, text, settings);
  if ('reason' in typed) return { ok: false, reason: `${column.name}: ${typed.reason}` };
  const value = toStored(column, typed.value);
  const fault = valueFault(column, value);
  return fault === null ? { ok: true, value } : { ok: false, reason: fault };
}

/** A stored value as a form shows it for editing; `parseInput` gives the same value back. */
export const inputText = (column: Column, value: Scalar, settings: FormatSettings): string =>
  value === null ? '' : traitsOf(column).inputText(column, value, settings);

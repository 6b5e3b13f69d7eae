import { z } from 'zod';

/** The colours that a choice, a slot or a style can have. */
export const tones = ['green', 'amber', 'red', 'blue', 'plum', 'grey'] as const;
export type Tone = (typeof tones)[number];

export const Id = z.string().regex(/^[A-Za-z0-9_-]{1,40}$/, 'expected an id of letters, digits, - and _');
export const MOST_NAME = 80;
export const Name = z
  .string()
  .min(1)
  .max(MOST_NAME)
  .refine((name) => name.trim() === name, 'must not begin or end with a space');
/** The text of an SQL expression, as a person writes it. */
export const MOST_EXPRESSION = 2000;
export const ExpressionText = z.string().min(1).max(MOST_EXPRESSION);

const ISO_DATE = /^(\d{4})-(\d{2})-(\d{2})$/;
/** A day; whether it is in the calendar is asked with `isIsoDate`. */
export const IsoDate = z.string().regex(ISO_DATE, 'expected a date such as 2026-11-24');

/** Whether `text` is a calendar date in ISO 8601's extended format. */
export function isIsoDate(text: string): boolean {
  const match = ISO_DATE.exec(text);
  if (!match) return false;
  const [year, month, day] = [Number(match[1]), Number(match[2]), Number(match[3])];
  const date = new Date(Date.UTC(2000, month - 1, day));
  date.setUTCFullYear(year, month - 1, day);
  return date.getUTCFullYear() === year && date.getUTCMonth() === month - 1 && date.getUTCDate() === day;
}

import { z } from 'zod';
import { ISO_DATE } from './constants';

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

/** A day; whether it is in the calendar is asked with `isIsoDate`. */
export const IsoDate = z.string().regex(ISO_DATE, 'expected a date such as 2026-11-24');

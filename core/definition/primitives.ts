import { z } from 'zod';

/** The colours that a choice, a slot or a style can have. */
export const tones = ['green', 'amber', 'red', 'blue', 'plum', 'grey'] as const;
export type Tone = (typeof tones)[number];

export const Id = z.string().regex(/^[A-Za-z0-9_-]{1,40}$/, 'expected an id of letters, digits, - and _');
export const Name = z
  .string()
  .min(1)
  .max(80)
  .refine((name) => name.trim() === name, 'must not begin or end with a space');
/** The text of an SQL expression, as a person writes it. */
export const MOST_EXPRESSION = 2000;
export const ExpressionText = z.string().min(1).max(MOST_EXPRESSION);

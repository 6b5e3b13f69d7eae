import { z } from 'zod';
import { ExpressionText, Id, Name } from './primitives';
import { SortBy } from './rowDesign';

export const parameterKinds = ['text', 'number', 'date', 'person'] as const;

/**
 * Something that a query is told: a value, which a screen may give another of, or an expression over the profile of the
 * person who is signed in.
 */
export const QueryParameter = z.strictObject({
  name: z
    .string()
    .max(60)
    .regex(/^\p{Ll}[\p{Ll}\d_]*$/u, 'expected small letters, digits and _'),
  kind: z.enum(parameterKinds),
  value: z.string().min(1).max(2000),
});

export type QueryParameter = z.infer<typeof QueryParameter>;

/** A named selection of rows. */
export const Query = z.strictObject({
  id: Id,
  name: Name,
  tableId: Id,
  condition: ExpressionText.optional(),
  /** Used in the condition as `:name`. */
  parameters: z.array(QueryParameter).max(12).optional(),
  order: z.array(SortBy).optional(),
  limit: z.int().min(1).max(100_000).optional(),
  /** Written by hand, in place of the condition: a SELECT that gives the ids of the rows. */
  sql: z.string().min(1).max(10_000).optional(),
});

export type Query = z.infer<typeof Query>;

import { z } from 'zod';
import { ExpressionText, Id } from './primitives';

/** A stored value as JSON has it; null is a blank. */
export const ScalarValue = z.union([z.string(), z.number(), z.null()]);

/**
 * How a text column finds the records that it names: which text, and whether by their name (`by` null) or by one of
 * their columns.
 */
export const Match = z.strictObject({ textColumnId: Id, targetTableId: Id, by: Id.nullable() });
export type Match = z.infer<typeof Match>;

/** What an expression over the record as it was gives. */
export const FillExpression = z.strictObject({ expression: ExpressionText });
export type FillExpression = z.infer<typeof FillExpression>;

const MOST_MAPPED = 200;

/** What becomes of single values of the column as it was; all others are converted. */
export const FillMap = z.strictObject({ values: z.array(z.tuple([ScalarValue, ScalarValue])).max(MOST_MAPPED) });
export type FillMap = z.infer<typeof FillMap>;

/** A record of a new table for each text of a column. */
export const TextsOf = z.strictObject({ textsOf: z.strictObject({ tableId: Id, columnId: Id }) });
export type TextsOf = z.infer<typeof TextsOf>;

/**
 * A record of a table for each record of another as it was (`where`: of those alone), as where tables are merged or
 * split. `values`: expressions over that record, by the columns that hold them.
 */
export const RowsOf = z.strictObject({
  rowsOf: z.strictObject({
    from: Id,
    into: Id,
    where: ExpressionText.nullable(),
    values: z.record(z.string(), ExpressionText),
  }),
});
export type RowsOf = z.infer<typeof RowsOf>;

/**
 * What a column holds after a change of plan beside what it is converted to; the fill of a table says which rows it
 * begins with, or where its rows go. A value stands where a blank would be.
 */
export const Fill = z.union([ScalarValue, Match, FillExpression, FillMap, TextsOf, RowsOf]);
export type Fill = z.infer<typeof Fill>;

/** Fills by the ids of columns, and of tables that come or go. */
export const Fills = z.record(z.string(), Fill);
export type Fills = z.infer<typeof Fills>;

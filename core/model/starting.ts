import { z } from 'zod';
import { Definition, Table } from './definition';
import { Fills, ScalarValue } from './fill';

/** The rows of one table: the ids of the columns, and for each row its id followed by the columns' stored values. */
export const RowSet = z.strictObject({
  columns: z.array(z.string()),
  rows: z.array(z.array(ScalarValue)),
});
export type RowSet = z.infer<typeof RowSet>;

/** Rows by table id. */
export const RowSets = z.record(z.string(), RowSet);
export type RowSets = z.infer<typeof RowSets>;

/** Rows that are there at installation, with the tables as they were when the rows were laid down. */
export const Starting = z.strictObject({
  tables: z.array(Table),
  people: Definition.shape.people,
  rows: RowSets,
  /** What later edits of the plan filled blanks and links with: the rows come up to the plan of today by the same. */
  fills: Fills.optional(),
});
export type Starting = z.infer<typeof Starting>;

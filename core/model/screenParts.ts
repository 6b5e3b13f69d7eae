import { z } from 'zod';
import { Id, Name } from './primitives';

export const common = { id: Id, name: Name };

/** A table's rows, or those that a query selects. */
/** `given`: the values for the query's parameters, by their names, where they are not the query's own. */
export const source = {
  tableId: Id,
  queryId: Id.optional(),
  given: z.record(z.string(), z.string().min(1).max(2000)).optional(),
};

export const leavings = ['keep', 'clear'] as const;

/**
 * A working list that is saved as records of a table: each linked to what was put on the list, with how often it was,
 * and by `parentId` to the record that the screen was opened from.
 */
export const collecting = {
  tableId: Id,
  linkId: Id,
  countId: Id.optional(),
  parentId: Id.optional(),
  leaving: z.enum(leavings),
};

export const Collecting = z.strictObject(collecting);

export type Collecting = z.infer<typeof Collecting>;

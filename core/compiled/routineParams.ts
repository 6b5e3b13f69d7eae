import { type Fragment, param, raw, sql } from '@/core/sql';

/**
 * Parameters of a routine's statements beside records (`_r_…`) and values (`_v_…`): JSON arrays of the rows that a step
 * is run for, and of the records that it writes.
 */
export const STEP_ROWS = '_rows';

export const IDS = '_ids';

/** What a step's copies have become, a JSON object of old and new ids for each table by its name in SQL. */
export const COPIES = '_copies';

/** The first and the last id of records that were just made. */
export const FIRST = '_first';

export const LAST = '_last';

/** The records that a statement takes as a JSON array of their ids. */
export const amongIds = (column: Fragment = raw('"id"')): Fragment =>
  sql`${column} IN (SELECT value FROM json_each(${param(IDS)}))`;

/** The parameter that holds the id of a record at hand, and the one that holds a value. */
export const recordParam = (name: string): string => `_r_${name}`;

export const valueParam = (name: string): string => `_v_${name}`;

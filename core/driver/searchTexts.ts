import { quoteName } from '@/core/sql';

/**
 * Texts that are searched: one a row of a table. Whoever runs the app keeps them folded in the connection's temp schema,
 * apart from the database file and from every change set, so that the app's own statements never fold anything.
 */
export interface SearchTexts {
  /** The temp table's name; `searchName` makes it. */
  name: string;
  /** The table whose rows they are of. */
  table: string;
  /** Selects the texts: `id` and `text` of the rows whose ids are in the JSON array `ids`. */
  select: { sql: string; takes: readonly string[] };
  /** The tables beside the row itself that a text is made of: after a change there any of them may be another. */
  others: readonly string[];
  /** Whether a text may be another on another day. */
  byDay: boolean;
  /** Whether trigrams are worth their room: where SQLite has FTS5, long terms are then found without a scan. */
  trigrams: boolean;
}

/** No id of a definition holds a colon, so no table's texts are named like those of another. `of`: which texts. */
export const searchName = (tableId: string, of = ''): string => `_search:${tableId}:${of === '' ? '' : `${of}:`}`;

/** The table that the folded texts stand in, as `id` and `c0`: that of FTS5 itself, or one like it. */
export const searchTexts = (name: string): string => `temp.${quoteName(`${name}_content`)}`;

/** How many characters of a term trigrams need. */
export const SHORTEST_INDEXED = 3;

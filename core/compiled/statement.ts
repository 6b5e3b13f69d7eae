import { type SearchTexts, SHORTEST_INDEXED } from '@/core/driver';
import type { Fragment } from '@/core/sql';

/**
 * One SQL statement of the built app, with what has to be known of it: plain data, so that nobody looks into its text.
 * Parameters are named and typed by their use.
 */
export interface Statement extends Fragment {
  /** The texts that it looks through: they are brought up to date before it runs. */
  search?: readonly SearchTexts[];
  /** The table that it writes, by its name in SQL. */
  writes?: string;
  /** For one that deletes records: finds those that it would, as `id`, with the same parameters. */
  deletes?: Fragment;
}

/** A search as the statements take it. */
export interface SearchTerms {
  /** How many terms the index of trigrams finds, and how many are too short for it. */
  indexed: number;
  short: number;
  /**
   * Every term as `term0` …, the short ones first; the indexed ones also as FTS5 queries, each as `match1` … and all as
   * `match`.
   */
  params: Record<string, string>;
}

/** An EAN-13 that begins with a zero is a UPC-A, and may stand in rows as either: the shorter one is in both. */
const asUpc = (term: string): string => (/^0\d{12}$/.test(term) ? term.slice(1) : term);

/**
 * The terms of a search, at most eight; a record is found where it holds every one of them, in any order. `trigrams`:
 * whether there is an index of them, by which terms that are long enough are found without a scan.
 */
export function searchTerms(folded: string, trigrams = true): SearchTerms {
  const terms = folded
    .replaceAll('\0', '')
    .split(/\s+/)
    .filter((term) => term !== '')
    .slice(0, 8)
    .map(asUpc);
  const isIndexed = (term: string) => trigrams && [...term].length >= SHORTEST_INDEXED;
  const indexed = terms.filter(isIndexed);
  const short = terms.filter((term) => !isIndexed(term));
  const params = Object.fromEntries([...short, ...indexed].map((term, index) => [`term${index}`, term]));
  const quoted = indexed.map((term) => `"${term.replaceAll('"', '""')}"`);
  quoted.forEach((term, index) => (params[`match${short.length + index}`] = term));
  const match = quoted.join(' AND ');
  return { indexed: indexed.length, short: short.length, params: match ? { ...params, match } : params };
}

/** Reads nothing: for where there is no statement to ask. */
export const NO_STATEMENT: Statement = { sql: 'SELECT 1 WHERE 0', reads: [], takes: [] };

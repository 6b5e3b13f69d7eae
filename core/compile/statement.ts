import { quoteName } from '@/core/expression';

/** One SQL statement of the built app, with what reading it depends on. Parameters are named and typed by their use. */
export interface Statement {
  sql: string;
  /** The search index that must be there before the statement runs. */
  search?: string;
}

export const selectAs = (sql: string, name: string): string => `${sql} AS ${quoteName(name)}`;

/** The terms of a search as parameters `term0`, `term1` …, at most eight. */
export function searchTerms(folded: string): Record<string, string> {
  const terms = folded.split(/\s+/).filter((term) => term !== '').slice(0, 8);
  return Object.fromEntries(terms.map((term, index) => [`term${index}`, term]));
}

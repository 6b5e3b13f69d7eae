import type { Statement } from '@/core/compiled';

interface Known extends Partial<Omit<Statement, 'sql'>> {
  /** The tables and views that it looks for rows in. */
  reads?: readonly string[];
  /** Its parameters, without their colons. */
  takes?: readonly string[];
}

/** A statement, or a piece of one, with what has to be known of it. */
export const sql = (text: string, { reads = [], takes = [], ...more }: Known = {}): Statement => ({
  sql: text.trim(),
  reads,
  takes,
  ...more,
});

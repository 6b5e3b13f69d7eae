import { asPerson } from '@/core/compiled';
import type { Params, Row, Writer } from '@/core/driver';

/** Reads with a statement as a person, or nobody, may. */
export const readAs = (
  writer: Writer,
  statement: { sql: string; takes?: readonly string[] },
  params: Params,
  person: number | null,
): Row[] => writer.rows(statement.sql, asPerson(statement, params, person));

/** A name as SQL. */
export const quoteName = (identifier: string): string => `"${identifier.replaceAll('"', '""')}"`;

export const quoteText = (text: string): string => `'${text.replaceAll("'", "''")}'`;

/**
 * A value as SQL. Together with `quoteName` for names the only way in which what somebody typed or sent becomes part of
 * a statement. Throws a RangeError for a number that SQL cannot write.
 */
export function literal(value: string | number | null): string {
  if (value === null) return 'NULL';
  if (typeof value === 'string') return quoteText(value);
  if (!Number.isFinite(value)) throw new RangeError(`${value} is no number in SQL`);
  // Two minus signs beside one another would begin a comment.
  return value < 0 || Object.is(value, -0) ? `(${value})` : String(value);
}

/** A number as SQL as it is written, so that no digit is lost. Throws a RangeError for anything else. */
export function numberLiteral(written: string): string {
  if (!/^-?(\d+(\.\d+)?|\.\d+)$/.test(written)) throw new RangeError(`“${written}” is no number in SQL`);
  return written.startsWith('-') ? `(${written})` : written;
}

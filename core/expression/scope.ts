import type { ValueType } from './type';
import type { Typed } from './typed';

export const quoteName = (identifier: string): string => `"${identifier.replaceAll('"', '""')}"`;
export const quoteText = (text: string): string => `'${text.replaceAll("'", "''")}'`;

/**
 * A value as SQL. Together with `quoteName` for names the only way in which what somebody typed or sent becomes part of a
 * statement. Throws a RangeError for a number that SQL cannot write.
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

/** What the person who is signed in has in a personal column of the record `id`. */
export function personalSql(table: string, identifier: string, id: string, alias: string): string {
  return `(SELECT ${alias}.${quoteName(identifier)} FROM ${quoteName(table)} AS ${alias} WHERE ${alias}."_record" = ${id} AND ${alias}."_person" = :_person)`;
}

/** What the names in an expression may stand for, seen from one table. Built from a plan; plain enough to write by hand. */
export interface ScopeTable {
  /** The table's name in SQL. */
  identifier: string;
  /** What one of its rows is called. */
  recordName: string;
  /** The expression that names a row. */
  naming: string;
  names: Record<string, ScopeName>;
  /** Parameters beside those that every expression may use. */
  parameters?: Record<string, Typed>;
}

/** `id` is that of the definition, by which renames find it again. Tables come by a function: links may go round. */
export type ScopeName =
  /** `personal`: the table that holds its value for each person. */
  | { kind: 'column'; id: string; identifier: string; type: ValueType; personal?: string }
  /** A column that is computed; its text is compiled where it is used. */
  | { kind: 'expression'; id: string; text: string }
  | { kind: 'link'; id: string; identifier: string; table: () => ScopeTable }
  /** A record that is at hand beside the row, as a name that begins with a colon; `sql` gives its id. */
  | { kind: 'record'; id: string; sql: string; table: () => ScopeTable }
  | { kind: 'many'; id: string; identifier: string; table: () => ScopeTable };

/** Parameters that every expression may use, and how they are given in SQL. */
export const parameters: Record<string, Typed> = {
  today: { type: { kind: 'date' }, sql: "date('now', 'localtime')" },
};

import { ME, quoteName, type Typed, type ValueType } from '@/core/sql';

/** What the person who is signed in has in a personal column of the record `id`. */
export function personalSql(table: string, identifier: string, id: string, alias: string): string {
  return `(SELECT ${alias}.${quoteName(identifier)} FROM ${quoteName(table)} AS ${alias}
  WHERE ${alias}."_record" = ${id} AND ${alias}."_person" = :${ME})`;
}

/**
 * What the names in an expression may stand for, seen from one table. Built from a plan; plain enough to write by hand.
 */
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
  /** A record that is at hand beside the row, as a name with a colon; `sql` gives its id, of the parameters `takes`. */
  | { kind: 'record'; id: string; sql: string; takes?: readonly string[]; table: () => ScopeTable }
  | { kind: 'many'; id: string; identifier: string; table: () => ScopeTable };

/** Parameters that every expression may use, and how they are given in SQL. */
export const parameters: Record<string, Typed> = {
  today: { type: { kind: 'date' }, sql: "date('now', 'localtime')" },
};

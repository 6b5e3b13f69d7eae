/** What a statement is about to read, as SQLite's authorizer tells it. Source: sqlite.org/c3ref/set_authorizer.html */
export interface Access {
  table: string;
  /** Empty where only rows are counted. */
  column: string;
  /** Null where SQLite does not tell. */
  schema: string | null;
  /** The view, or the table of a WITH clause, in whose text the table stands; null at the outermost. */
  within: string | null;
}

/** Whether a statement may read something. */
export type Reach = (access: Access) => boolean;

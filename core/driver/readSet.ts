import type { Row } from './row';

/**
 * What a statement reads, as SQLite's authorizer reports it: columns by table; no columns where only rows are counted.
 */
export interface ReadSet {
  tables: Record<string, string[]>;
  /** Where the statement reads one record of a table: its primary key. */
  key?: { table: string; id: number };
  /** Set where it is not known what was read: any change may matter. */
  unknown?: true;
}

/** What one transaction did to a table. */
export interface TableChange {
  table: string;
  inserted: number;
  updated: number;
  deleted: number;
  /** The columns that updates changed. */
  columns: string[];
  /** The primary keys touched, or null where they are too many to list. */
  keys: number[] | null;
}

export const rowsChanged = (changes: readonly TableChange[]): number =>
  changes.reduce((total, { inserted, updated, deleted }) => total + inserted + updated + deleted, 0);

/** Whether a statement with this read set can give another result after these changes. */
export function touches(reads: ReadSet, changes: readonly TableChange[]): boolean {
  if (reads.unknown) return changes.length > 0;
  return changes.some((change) => {
    const columns = reads.tables[change.table];
    if (!columns) return false;
    if (reads.key?.table === change.table && change.keys && !change.keys.includes(reads.key.id)) return false;
    return change.inserted + change.deleted > 0 || change.columns.some((column) => columns.includes(column));
  });
}

/**
 * What happened to one row: `before` is null where it was inserted, `after` where it was deleted; of an update both
 * hold what changed.
 */
export interface RowChange {
  table: string;
  key: number;
  before: Row | null;
  after: Row | null;
}

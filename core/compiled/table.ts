import type { CompiledList } from './list';
import type { CodePlace } from './scan';
import type { Statement } from './statement';
import type { SearchTexts } from '@/core/driver';
import type { AskedColumn, Column } from '@/core/model';

export interface CompiledTable {
  id: string;
  name: string;
  recordName: string;
  identifier: string;
  /** What people fill in. */
  columns: AskedColumn[];
  /** What the database fills in, by its identifiers. */
  filled: string[];
  /** The column that names a record, where one does. */
  namedBy: string | null;
  search: SearchTexts | null;
  /** Its columns of codes. */
  codes: CodePlace[];
  /** All its records, for where one is to be chosen. */
  list: CompiledList;
  statements: TableStatements;
}

/** What reads and writes single records of a table. */
export interface TableStatements extends WriteStatements, DeleteRules {
  /** One record with every column; parameter `id`. */
  record: Statement;
  /** One record by its name; parameter `id`. */
  shown: Statement;
  /** Records by their names; parameter `ids`, a JSON array. */
  names: Statement;
  /**
   * For each link of the table to itself that must not go round: gives a row where the record `id` comes to belong to
   * itself.
   */
  circles: { column: Column; statement: Statement }[];
}

/** What becomes of other records when one is deleted, by the rules of the links that lead to it. */
export interface DeleteRules {
  /**
   * The links whose records stop it: those that the person sees, how many as `n` and the first few as `name`, and how
   * many there are of anybody's; parameter `id`.
   */
  stopping: { what: string; count: Statement; names: Statement; all: Statement }[];
  /** The links whose records are deleted along with it, as the JSON array `ids`; parameter `_ids`, the same. */
  cascades: { tableId: string; ids: Statement }[];
}

/** What writes the records of one table. */
export interface WriteStatements {
  /**
   * Parameters by column identifier. Where a column says so, the same value again keeps the old record or updates it.
   */
  insert: Statement;
  /** To be run before `insert`: takes away the records whose place the new one takes. */
  replaced: Statement[];
  /** The record that stands after `insert`, where that may be an older one; parameters as for `insert`. */
  same: Statement | null;
  update: Statement;
  /** For each column, by its identifier, what sets it and nothing else; parameters `id` and `value`. */
  set: Readonly<Record<string, Statement>>;
  remove: Statement;
  /** The same for many records; parameter `_ids`, a JSON array. */
  setMany: Readonly<Record<string, Statement>>;
  removeMany: Statement;
  /**
   * What the person who is signed in has for a record, to be run after `insert` or `update` with the same parameters.
   */
  personal: { inserted: Statement; updated: Statement; table: string } | null;
}

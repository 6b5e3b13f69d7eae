import type { Params, RanStatement, ReadSet, Row, SearchTexts, TableChange } from '@/core/driver';
import type { Fragment } from '@/core/sql';

/** A statement to be read, with its parameters. */
export interface ReadRequest {
  sql: string;
  /** The parameters that it takes; `_person` is given to it by whoever runs it. */
  takes?: readonly string[];
  /** The tables and views that it looks for rows in. */
  reads?: readonly string[];
  params?: Params;
  /** The texts that it looks through. */
  search?: readonly SearchTexts[];
  /** Who is signed in: the id of the profile. */
  person?: number | null;
  /** Set where the statement reads one record. */
  key?: { table: string; id: number };
}

export interface ReadResult {
  rows: Row[];
  reads: ReadSet;
}

export interface WriteRequest {
  /** Who is signed in: the id of the profile. */
  person?: number | null;
  /** What is done, as in "Saved", "Deleted". */
  verb: string;
  /** Tells the name of the record written: run before the statements for a delete, after them for all else. */
  subject?: { sql: string; takes?: readonly string[]; id: number | 'last'; params?: Params; when: 'before' | 'after' };
  /** The verb instead, where no row was changed: "Kept". */
  unchangedVerb?: string;
  /**
   * Run in order in one transaction; one that must change its row, or all of its rows, and does not fails with
   * `row-gone`, or `not-yours` where the row is there.
   */
  statements: {
    sql: string;
    takes?: readonly string[];
    params: Params;
    table: string;
    /** For one that deletes: finds, as `id`, the records that it is going to delete. */
    deletes?: Fragment;
    mustChange?: boolean;
    /** The records that it writes, where it takes many: the parameter `_ids`, a JSON array. */
    many?: readonly number[];
    /** The parameter that takes the id of the record that the first statement made. */
    ofFirst?: string;
  }[];
}

/** A routine to be run, with what was answered so far. */
export interface RoutineRequest {
  routineId: string;
  /** The records that it is run on; none for a routine that is run by itself. */
  recordIds: readonly number[];
  /** By the keys of the questions; records by their ids, going on as 1. */
  answers: Record<string, string | number | null>;
  person?: number | null;
}

/** What a routine did beside its changes. */
export interface RoutineNews {
  messages: string[];
  /** Where the person is to be brought. */
  go: { screenId: string; recordId: number | null } | null;
}

/** What one tap did. */
export interface Ripple {
  seq: number;
  label: string;
  /** ISO 8601, UTC. */
  at: string;
  statements: RanStatement[];
  changes: TableChange[];
  /** From the request's arrival at the database to its acknowledgement. */
  milliseconds: number;
  lastId: number | null;
  /** What the routines that it started have to say. */
  news?: RoutineNews;
  /** The entry that it undoes. */
  undoes?: number;
}

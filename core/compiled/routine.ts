import type { Statement } from './statement';
import type { WriteStatements } from './table';
import type { Answer, AskedColumn, RoutineStart } from '@/core/model';
import type { Fragment } from '@/core/sql';

/**
 * What is to be looked at after records were written: rows whose values may break a rule, with the columns to hold them
 * to.
 */
export interface RuleCheck {
  statement: Fragment;
  columns: AskedColumn[];
}

/** A routine ready to run: its steps as statements, which take one row or many. */
export interface CompiledRoutine {
  id: string;
  name: string;
  tableId: string | null;
  starts: readonly RoutineStart[];
  ops: Op[];
  /** Whether its steps can each be run for many records at once. */
  batched: boolean;
  /** Names the record that it is run on; parameter `id`. */
  nameOf: Statement | null;
  /** Which of the records `_ids` are there, as the JSON array `ids`, in their order. */
  there: Statement | null;
}

/** The records that a step writes: the rows at hand (null), or those that a statement gives as the JSON array `ids`. */
export type Targets = Statement | null;

export interface OfTable {
  tableId: string;
  /** The table in SQL. */
  table: string;
}

/** The records of one table that a step copies. */
export interface CopyPart extends OfTable {
  /**
   * Those to copy, as the JSON array `ids`: of the records `_ids` those that are there, or, where `of` names a table in
   * SQL, those that belong to its records `_ids`.
   */
  ids: Statement;
  of: string | null;
  /** Copies the records `_ids`, in their order; `_copies` says what has become of which record, by table. */
  insert: Statement;
  /** Make links of the copies `_ids` to what has been copied after them lead to the copies. */
  relinks: Statement[];
}

export interface OpCommon {
  stepId: string;
  /** The step as a sentence. */
  sentence: string;
  /** Names a row that the step is run for; parameter `id`. Null where it is run for none. */
  rowName: Statement | null;
}

export type Op = OpCommon &
  (
    | { kind: 'set'; name: string; value: Statement }
    | ({
        kind: 'insert';
        name: string | null;
        insert: Statement;
        check: RuleCheck | null;
        perRow: { values: Statement; writes: Pick<WriteStatements, 'insert' | 'replaced' | 'same'> } | null;
        mustInsert: boolean;
      } & OfTable)
    | ({
        kind: 'update';
        targets: Targets;
        update: Statement;
        check: RuleCheck | null;
        isOwned: boolean;
        acyclic: boolean;
        needsPerson: boolean;
      } & OfTable)
    /** `parts`: the record, then the lines of each further table. */
    | { kind: 'copy'; name: string | null; targets: Targets; parts: CopyPart[]; check: RuleCheck | null }
    | ({ kind: 'delete'; targets: Targets; remove: Statement; isOwned: boolean } & OfTable)
    | { kind: 'each'; name: string; ids: Statement; batched: boolean; ops: Op[] }
    /** With rows at hand `condition` gives those that it holds for as `ids`, without any `holds`. */
    | { kind: 'if'; condition: Statement; ofRows: boolean; ops: Op[]; otherwise: Op[] }
    | { kind: 'ask'; name: string; question: string; answer: Answer }
    /** `codes` gives the records with their codes, `set` sets one column of one. */
    | ({
        kind: 'lookUp';
        targets: Targets;
        codes: Statement;
        columns: { column: AskedColumn; set: Statement }[];
        namedBy: string | null;
      } & OfTable)
    | { kind: 'message'; text: Statement }
    | { kind: 'go'; screenId: string; record: Statement | null }
    | { kind: 'run'; routineId: string; record: Statement | null }
  );

import type { Answer, AskedColumn, RoutineStart } from '@/core/definition';
import type { RuleCheck } from './routineCheck';
import type { WriteStatements } from './writes';

/** A routine ready to run: its steps as statements, which take one row or many. */
export interface CompiledRoutine {
  id: string;
  name: string;
  tableId: string | null;
  starts: readonly RoutineStart[];
  ops: Op[];
  /** Whether its steps can each be run for many records at once. */
  atOnce: boolean;
  /** Names the record that it is run on; parameter `id`. */
  nameSql: string | null;
  /** Which of the records `_ids` are there, as the JSON array `ids`, in their order. */
  thereSql: string | null;
}

/** The records that a step writes: the rows at hand (null), or those that a statement gives as the JSON array `ids`. */
export type Targets = string | null;

export interface OfTable {
  tableId: string;
  /** The table in SQL. */
  table: string;
}

export interface OpCommon {
  stepId: string;
  /** The step as a sentence. */
  sentence: string;
  /** Names a row that the step is run for; parameter `id`. Null where it is run for none. */
  rowName: string | null;
}

export type Op = OpCommon &
  (
    | { kind: 'set'; name: string; sql: string }
    | ({
        kind: 'insert';
        name: string | null;
        sql: string;
        check: RuleCheck | null;
        perRow: { values: string; writes: Pick<WriteStatements, 'insert' | 'replaced' | 'same'> } | null;
        mustInsert: boolean;
      } & OfTable)
    | ({
        kind: 'update';
        targets: Targets;
        sql: string;
        check: RuleCheck | null;
        isOwned: boolean;
        acyclic: boolean;
        needsPerson: boolean;
      } & OfTable)
    | ({ kind: 'delete'; targets: Targets; sql: string; isOwned: boolean } & OfTable)
    | { kind: 'each'; name: string; ids: string; atOnce: boolean; ops: Op[] }
    /** With rows at hand `sql` gives those that it holds for as `ids`, without any `holds`. */
    | { kind: 'if'; sql: string; ofRows: boolean; ops: Op[]; otherwise: Op[] }
    | { kind: 'ask'; name: string; question: string; answer: Answer }
    /** `codes` gives the records with their codes, `set` sets one column of one. */
    | ({
        kind: 'refresh';
        targets: Targets;
        codes: string;
        columns: { column: AskedColumn; set: string }[];
        namedBy: string | null;
      } & OfTable)
    | { kind: 'message'; sql: string }
    | { kind: 'go'; screenId: string; record: string | null }
    | { kind: 'run'; routineId: string; record: string | null }
  );

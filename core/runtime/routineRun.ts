import { cascadedDeletes } from './cascadedDeletes';
import { inPlanWords, tablesCalled } from './inPlanWords';
import { assertNoCircle, unchanged } from './linkRules';
import { readAs } from './readAs';
import { RuleError } from './routineEnds';
import type { RoutineSetting } from './routineOutcome';
import { scalarOf, valueFault } from '@/core/column';
import {
  asPerson,
  type CompiledRoutine,
  FIRST,
  IDS,
  LAST,
  type Op,
  recordParam,
  type RoutineNews,
  type RuleCheck,
  type Statement,
  STEP_ROWS,
  type Targets,
  valueParam,
} from '@/core/compiled';
import type { Params, Row } from '@/core/driver';
import { type RoutineStart, type Scalar, THIS } from '@/core/model';
import { ProblemError, toProblem } from '@/core/problem';

/** More steps than these are an endless loop, whatever else they are. */
const MOST_STEPS = 1_000_000;

/**
 * Rows that one run may write. A few steps that write many at once and start one another again soon double what is
 * there.
 */
const MOST_ROWS = 2_000_000;

const DEEPEST = 20;

/** What is at hand while steps run: the rows that they run for, and records and values by their names. */
export interface Frame {
  rows: readonly number[] | null;
  records: Readonly<Record<string, number | null>>;
  values: Readonly<Record<string, Scalar>>;
  /** Which rows of which loops, for the keys of questions. */
  within: string;
}

/** Runs one step, and gives what is at hand after it. */
export type RunOp = (run: RoutineRun, op: Op, frame: Frame) => Frame;

/** One run of a routine, with all that it starts: what its steps read, write and hold on to. */
export class RoutineRun {
  private steps = 0;
  private written = 0;
  /** The routines under way, outermost first. None is started by what it does itself. */
  private readonly under: CompiledRoutine[] = [];

  constructor(
    readonly setting: RoutineSetting,
    readonly news: RoutineNews,
    private readonly run: RunOp,
  ) {}

  routine(routine: CompiledRoutine, recordIds: readonly number[], within: string): void {
    const { under } = this;
    const { there, ops } = routine;
    if (under.length >= DEEPEST)
      throw this.failed(
        routine.name,
        null,
        new ProblemError({
          code: 'definition',
          place: routine.name,
          reason: `routines started one another ${DEEPEST} deep`,
        }),
      );
    if (there !== null && this.thereOf(there, recordIds).length < recordIds.length)
      throw new ProblemError({ code: 'row-gone', table: this.recordName(routine.tableId ?? '') });
    under.push(routine);
    if (there === null) this.all(ops, { rows: null, records: {}, values: {}, within });
    else if (routine.batched && recordIds.length > 1)
      this.all(ops, { rows: recordIds, records: {}, values: {}, within });
    else for (const id of recordIds) this.all(ops, { rows: [id], records: { [THIS]: id }, values: {}, within });
    under.pop();
  }

  started(tableId: string, start: RoutineStart, ids: readonly number[]): void {
    const starting = this.setting.app.routines.filter(
      (routine) => routine.tableId === tableId && routine.starts.includes(start) && !this.under.includes(routine),
    );
    if (ids.length > 0) for (const routine of starting) this.routine(routine, ids, '');
  }

  /**
   * Starts what deleting records starts, and what the cascaded deletes that follow from it start: of those that this
   * person sees.
   */
  deleting(tableId: string, ids: readonly number[]): void {
    for (const along of cascadedDeletes(this.setting, tableId, ids)) this.started(along.tableId, 'deleting', along.ids);
  }

  all(ops: readonly Op[], start: Frame): void {
    let frame = start;
    for (const op of ops) {
      if (++this.steps > MOST_STEPS)
        throw this.failed(op.sentence, null, this.endless(`${MOST_STEPS.toLocaleString('en')} steps`));
      frame = this.located(op, frame);
    }
  }

  /** Runs a step; what goes wrong comes out with the step, and with the row that it was run for. */
  private located(op: Op, frame: Frame): Frame {
    try {
      return this.run(this, op, frame);
    } catch (error) {
      if (!(error instanceof ProblemError) || error.problem.code === 'routine') throw error;
      throw this.failed(op.sentence, this.nameOf(op.rowName, this.rowAtFault(op, frame, error)), error);
    }
  }

  /** Which row a failed step was run for: of many, the first for which it fails when each has its turn. */
  private rowAtFault(op: Op, frame: Frame, error: ProblemError): number | null {
    const { rows } = frame;
    if (rows === null || rows.length <= 1) return rows?.[0] ?? null;
    if (error instanceof RuleError) return rows.includes(error.recordId) ? error.recordId : null;
    for (const row of rows) {
      try {
        this.run(this, op, { ...frame, rows: [row] });
      } catch {
        return row;
      }
    }
    return null;
  }

  keyOf(stepId: string, { within }: Frame): string {
    return `${this.under.map(({ id }) => id).join('>')} ${stepId}${within}`;
  }

  unchanged(table: string, ids: readonly number[]): ProblemError {
    const { app, writer, person } = this.setting;
    return unchanged(app.tables, writer, table, ids, person);
  }

  afterSaving(tableId: string, table: string, ids: readonly number[], acyclic: boolean): void {
    const { app, writer, person } = this.setting;
    if (acyclic) for (const id of ids) assertNoCircle(app.tables, writer, table, id, person);
    this.started(tableId, 'saving', ids);
  }

  checkRules({ check, tableId }: { check: RuleCheck | null; tableId: string }, ids: readonly number[]): void {
    if (!check || ids.length === 0) return;
    const { statement, columns } = check;
    const params: Params = statement.takes.includes(IDS)
      ? { [IDS]: JSON.stringify(ids) }
      : { [FIRST]: ids[0] as number, [LAST]: ids.at(-1) as number };
    for (const row of readAs(this.setting.writer, statement, params, this.setting.person)) {
      for (const column of columns) {
        const fault = valueFault(column, scalarOf(row[column.identifier]));
        if (fault !== null) throw new RuleError(Number(row.id), fault, this.recordName(tableId));
      }
    }
  }

  targets(targets: Targets, frame: Frame): readonly number[] {
    return targets === null ? (frame.rows ?? []) : this.idsOf(targets, frame);
  }

  /** The JSON array `ids` that a statement gives. */
  idsOf(statement: Statement, frame: Frame, more: Params = {}): number[] {
    return JSON.parse(String(this.row(statement, frame, more)?.ids ?? '[]')) as number[];
  }

  row(statement: Statement, frame: Frame, more: Params = {}): Row | undefined {
    return this.rows(statement, frame, more)[0];
  }

  rows(statement: Statement, frame: Frame, more: Params = {}): Row[] {
    const { app, writer, person } = this.setting;
    const params = { ...this.params(statement, frame), ...more };
    return inPlanWords(
      () => tablesCalled(app.tables),
      () => readAs(writer, statement, params, person),
    );
  }

  write(statement: Statement, params: Params, table: string): { rows: number; lastId: number } {
    const { app, writer, person } = this.setting;
    const done = inPlanWords(
      () => tablesCalled(app.tables),
      () => writer.run(statement.sql, asPerson(statement, params, person), table),
    );
    this.written += done.rows;
    if (this.written > MOST_ROWS) throw this.endless(`writing ${MOST_ROWS.toLocaleString('en')} rows`);
    return done;
  }

  private endless(after: string): ProblemError {
    return new ProblemError({
      code: 'definition',
      place: this.under.at(-1)?.name ?? '',
      reason: `the routine was stopped after ${after}`,
    });
  }

  /** What is at hand of the parameters that a statement takes. */
  params({ takes }: Statement, { rows, records, values }: Frame): Params {
    const all: Params = {
      ...Object.fromEntries(Object.entries(records).map(([name, id]) => [recordParam(name), id])),
      ...Object.fromEntries(Object.entries(values).map(([name, value]) => [valueParam(name), value])),
      ...(takes.includes(STEP_ROWS) ? { [STEP_ROWS]: JSON.stringify(rows ?? []) } : {}),
    };
    return Object.fromEntries(Object.entries(all).filter(([name]) => takes.includes(name)));
  }

  private thereOf(there: Statement, ids: readonly number[]): number[] {
    const { writer, person } = this.setting;
    return JSON.parse(
      String(readAs(writer, there, { [IDS]: JSON.stringify(ids) }, person)[0]?.ids ?? '[]'),
    ) as number[];
  }

  nameOf(statement: Statement | null, id: number | null): string | null {
    if (statement === null || id === null) return null;
    const name = readAs(this.setting.writer, statement, { id }, this.setting.person)[0]?._name;
    return name === undefined ? null : String(name);
  }

  recordName(tableId: string): string {
    return this.setting.app.tables.find(({ id }) => id === tableId)?.recordName ?? '';
  }

  private failed(step: string, row: string | null, error: unknown): ProblemError {
    return new ProblemError({
      code: 'routine',
      routine: this.under.at(-1)?.name ?? '',
      step,
      row,
      reason: toProblem(error),
    });
  }
}

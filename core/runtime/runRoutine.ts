import {
  asPerson,
  type CompiledRoutine,
  FIRST,
  IDS,
  LAST,
  ME,
  type Op,
  type RoutineNews,
  ROWS,
  type RuleCheck,
  type Statement,
  type Targets,
} from '@/core/compile';
import { paramOf, scalarOf, valueFault } from '@/core/column';
import { type RoutineStart, type Scalar, THIS } from '@/core/model';
import { recordParam, valueParam } from '@/core/plan';
import type { Params, Row } from '@/core/engine';
import { ProblemError, toProblem } from '@/core/problem';
import { CatalogueEntry, filledBy } from '@/core/scan';
import { cascadedDeletes, startsByDeleting } from './cascadedDeletes';
import { inPlanWords } from './inPlanWords';
import { readAs } from './readAs';
import { Asked, endOf, Outside, RuleError, Stopped } from './routineEnds';
import type { RoutineOutcome, RoutineSetting } from './routineOutcome';
import { assertNoCircle, deletedBy, standing, unchanged, whereStopped } from './linkRules';

/** More steps than these are an endless loop, whatever else they are. */
const MOST_STEPS = 1_000_000;
/**
 * Rows that one run may write. A few steps that write many at once and start one another again soon double what is
 * there.
 */
const MOST_ROWS = 2_000_000;
const DEEPEST = 20;

/** What is at hand while steps run: the rows that they run for, and records and values by their names. */
interface Frame {
  rows: readonly number[] | null;
  records: Readonly<Record<string, number | null>>;
  values: Readonly<Record<string, Scalar>>;
  /** Which rows of which loops, for the keys of questions. */
  within: string;
}

/**
 * Runs a routine on records, or by itself, inside a transaction that is under way. What it asks is asked once for all
 * of them. Throws a Problem of code `routine` that tells the step and the row at fault.
 */
export function runRoutine(setting: RoutineSetting, routineId: string, recordIds: readonly number[]): RoutineOutcome {
  const routine = setting.app.routines.find(({ id }) => id === routineId);
  if (!routine)
    throw new ProblemError({ code: 'definition', place: 'routines', reason: 'this routine is no longer there' });
  const news: RoutineNews = { messages: [], go: null };
  try {
    new Runner(setting, news).routine(routine, recordIds, '');
    return { kind: 'done', ...news };
  } catch (error) {
    const ended = endOf(error);
    if (ended) return ended;
    throw error;
  }
}

/** Runs the routines that saving or deleting records starts. */
export function startRoutines(
  setting: RoutineSetting,
  tableId: string,
  start: RoutineStart,
  recordIds: readonly number[],
  news: RoutineNews,
): void {
  const runner = new Runner(setting, news);
  if (start === 'deleting') runner.deleting(tableId, recordIds);
  else runner.started(tableId, start, recordIds);
}

class Runner {
  private steps = 0;
  private written = 0;
  /** The routines under way, outermost first. None is started by what it does itself. */
  private readonly under: CompiledRoutine[] = [];

  constructor(
    private readonly setting: RoutineSetting,
    private readonly news: RoutineNews,
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

  private all(ops: readonly Op[], start: Frame): void {
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
      return this.run(op, frame);
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
        this.run(op, { ...frame, rows: [row] });
      } catch {
        return row;
      }
    }
    return null;
  }

  private run(op: Op, frame: Frame): Frame {
    switch (op.kind) {
      case 'set':
        return { ...frame, values: { ...frame.values, [op.name]: scalarOf(this.row(op.value, frame)?.value) } };
      case 'message':
        this.news.messages.push(String(this.row(op.text, frame)?.text ?? ''));
        return frame;
      case 'go': {
        const id = op.record === null ? null : (this.row(op.record, frame)?.id ?? null);
        // Nowhere to go where there is no such record.
        if (op.record === null || id !== null)
          this.news.go = { screenId: op.screenId, recordId: id === null ? null : Number(id) };
        return frame;
      }
      case 'ask':
        return this.ask(op, frame);
      case 'run': {
        const id = op.record === null ? null : (this.row(op.record, frame)?.id ?? null);
        const routine = this.setting.app.routines.find((each) => each.id === op.routineId);
        if (routine && (op.record === null || id !== null))
          this.routine(routine, id === null ? [] : [Number(id)], frame.within);
        return frame;
      }
      case 'if':
        return this.branch(op, frame);
      case 'each': {
        const ids = this.idsOf(op.ids, frame);
        const { within } = frame;
        if (op.batched) {
          if (ids.length > 0) this.all(op.ops, { ...frame, rows: ids });
        } else
          for (const id of ids)
            this.all(op.ops, {
              ...frame,
              rows: [id],
              records: { ...frame.records, [op.name]: id },
              within: `${within}/${id}`,
            });
        return frame;
      }
      case 'insert':
        return this.insert(op, frame);
      case 'refresh':
        this.refresh(op, frame);
        return frame;
      case 'update':
        this.update(op, frame);
        return frame;
      case 'delete':
        this.remove(op, frame);
        return frame;
    }
  }

  private ask(op: Extract<Op, { kind: 'ask' }>, frame: Frame): Frame {
    const key = this.keyOf(op.stepId, frame);
    const given = this.setting.answers[key];
    if (given === undefined)
      throw new Asked({
        key,
        question: op.question,
        of: frame.within === '' ? null : this.nameOf(op.rowName, frame.rows?.[0] ?? null),
        answer: op.answer,
      });
    if (op.answer.kind === 'confirm') {
      if (given !== 1) throw new Stopped();
      return frame;
    }
    if (op.answer.kind === 'record')
      return { ...frame, records: { ...frame.records, [op.name]: given === null ? null : Number(given) } };
    return { ...frame, values: { ...frame.values, [op.name]: given } };
  }

  private branch(op: Extract<Op, { kind: 'if' }>, frame: Frame): Frame {
    if (!op.ofRows) {
      this.all(Number(this.row(op.condition, frame)?.holds ?? 0) === 1 ? op.ops : op.otherwise, frame);
      return frame;
    }
    const holding = this.idsOf(op.condition, frame);
    const holds = new Set(holding);
    const others = (frame.rows ?? []).filter((id) => !holds.has(id));
    if (holding.length > 0) this.all(op.ops, { ...frame, rows: holding });
    if (others.length > 0 && op.otherwise.length > 0) this.all(op.otherwise, { ...frame, rows: others });
    return frame;
  }

  private insert(op: Extract<Op, { kind: 'insert' }>, frame: Frame): Frame {
    const { perRow } = op;
    const { writer, person } = this.setting;
    const ids: number[] = [];
    if (perRow) {
      for (const row of this.rows(perRow.values, frame)) {
        const params = row as Params;
        for (const statement of perRow.writes.replaced) {
          if (statement.deletes && startsByDeleting(this.setting, op.tableId))
            this.deleting(op.tableId, deletedBy(writer, statement.deletes, params, person));
          this.write(statement, params, op.table);
        }
        const { lastId } = this.write(perRow.writes.insert, params, op.table);
        const { same } = perRow.writes;
        const kept = same ? readAs(writer, same, params, person)[0]?.id : lastId;
        ids.push(Number(kept ?? lastId));
      }
    } else {
      const { rows, lastId } = this.write(op.insert, this.params(op.insert, frame), op.table);
      // One statement gives its rows ids that follow one another: no id is ever given again.
      for (let id = lastId - rows + 1; id <= lastId; id++) ids.push(id);
      if (op.mustInsert && rows === 0 && person === null && op.insert.takes.includes(ME))
        throw new ProblemError({ code: 'not-yours', table: this.recordName(op.tableId) });
    }
    this.checkRules(op, ids);
    this.afterSaving(op.tableId, op.table, ids, false);
    return op.name === null ? frame : { ...frame, records: { ...frame.records, [op.name]: ids.at(-1) ?? null } };
  }

  private update(op: Extract<Op, { kind: 'update' }>, frame: Frame): void {
    const ids = this.targets(op.targets, frame);
    if (ids.length === 0) return;
    if (op.needsPerson && this.setting.person === null)
      throw new ProblemError({ code: 'not-yours', table: this.recordName(op.tableId) });
    const { rows } = this.write(op.update, { ...this.params(op.update, frame), [IDS]: JSON.stringify(ids) }, op.table);
    if (op.isOwned && rows < ids.length && standing(this.setting.writer, op.table, ids).length > rows)
      throw this.unchanged(op.table, ids);
    this.checkRules(op, ids);
    this.afterSaving(op.tableId, op.table, ids, op.acyclic);
  }

  private refresh(op: Extract<Op, { kind: 'refresh' }>, frame: Frame): void {
    const ids = this.targets(op.targets, frame);
    if (ids.length === 0) return;
    const columns = op.columns.map(({ column }) => column);
    for (const row of readAs(this.setting.writer, op.codes, { [IDS]: JSON.stringify(ids) }, this.setting.person)) {
      if (row.code === null || row.code === undefined) continue;
      const key = `${this.keyOf(op.stepId, frame)} ${String(row.id)}`;
      const given = this.setting.answers[key];
      if (given === undefined) throw new Outside(key, String(row.code));
      const entry = CatalogueEntry.safeParse(given === '' ? null : JSON.parse(String(given)));
      if (!entry.success) continue;
      const filled = filledBy({ columns, namedBy: op.namedBy }, entry.data);
      for (const { column, set } of op.columns)
        if (column.id in filled)
          this.write(set, { id: Number(row.id), value: paramOf(column, filled[column.id] ?? null) }, op.table);
    }
    this.afterSaving(op.tableId, op.table, ids, false);
  }

  private keyOf(stepId: string, { within }: Frame): string {
    return `${this.under.map(({ id }) => id).join('>')} ${stepId}${within}`;
  }

  private remove(op: Extract<Op, { kind: 'delete' }>, frame: Frame): void {
    const ids = this.targets(op.targets, frame);
    if (ids.length === 0) return;
    this.deleting(op.tableId, ids);
    const params = { ...this.params(op.remove, frame), [IDS]: JSON.stringify(ids) };
    const one = ids.length === 1 ? { ...params, id: ids[0] as number } : params;
    const { rows } = whereStopped(
      this.setting.app.tables,
      this.setting.writer,
      { ...op.remove, params: one, table: op.table },
      this.setting.person,
      () => this.write(op.remove, params, op.table),
    );
    if (op.isOwned && rows < ids.length && standing(this.setting.writer, op.table, ids).length > 0)
      throw this.unchanged(op.table, ids);
  }

  private unchanged(table: string, ids: readonly number[]): ProblemError {
    const { app, writer, person } = this.setting;
    return unchanged(app.tables, writer, table, ids, person);
  }

  private afterSaving(tableId: string, table: string, ids: readonly number[], acyclic: boolean): void {
    const { app, writer, person } = this.setting;
    if (acyclic) for (const id of ids) assertNoCircle(app.tables, writer, table, id, person);
    this.started(tableId, 'saving', ids);
  }

  private checkRules({ check, tableId }: { check: RuleCheck | null; tableId: string }, ids: readonly number[]): void {
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

  private targets(targets: Targets, frame: Frame): readonly number[] {
    return targets === null ? (frame.rows ?? []) : this.idsOf(targets, frame);
  }

  private idsOf(statement: Statement, frame: Frame): number[] {
    return JSON.parse(String(this.row(statement, frame)?.ids ?? '[]')) as number[];
  }

  private row(statement: Statement, frame: Frame): Row | undefined {
    return this.rows(statement, frame)[0];
  }

  private rows(statement: Statement, frame: Frame): Row[] {
    const { app, writer, person } = this.setting;
    return inPlanWords(app.stored, () => readAs(writer, statement, this.params(statement, frame), person));
  }

  private write(statement: Statement, params: Params, table: string): { rows: number; lastId: number } {
    const { app, writer, person } = this.setting;
    const done = inPlanWords(app.stored, () => writer.run(statement.sql, asPerson(statement, params, person), table));
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
  private params({ takes }: Statement, { rows, records, values }: Frame): Params {
    const all: Params = {
      ...Object.fromEntries(Object.entries(records).map(([name, id]) => [recordParam(name), id])),
      ...Object.fromEntries(Object.entries(values).map(([name, value]) => [valueParam(name), value])),
      ...(takes.includes(ROWS) ? { [ROWS]: JSON.stringify(rows ?? []) } : {}),
    };
    return Object.fromEntries(Object.entries(all).filter(([name]) => takes.includes(name)));
  }

  private thereOf(there: Statement, ids: readonly number[]): number[] {
    const { writer, person } = this.setting;
    return JSON.parse(
      String(readAs(writer, there, { [IDS]: JSON.stringify(ids) }, person)[0]?.ids ?? '[]'),
    ) as number[];
  }

  private nameOf(statement: Statement | null, id: number | null): string | null {
    if (statement === null || id === null) return null;
    const name = readAs(this.setting.writer, statement, { id }, this.setting.person)[0]?._name;
    return name === undefined ? null : String(name);
  }

  private recordName(tableId: string): string {
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

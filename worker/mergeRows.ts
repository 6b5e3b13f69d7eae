import type { Task } from './bulkInsert';
import { initialValue, isAsked, isLink, isRecordId, paramOf, readCell, valueFault } from '@/core/column';
import { compileTables } from '@/core/compile';
import type { Params, Writer } from '@/core/driver';
import { tableOf } from '@/core/edit';
import type { Column, Definition, Scalar, Table } from '@/core/model';
import { namingSql, physicalPlan } from '@/core/plan';
import { describeProblem, ProblemError } from '@/core/problem';
import { assertNoCircle } from '@/core/runtime';
import { quoteName } from '@/core/sql';
import {
  type ImportReport,
  type MergeRequest,
  MOST_TOLD,
  readLink,
  type ReadSheet,
  type Refusal,
  textOf,
} from '@/core/transfer';

const ROWS_A_STEP = 500;

/** Of records that are called the same no more are counted. */
const MOST_ABLE = 20;

interface Field {
  column: Column | null;
  at: number;
}

/** Goes through a sheet row by row; a row that does not fit is left out whole, and told. */
export async function mergeRows(
  definition: Definition,
  writer: Writer,
  read: ReadSheet,
  request: MergeRequest,
  today: string,
  task: Task,
): Promise<ImportReport> {
  const plan = physicalPlan(definition);
  const table = tableOf(plan, request.tableId);
  const fields = Object.entries(request.mapping).map(([at, id]): Field => ({
    at: Number(at),
    column: table.columns.find((column) => column.id === id) ?? null,
  }));
  const merge = new Merge(plan, table, writer, request, today);
  const report: ImportReport = { inserted: 0, updated: 0, skipped: 0, refused: [], refusedCount: 0, notes: [] };
  for (const [index, cells] of read.rows.entries()) {
    if (index % ROWS_A_STEP === 0) {
      if (task.isCancelled()) throw new ProblemError({ code: 'cancelled' });
      task.progress(index, read.rows.length);
      await task.pause();
    }
    const values = new Map<string, Scalar>();
    const faults: string[] = [];
    for (const { column, at } of fields) {
      const found = merge.read(column, textOf(cells[at] ?? null), read.columns[at]?.format);
      if (found.ok) values.set(column?.id ?? 'id', found.value);
      else faults.push(found.reason);
    }
    if (faults.length > 0) refuse(report, { row: read.firstRow + index, reason: faults.join('; ') });
    else {
      const outcome = merge.put(values);
      if (typeof outcome === 'string') report[outcome]++;
      else refuse(report, { row: read.firstRow + index, reason: outcome.reason });
    }
  }
  return report;
}

function refuse(report: ImportReport, refusal: Refusal): void {
  if (report.refused.length < MOST_TOLD) report.refused.push(refusal);
  report.refusedCount++;
}

type Found = { ok: true; value: Scalar } | { ok: false; reason: string };

class Merge {
  private readonly from: string;

  constructor(
    private readonly plan: Definition,
    private readonly table: Table,
    private readonly writer: Writer,
    private readonly request: MergeRequest,
    private readonly today: string,
  ) {
    this.from = quoteName(table.identifier);
  }

  read(column: Column | null, text: string, format: Parameters<typeof readCell>[2]): Found {
    if (column === null) {
      const id = Number(text.trim());
      if (text.trim() === '') return { ok: true, value: null };
      return isRecordId(id) ? { ok: true, value: id } : { ok: false, reason: `“${text.trim()}” is no id` };
    }
    return isLink(column) ? this.link(column, text.trim()) : readCell(column, text, format);
  }

  /** A record by its id, else by its name. */
  private link(column: Extract<Column, { kind: 'link' }>, text: string): Found {
    if (text === '')
      return column.required ? { ok: false, reason: `${column.name} must not be blank` } : { ok: true, value: null };
    const target = tableOf(this.plan, column.tableId);
    const name = namingSql(this.plan, target, 't.').sql;
    const able = this.writer.rows(
      `SELECT t."id" AS id, ${name} AS name FROM ${quoteName(target.identifier)} AS t
        WHERE t."id" = :id OR ${name} COLLATE NOCASE = :name LIMIT ${MOST_ABLE}`,
      { id: /^#?(\d{1,15})$/.exec(text)?.[1] ?? null, name: text },
    );
    const found = readLink(
      text,
      able.map((row) => ({ id: Number(row.id), name: String(row.name) })),
      target,
    );
    return found.ok ? { ok: true, value: found.id } : { ok: false, reason: `${column.name}: ${found.reason}` };
  }

  put(values: Map<string, Scalar>): 'inserted' | 'updated' | 'skipped' | { reason: string } {
    const { key, onMatch, onNew } = this.request;
    const wanted = key === null ? null : (values.get(key) ?? null);
    const there = wanted === null ? [] : this.find(key as string, wanted);
    if (there.length > 1) return { reason: `several rows have the same ${this.nameOf(key as string)}` };
    const [id] = there;
    if (id === undefined ? onNew === 'skip' : onMatch === 'skip') return 'skipped';
    try {
      if (id === undefined) this.insert(values);
      else this.updateInLine(id, values);
      return id === undefined ? 'inserted' : 'updated';
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error;
      const { problem } = error;
      if (problem.code === 'circle') return { reason: describeProblem(problem).what };
      if (problem.code !== 'constraint') throw error;
      const column = this.table.columns.find(({ identifier }) => identifier === problem.column);
      return {
        reason: describeProblem({ ...problem, table: this.table.name, column: column?.name ?? problem.column }).what,
      };
    }
  }

  private nameOf(key: string): string {
    return this.table.columns.find(({ id }) => id === key)?.name ?? 'id';
  }

  private find(key: string, value: Scalar): number[] {
    const column = this.table.columns.find(({ id }) => id === key);
    const name = column ? quoteName(column.identifier) : '"id"';
    return this.writer
      .rows(`SELECT "id" AS id FROM ${this.from} WHERE ${name} = :value LIMIT 2`, { value })
      .map(({ id }) => Number(id));
  }

  private insert(values: Map<string, Scalar>): void {
    const id = values.get('id') ?? null;
    const columns = this.table.columns.filter((column) => values.has(column.id) || isAsked(column));
    const params = Object.fromEntries(
      columns.map((column) => [
        column.identifier,
        paramOf(column, values.has(column.id) ? (values.get(column.id) ?? null) : initialValue(column, this.today)),
      ]),
    );
    const blank = columns.find(
      (column) => !values.has(column.id) && valueFault(column, initialValue(column, this.today)) !== null,
    );
    if (blank)
      throw new ProblemError({
        code: 'constraint',
        rule: 'required',
        table: this.table.identifier,
        column: blank.identifier,
        detail: '',
      });
    const names = [...(id === null ? [] : ['id']), ...columns.map(({ identifier }) => identifier)];
    const sql =
      names.length === 0
        ? `INSERT INTO ${this.from} DEFAULT VALUES`
        : `INSERT INTO ${this.from} (${names.map(quoteName).join(', ')})
          VALUES (${names.map((name) => `:${name}`).join(', ')})`;
    this.writer.run(sql, id === null ? params : { ...params, id }, this.table.identifier);
  }

  /** An update after which the record does not belong to itself, or none at all. */
  private updateInLine(id: number, values: Map<string, Scalar>): void {
    if (!this.table.columns.some((column) => isLink(column) && column.acyclic && values.has(column.id)))
      return this.update(id, values);
    this.writer.run('SAVEPOINT merged');
    try {
      this.update(id, values);
      assertNoCircle(compileTables(this.plan), this.writer, this.table.identifier, id, null);
    } catch (error) {
      this.writer.run('ROLLBACK TO merged');
      throw error;
    } finally {
      this.writer.run('RELEASE merged');
    }
  }

  private update(id: number, values: Map<string, Scalar>): void {
    const columns = this.table.columns.filter((column) => values.has(column.id) && column.id !== this.request.key);
    if (columns.length === 0) return;
    const params: Params = Object.fromEntries(
      columns.map((column) => [column.identifier, paramOf(column, values.get(column.id) ?? null)]),
    );
    this.writer.run(
      `UPDATE ${this.from}
        SET ${columns.map(({ identifier }) => `${quoteName(identifier)} = :${identifier}`).join(', ')}
        WHERE "id" = :id`,
      { ...params, id },
      this.table.identifier,
    );
  }
}

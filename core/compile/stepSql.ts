import { ownerStatement } from './owner';
import { type Effects, readsOf } from './routineEffects';
import { rowsOfTable } from './tableRows';
import { isLink } from '@/core/column';
import { ofRecord, recordParam, type Statement, STEP_ROWS, type Targets } from '@/core/compiled';
import { analyseExpression, type CompiledExpression, linkIdOf, valueOf } from '@/core/expression';
import type { AskedColumn, Definition, Routine, RoutineStart, Table } from '@/core/model';
import {
  assigned,
  cascadedTables,
  expressionsOfRoutine,
  type RecordSql,
  recordTableAt,
  shownNameSql,
  stepNames,
  type StepScope,
  usesIn,
} from '@/core/plan';
import { as, constant, EMPTY, type Fragment, name, param, quoteName, raw, rowsOf, sql } from '@/core/sql';

export type RoutineApp = Pick<Definition, 'tables' | 'people' | 'queries' | 'routines' | 'screens'>;

/** A statement that names a record; parameter `id`. */
export const nameOf = (app: RoutineApp, table: Table): Statement =>
  ofRecord(rowsOfTable(app, table), [as(shownNameSql(app, table, `${quoteName(table.identifier)}.`), '_name')]);

/** What the steps of one routine are in SQL, seen from where each stands. */
export class StepSql {
  constructor(
    readonly app: RoutineApp,
    private readonly routine: Routine,
  ) {}

  table(tableId: string): Table {
    return this.app.tables.find(({ id }) => id === tableId) as Table;
  }

  rowOf({ row }: StepScope): Table | null {
    return row ? this.table(row.tableId) : null;
  }

  at(scope: StepScope, text: string): CompiledExpression {
    const row = this.rowOf(scope);
    return analyseExpression(
      text,
      stepNames(this.app, row?.id ?? null, scope, this.recordSql(scope)),
      row ? `${quoteName(row.identifier)}.` : '',
    );
  }

  /** The row at hand is known by where it stands, all other records by their parameters. */
  recordSql({ row }: StepScope): RecordSql {
    return (record) =>
      row?.name === record ? sql`${name(this.table(row.tableId).identifier)}."id"` : param(recordParam(record));
  }

  /** What a step's expressions read; where there are rows at hand, whether they are there, too. */
  reads(scope: StepScope, compiled: readonly CompiledExpression[]): Effects['reads'] {
    const row = this.rowOf(scope);
    return [...(row ? [{ key: `gone ${row.identifier}`, own: true }] : []), ...readsOf(compiled)];
  }

  /** The record that a step writes: the row at hand, or what a path leads to. */
  target(scope: StepScope, text: string): { table: Table; targets: Targets; reads: Effects['reads'] } {
    const table = this.table(recordTableAt(this.app, scope, text) ?? '');
    if (scope.row && text.trim() === `:${scope.row.name}`)
      return { table, targets: null, reads: this.reads(scope, []) };
    const compiled = this.at(scope, text);
    const ids = sql`SELECT ${as(linkIdOf(compiled), '_id')}${this.from(scope)}`;
    return {
      table,
      targets: this.own(sql`SELECT json_group_array(DISTINCT "_id") AS "ids" FROM (${ids}) WHERE "_id" IS NOT NULL`),
      reads: this.reads(scope, [compiled]),
    };
  }

  recordId(scope: StepScope, text: string): Statement {
    return this.select(scope, as(linkIdOf(this.at(scope, text)), 'id'));
  }

  /** What a column is given, as `at` sees it. */
  assigned(column: AskedColumn, text: string, at: StepScope): Fragment {
    const compiled = this.at(at, text);
    const made = assigned(column, text, compiled, recordTableAt(this.app, at, text));
    if ('fault' in made) return constant(null);
    const value = { ...valueOf(compiled), sql: made.sql };
    const target = isLink(column) && compiled.linkIdSql !== null ? this.table(column.tableId) : null;
    // A record of somebody else is none.
    return target?.owned
      ? sql`(SELECT _t."id" FROM ${rowsOf(target.identifier)} AS _t WHERE _t."id" = ${value})`
      : value;
  }

  /** Whether saving or deleting records of the table, with its cascaded deletes, starts another routine. */
  starts(tableId: string, start: RoutineStart): boolean {
    const tables = start === 'deleting' ? cascadedTables(this.app, tableId) : [tableId];
    return (this.app.routines ?? []).some(
      (other) =>
        other.id !== this.routine.id &&
        other.tableId !== undefined &&
        tables.includes(other.tableId) &&
        other.starts?.includes(start),
    );
  }

  isUsed(called: string): boolean {
    return expressionsOfRoutine(this.app, this.routine).some(({ text }) => usesIn(text, called).length > 0);
  }

  /** The rows at hand. CROSS JOIN keeps the order of the array, without sorting. */
  from(scope: StepScope): Fragment {
    const row = this.rowOf(scope);
    if (!row) return EMPTY;
    const rows = sql`
      json_each(${param(STEP_ROWS)}) AS _j
      CROSS JOIN ${rowsOf(row.identifier)} ON ${name(row.identifier)}."id" = _j.value`;
    return sql` FROM ${rows}`;
  }

  select(scope: StepScope, column: Fragment): Statement {
    return this.own(sql`SELECT ${column}${this.from(scope)}`);
  }

  /** Those of the rows at hand that a condition holds for, as the JSON array `ids`. */
  holding(scope: StepScope, condition: Fragment): Statement {
    const rows = sql`SELECT ${as(raw('_j.value'), '_row')}${this.from(scope)} WHERE ${condition}`;
    return this.own(sql`SELECT json_group_array("_row") AS "ids" FROM (${rows})`);
  }

  own(statement: Fragment): Statement {
    return ownerStatement(this.app, statement);
  }
}

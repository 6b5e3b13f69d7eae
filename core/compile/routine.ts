import {
  assigned,
  type AskedColumn,
  type Definition,
  expressionsOfRoutine,
  insideScope,
  isAsked,
  isLink,
  isPersonal,
  linkAt,
  OWNER,
  PERSON,
  personalIdentifier,
  RECORD,
  recordParam,
  recordTableAt,
  type RecordSql,
  type Routine,
  type RoutineStart,
  scopeAfter,
  shownNameSql,
  startScope,
  type Step,
  stepNames,
  type StepOf,
  type StepScope,
  type Table,
  tablesGoingAlong,
  usesIn,
  withGiven,
} from '@/core/definition';
import { analyseExpression, type CompiledExpression, quoteName } from '@/core/expression';
import { NOW_SQL } from '@/core/schema';
import { byDesign, orderBy } from './order';
import { isOwn, ownSql } from './own';
import { conditionsOf, queryConditions } from './query';
import { canRunAtOnce, deleting, type Effects, effects, readsOf } from './routineEffects';
import type { CompiledRoutine, OfTable, Op, OpCommon, Targets } from './routineOps';
import { stepSentence } from './routineWords';
import { columnsToCheck, defaultSql, FIRST, IDS, LAST, ROWS, ruleCheck } from './routineCheck';
import { selectAs } from './statement';
import { writeStatements } from './writes';

type App = Pick<Definition, 'tables' | 'people' | 'queries' | 'routines' | 'screens'>;

/** Compiles a routine that `routineFault` finds nothing wrong with. */
export function compileRoutine(app: App, routine: Routine): CompiledRoutine {
  const table = app.tables.find(({ id }) => id === routine.tableId);
  const { ops, effects: within } = new RoutineCompiler(app, routine).steps(routine.steps, startScope(routine));
  return {
    id: routine.id,
    name: routine.name,
    tableId: routine.tableId ?? null,
    starts: routine.starts ?? [],
    ops,
    // What it asks by itself is asked once for all records.
    atOnce: table !== undefined && canRunAtOnce(within.filter(({ asks }) => !asks)),
    nameSql: table ? nameOf(app, table) : null,
    thereSql: table
      ? ownSql(
          app,
          `SELECT json_group_array(_j.value) AS "ids" FROM json_each(:${IDS}) AS _j CROSS JOIN ${quoteName(table.identifier)} AS _t ON _t."id" = _j.value`,
        )
      : null,
  };
}

const nameOf = (app: App, table: Table): string =>
  ownSql(
    app,
    `SELECT ${selectAs(shownNameSql(app, table, `${quoteName(table.identifier)}.`), '_name')} FROM ${quoteName(table.identifier)} WHERE "id" = :id`,
  );

class RoutineCompiler {
  constructor(
    private readonly app: App,
    private readonly routine: Routine,
  ) {}

  /** Steps one after another, with what each reads and writes. */
  steps(steps: readonly Step[], start: StepScope): { ops: Op[]; effects: Effects[] } {
    let scope = start;
    const ops: Op[] = [];
    const all: Effects[] = [];
    for (const step of steps) {
      const made = this.step(step, scope);
      ops.push(...made.ops);
      all.push(...made.effects);
      scope = scopeAfter(this.app, step, scope);
    }
    return { ops, effects: all };
  }

  private step(step: Step, scope: StepScope): { ops: Op[]; effects: Effects[] } {
    const row = this.rowOf(scope);
    const common: OpCommon = {
      stepId: step.id,
      sentence: stepSentence(this.app, step, scope),
      rowName: row ? nameOf(this.app, row) : null,
    };
    const alone = (op: Op): { ops: Op[]; effects: Effects[] } => ({ ops: [op], effects: [effects({ single: true })] });
    switch (step.kind) {
      case 'set':
        return alone({
          ...common,
          kind: 'set',
          name: step.name,
          sql: this.select(scope, [selectAs(this.at(scope, step.text).sql, 'value')]),
        });
      case 'message':
        return alone({
          ...common,
          kind: 'message',
          sql: this.select(scope, [selectAs(this.at(scope, step.text).textSql, 'text')]),
        });
      case 'ask':
        return {
          ops: [{ ...common, kind: 'ask', name: step.name, question: step.question, answer: step.answer }],
          effects: [effects({ single: true, asks: true })],
        };
      case 'go':
        return alone({
          ...common,
          kind: 'go',
          screenId: step.screenId,
          record: step.record === undefined ? null : this.recordId(scope, step.record),
        });
      case 'run':
        return alone({
          ...common,
          kind: 'run',
          routineId: step.routineId,
          record: step.record === undefined ? null : this.recordId(scope, step.record),
        });
      case 'refresh': {
        const { table, targets } = this.target(scope, step.record);
        const code = table.columns.find(({ id }) => id === step.codeId);
        const statements = writeStatements(this.app, table);
        const columns = table.columns
          .filter(isAsked)
          .filter(({ id }) => step.columnIds.includes(id))
          .map((column) => ({ column, set: statements.set(column).sql }));
        const codes = this.own(
          `SELECT "id", ${selectAs(quoteName(code?.identifier ?? 'id'), 'code')} FROM ${quoteName(table.identifier)} WHERE "id" IN (SELECT value FROM json_each(:${IDS}))`,
        );
        return alone({
          ...common,
          kind: 'refresh',
          ...ofTable(table),
          targets,
          codes,
          columns,
          namedBy: table.naming.kind === 'column' ? table.naming.columnId : null,
        });
      }
      case 'insert':
        return this.insert(step, scope, common);
      case 'update':
        return this.update(step, scope, common);
      case 'delete': {
        const { table, targets, reads } = this.target(scope, step.record);
        const { reads: stops, writes } = deleting(this.app, table.id, targets === null);
        return {
          ops: [this.deleteOp(common, table, targets)],
          effects: [effects({ reads: [...reads, ...stops], writes, single: this.starts(table.id, 'deleting') })],
        };
      }
      case 'link':
      case 'unlink':
        return this.link(step, scope, common);
      case 'each': {
        const inside = insideScope(step, scope);
        const { ops, effects: within } = this.steps(step.steps, inside);
        return {
          ops: [
            {
              ...common,
              kind: 'each',
              name: step.name,
              ids: this.rowsOf(step, inside),
              atOnce: canRunAtOnce(within),
              ops,
            },
          ],
          effects: [effects({ single: true })],
        };
      }
      case 'if': {
        const condition = this.at(scope, step.condition);
        const holds = row
          ? this.select(scope, [selectAs('json_group_array("_row")', 'ids')], condition.sql)
          : `SELECT ${selectAs(condition.sql, 'holds')}`;
        const [then, otherwise] = [this.steps(step.steps, scope), this.steps(step.otherwise, scope)];
        return {
          ops: [
            {
              ...common,
              kind: 'if',
              sql: row ? holds : this.own(holds),
              ofRows: row !== null,
              ops: then.ops,
              otherwise: otherwise.ops,
            },
          ],
          effects: [effects({ reads: this.reads(scope, [condition]) }), ...then.effects, ...otherwise.effects],
        };
      }
    }
  }

  private insert(step: StepOf<'insert'>, scope: StepScope, common: OpCommon) {
    const table = this.table(step.tableId);
    const given = new Map(step.values.map(({ columnId, text }) => [columnId, text]));
    const compiled = step.values.map(({ text }) => this.at(scope, text));
    const name = this.isUsed(step.name) ? step.name : null;
    const value = (column: AskedColumn): string => {
      const text = given.get(column.id);
      return text === undefined ? defaultSql(column) : this.assigned(column, text, scope, scope);
    };
    return this.insertOp(common, table, scope, value, {
      name,
      reads: this.reads(scope, compiled),
      checked: columnsToCheck(table, step.values),
    });
  }

  private insertOp(
    common: OpCommon,
    table: Table,
    scope: StepScope,
    value: (column: AskedColumn) => string,
    {
      name,
      reads,
      checked,
      where,
    }: { name: string | null; reads: Effects['reads']; checked: AskedColumn[]; where?: string },
  ) {
    const asked = table.columns.filter(isAsked).filter((column) => !isPersonal(column));
    const values = asked.map((column) => ({ column, sql: value(column) }));
    const hasPolicy = asked.some(({ unique, onSame }) => unique && (onSame ?? 'refuse') !== 'refuse');
    const names = [...asked.map(({ identifier }) => identifier), ...(table.owned ? [OWNER] : [])];
    const selected = [...values.map(({ sql }) => sql), ...(table.owned ? [':_person'] : [])];
    const allowed = [...(where === undefined ? [] : [where]), ...(table.owned ? [':_person IS NOT NULL'] : [])];
    const from = this.from(scope);
    const filter = allowed.length === 0 ? '' : ` WHERE ${allowed.join(' AND ')}`;
    const op: Op = {
      ...common,
      kind: 'insert',
      ...ofTable(table),
      name,
      sql: this.own(
        `INSERT INTO ${quoteName(table.identifier)} (${names.map(quoteName).join(', ')}) SELECT ${selected.join(', ')}${from}${filter}`,
      ),
      perRow: hasPolicy
        ? {
            values: this.own(
              `SELECT ${values.map(({ column, sql }) => selectAs(sql, column.identifier)).join(', ')}${from}${filter}`,
            ),
            writes: writeStatements(this.app, table),
          }
        : null,
      // What one statement makes follows one another; an older record that is kept instead may be anywhere.
      check: ruleCheck(table, checked, hasPolicy ? undefined : `"id" BETWEEN :${FIRST} AND :${LAST}`),
      mustInsert: where === undefined,
    };
    const writes = [{ key: `rows ${table.identifier}`, own: false }];
    return {
      ops: [op],
      effects: [effects({ reads, writes, single: name !== null || hasPolicy || this.starts(table.id, 'saving') })],
    };
  }

  private update(step: StepOf<'update'>, scope: StepScope, common: OpCommon) {
    const { table, targets, reads } = this.target(scope, step.record);
    // As in SQL, bare names are of the record that is changed.
    const there: StepScope = {
      ...scope,
      row: { tableId: table.id, name: targets === null ? (scope.row?.name ?? '') : '' },
    };
    const sets = step.values.flatMap(({ columnId, text }) => {
      const column = table.columns.filter(isAsked).find(({ id }) => id === columnId);
      return column ? [{ column, text, sql: this.assigned(column, text, there, there) }] : [];
    });
    const compiled = sets.map(({ text }) => this.at(there, text));
    const usesRow =
      targets !== null && scope.row !== null && sets.some(({ text }) => usesIn(text, scope.row?.name ?? '').length > 0);
    const all = [...reads, ...readsOf(compiled, targets !== null)];
    return sets.some(({ column }) => isPersonal(column))
      ? this.personalOp(common, table, targets, sets, all, usesRow)
      : this.updateOp(common, table, targets, sets, all, usesRow);
  }

  /** Values of the person who is signed in stand in a table of their own, with a row only where there is one. */
  private personalOp(
    common: OpCommon,
    table: Table,
    targets: Targets,
    sets: { column: AskedColumn; text: string; sql: string }[],
    reads: Effects['reads'],
    usesRow: boolean,
  ) {
    const apart = personalIdentifier(this.app.tables, table.identifier);
    const [from, record, person] = [table.identifier, RECORD, PERSON].map(quoteName) as [string, string, string];
    const names = sets.map(({ column }) => quoteName(column.identifier));
    const op: Op = {
      ...common,
      kind: 'update',
      tableId: table.id,
      table: apart,
      targets,
      isOwned: false,
      acyclic: false,
      needsPerson: true,
      sql: this.own(
        `INSERT INTO ${quoteName(apart)} (${[record, person, ...names].join(', ')}) SELECT ${[`${from}."id"`, ':_person', ...sets.map(({ sql }) => sql)].join(', ')} FROM json_each(:${IDS}) AS _i CROSS JOIN ${from} ON ${from}."id" = _i.value WHERE :_person IS NOT NULL ` +
          `ON CONFLICT (${record}, ${person}) DO UPDATE SET ${names.map((name) => `${name} = excluded.${name}`).join(', ')}`,
      ),
      check: ruleCheck(
        table,
        columnsToCheck(
          table,
          sets.map(({ column, text }) => ({ columnId: column.id, text })),
        ),
        `${record} IN (SELECT value FROM json_each(:${IDS})) AND ${person} = :_person`,
        { table: apart, id: RECORD },
      ),
    };
    const writes = sets.map(({ column }) => ({ key: column.id, own: targets === null }));
    return { ops: [op], effects: [effects({ reads, writes, single: usesRow || this.starts(table.id, 'saving') })] };
  }

  private updateOp(
    common: OpCommon,
    table: Table,
    targets: Targets,
    sets: { column: AskedColumn; text: string; sql: string }[],
    reads: Effects['reads'],
    usesRow: boolean,
  ) {
    const columns = sets.map(({ column }) => column);
    const changed = table.columns.filter(({ kind }) => kind === 'changed');
    const assignments = [
      ...sets.map(({ column, sql }) => `${quoteName(column.identifier)} = ${sql}`),
      ...changed.map(({ identifier }) => `${quoteName(identifier)} = ${NOW_SQL}`),
    ];
    const acyclic = columns.some((column) => isLink(column) && column.acyclic === true);
    const op: Op = {
      ...common,
      kind: 'update',
      ...ofTable(table),
      targets,
      isOwned: table.owned === true,
      acyclic,
      needsPerson: false,
      sql: this.own(
        `UPDATE ${quoteName(table.identifier)} SET ${assignments.join(', ')} WHERE ${[`"id" IN (SELECT value FROM json_each(:${IDS}))`, ...(table.owned ? [isOwn] : [])].join(' AND ')}`,
      ),
      check: ruleCheck(
        table,
        columnsToCheck(
          table,
          sets.map(({ column, text }) => ({ columnId: column.id, text })),
        ),
      ),
    };
    const writes = [...columns, ...changed].map(({ id }) => ({ key: id, own: targets === null }));
    // Which of two rows gets a value first that may be there once only is told by their order.
    const single = usesRow || acyclic || columns.some(({ unique }) => unique) || this.starts(table.id, 'saving');
    return { ops: [op], effects: [effects({ reads, writes, single })] };
  }

  /** A link is a column of the record's own table, or a row of a linking table. */
  private link(step: StepOf<'link'> | StepOf<'unlink'>, scope: StepScope, common: OpCommon) {
    const record = this.target(scope, step.record);
    const side = linkAt(this.app, step.columnId, record.table.id);
    if (!side) return { ops: [], effects: [] };
    const { table, own, other } = side;
    const to = step.kind === 'link' ? step.to : step.from;
    const leads = to === undefined ? null : this.at(scope, to);
    const reads = [...record.reads, ...this.reads(scope, leads ? [leads] : [])];
    if (own === null) {
      if (to === undefined || record.targets === null)
        return this.updateOp(
          common,
          table,
          record.targets,
          [{ column: other, text: to ?? 'NULL', sql: leads?.linkIdSql ?? 'NULL' }],
          reads,
          false,
        );
      // Reckoned where the record is changed: there the row at hand goes by its name.
      const text = to.startsWith(':') ? to : `:${scope.row?.name ?? ''}.${to}`;
      const sql = this.at({ ...scope, row: { tableId: record.table.id, name: '' } }, text).linkIdSql ?? 'NULL';
      return this.updateOp(
        common,
        table,
        record.targets,
        [{ column: other, text, sql }],
        reads,
        usesIn(text, scope.row?.name ?? '').length > 0,
      );
    }
    const from = quoteName(table.identifier);
    const [mine, theirs] = [this.at(scope, step.record).linkIdSql ?? 'NULL', leads?.linkIdSql ?? 'NULL'];
    if (step.kind === 'link') {
      const value = (column: AskedColumn) =>
        column.id === own.id ? mine : column.id === other.id ? theirs : defaultSql(column);
      const where = `${mine} IS NOT NULL AND ${theirs} IS NOT NULL AND NOT EXISTS (SELECT 1 FROM ${from} AS _x WHERE _x.${quoteName(own.identifier)} = ${mine} AND _x.${quoteName(other.identifier)} = ${theirs})`;
      // Whether the two are linked already is told by what rows there are.
      return this.insertOp(common, table, scope, value, {
        name: null,
        reads: [...reads, { key: `rows ${table.identifier}`, own: false }],
        checked: [],
        where,
      });
    }
    const linked = `SELECT json_group_array(_x."id") AS "ids" FROM ${from} AS _x WHERE _x.${quoteName(own.identifier)} IN (${this.subselect(scope, mine)})${leads ? ` AND _x.${quoteName(other.identifier)} IN (${this.subselect(scope, theirs)})` : ''}`;
    const { reads: stops, writes } = deleting(this.app, table.id, false);
    return {
      ops: [this.deleteOp(common, table, this.own(linked))],
      effects: [
        effects({
          reads: [...reads, ...stops, { key: `rows ${table.identifier}`, own: false }],
          writes,
          single: this.starts(table.id, 'deleting'),
        }),
      ],
    };
  }

  private deleteOp(common: OpCommon, table: Table, targets: Targets): Op {
    const isPeople = this.app.people?.tableId === table.id;
    const mine = [...(table.owned ? [isOwn] : []), ...(isPeople ? ['"id" = :_person'] : [])];
    return {
      ...common,
      kind: 'delete',
      ...ofTable(table),
      targets,
      isOwned: mine.length > 0,
      sql: `DELETE FROM ${quoteName(table.identifier)} WHERE ${[`"id" IN (SELECT value FROM json_each(:${IDS}))`, ...mine].join(' AND ')}`,
    };
  }

  /** The rows that a step goes over, in their order. */
  private rowsOf(step: StepOf<'each'>, inside: StepScope): string {
    const table = this.table(step.tableId);
    const from = quoteName(table.identifier);
    const query = this.app.queries?.find(({ id }) => id === step.queryId);
    const scope = stepNames(this.app, table.id, inside, this.recordSql(inside));
    const holds = [
      ...(query ? queryConditions(this.app, table, withGiven(query, step.given)) : []),
      ...conditionsOf(this.app, table, step.condition === undefined ? {} : { condition: step.condition }, scope).map(
        ({ sql }) => sql,
      ),
    ];
    const order = query?.order ? orderBy(this.app, table, byDesign, query.order).join(', ') : `${from}."id"`;
    return this.own(
      `SELECT json_group_array("_id") AS "ids" FROM (SELECT ${selectAs(`${from}."id"`, '_id')} FROM ${from}${holds.length > 0 ? ` WHERE ${holds.join(' AND ')}` : ''} ORDER BY ${order})`,
    );
  }

  /** The record that a step writes: the row at hand, or what a path leads to. */
  private target(scope: StepScope, text: string): { table: Table; targets: Targets; reads: Effects['reads'] } {
    const table = this.table(recordTableAt(this.app, scope, text) ?? '');
    if (scope.row && text.trim() === `:${scope.row.name}`)
      return { table, targets: null, reads: this.reads(scope, []) };
    const compiled = this.at(scope, text);
    return {
      table,
      targets: this.own(
        `SELECT json_group_array(DISTINCT "_id") AS "ids" FROM (SELECT ${selectAs(compiled.linkIdSql ?? 'NULL', '_id')}${this.from(scope)}) WHERE "_id" IS NOT NULL`,
      ),
      reads: this.reads(scope, [compiled]),
    };
  }

  private recordId(scope: StepScope, text: string): string {
    return this.select(scope, [selectAs(this.at(scope, text).linkIdSql ?? 'NULL', 'id')]);
  }

  private assigned(column: AskedColumn, text: string, scope: StepScope, at: StepScope): string {
    const made = assigned(column, text, this.at(scope, text), recordTableAt(this.app, at, text));
    if ('fault' in made) return 'NULL';
    const target = isLink(column) ? this.table(column.tableId) : null;
    // A record of somebody else is none.
    return target?.owned && made.sql !== 'NULL'
      ? `(SELECT _t."id" FROM ${quoteName(target.identifier)} AS _t WHERE _t."id" = ${made.sql})`
      : made.sql;
  }

  /** Whether saving or deleting records of the table, with what goes along, starts another routine. */
  private starts(tableId: string, start: RoutineStart): boolean {
    const tables = start === 'deleting' ? tablesGoingAlong(this.app, tableId) : [tableId];
    return (this.app.routines ?? []).some(
      (other) =>
        other.id !== this.routine.id &&
        other.tableId !== undefined &&
        tables.includes(other.tableId) &&
        other.starts?.includes(start),
    );
  }

  private isUsed(name: string): boolean {
    return expressionsOfRoutine(this.app, this.routine).some(({ text }) => usesIn(text, name).length > 0);
  }

  private table(tableId: string): Table {
    return this.app.tables.find(({ id }) => id === tableId) as Table;
  }

  private rowOf({ row }: StepScope): Table | null {
    return row ? this.table(row.tableId) : null;
  }

  private at(scope: StepScope, text: string): CompiledExpression {
    const row = this.rowOf(scope);
    return analyseExpression(
      text,
      stepNames(this.app, row?.id ?? null, scope, this.recordSql(scope)),
      row ? `${quoteName(row.identifier)}.` : '',
    );
  }

  /** The row at hand is known by where it stands, all other records by their parameters. */
  private recordSql({ row }: StepScope): RecordSql {
    return (name) =>
      row?.name === name ? `${quoteName(this.table(row.tableId).identifier)}."id"` : `:${recordParam(name)}`;
  }

  /** What a step's expressions read; where there are rows at hand, whether they are there, too. */
  private reads(scope: StepScope, compiled: readonly CompiledExpression[]): Effects['reads'] {
    const row = this.rowOf(scope);
    return [...(row ? [{ key: `gone ${row.identifier}`, own: true }] : []), ...readsOf(compiled)];
  }

  /** The rows at hand. CROSS JOIN keeps the order of the array, without sorting. */
  private from(scope: StepScope): string {
    const row = this.rowOf(scope);
    if (!row) return '';
    const name = quoteName(row.identifier);
    return ` FROM json_each(:${ROWS}) AS _j CROSS JOIN ${name} ON ${name}."id" = _j.value`;
  }

  private subselect(scope: StepScope, sql: string): string {
    return `SELECT ${sql}${this.from(scope)}`;
  }

  private select(scope: StepScope, columns: readonly string[], where?: string): string {
    if (where === undefined) return this.own(`SELECT ${columns.join(', ')}${this.from(scope)}`);
    return this.own(
      `SELECT ${columns.join(', ')} FROM (SELECT ${selectAs('_j.value', '_row')}${this.from(scope)} WHERE ${where})`,
    );
  }

  private own(sql: string): string {
    return ownSql(this.app, sql);
  }
}

const ofTable = ({ id, identifier }: Table): OfTable => ({ tableId: id, table: identifier });

export const compileRoutines = (app: App): CompiledRoutine[] =>
  (app.routines ?? []).map((routine) => compileRoutine(app, routine));

import { copyStep } from './copyStep';
import { orderBy } from './order';
import { ownerStatement } from './owner';
import { conditionsOf, queryConditions } from './query';
import { canRunBatched, type Effects, effects } from './routineEffects';
import type { MadeStep } from './routineStep';
import { deleteStep, insertStep, linkStep, updateStep } from './routineWrites';
import { nameOf, type RoutineApp, StepSql } from './stepSql';
import { writeStatements } from './writes';
import { isAsked } from '@/core/column';
import { amongIds, type CompiledRoutine, IDS, type Op, type OpCommon, type Statement } from '@/core/compiled';
import { textOf, valueOf } from '@/core/expression';
import type { Routine, Step, StepKind, StepOf } from '@/core/model';
import { insideScope, scopeAfter, startScope, stepNames, type StepScope, stepSentence, withGiven } from '@/core/plan';
import { as, name, param, rowsOf, sql, whereAll } from '@/core/sql';

/** Compiles a routine that `routineFault` finds nothing wrong with. */
export function compileRoutine(app: RoutineApp, routine: Routine): CompiledRoutine {
  const table = app.tables.find(({ id }) => id === routine.tableId);
  const { ops, effects: within } = compileSteps(new StepSql(app, routine), routine.steps, startScope(routine));
  return {
    id: routine.id,
    name: routine.name,
    tableId: routine.tableId ?? null,
    starts: routine.starts ?? [],
    ops,
    // What it asks by itself is asked once for all records.
    batched: table !== undefined && canRunBatched(within.filter(({ asks }) => !asks)),
    nameOf: table ? nameOf(app, table) : null,
    there: table
      ? ownerStatement(
          app,
          sql`
            SELECT json_group_array(_j.value) AS "ids"
            FROM json_each(${param(IDS)}) AS _j
            CROSS JOIN ${rowsOf(table.identifier)} AS _t ON _t."id" = _j.value`,
        )
      : null,
  };
}

export const compileRoutines = (app: RoutineApp): CompiledRoutine[] =>
  (app.routines ?? []).map((routine) => compileRoutine(app, routine));

/** Steps one after another, with what each reads and writes. */
function compileSteps(sqlAt: StepSql, steps: readonly Step[], start: StepScope): MadeStep {
  let scope = start;
  const ops: Op[] = [];
  const all: Effects[] = [];
  for (const step of steps) {
    const row = sqlAt.rowOf(scope);
    const made = compileStep(sqlAt, step, scope, {
      stepId: step.id,
      sentence: stepSentence(sqlAt.app, step, scope),
      rowName: row ? nameOf(sqlAt.app, row) : null,
    });
    ops.push(...made.ops);
    all.push(...made.effects);
    scope = scopeAfter(sqlAt.app, step, scope);
  }
  return { ops, effects: all };
}

type Compiler<K extends StepKind> = (at: StepSql, step: StepOf<K>, scope: StepScope, common: OpCommon) => MadeStep;

const compileStep = <K extends StepKind>(at: StepSql, step: StepOf<K>, scope: StepScope, common: OpCommon): MadeStep =>
  (compilers[step.kind as K] as Compiler<K>)(at, step, scope, common);

const alone = (op: Op): MadeStep => ({ ops: [op], effects: [effects({ single: true })] });

/** What each kind of step is compiled by. */
const compilers: { [K in StepKind]: Compiler<K> } = {
  set: (at, { name: called, text }, scope, common) =>
    alone({
      ...common,
      kind: 'set',
      name: called,
      value: at.select(scope, as(valueOf(at.at(scope, text)), 'value')),
    }),
  message: (at, { text }, scope, common) =>
    alone({ ...common, kind: 'message', text: at.select(scope, as(textOf(at.at(scope, text)), 'text')) }),
  ask: (_, { name: called, question, answer }, __, common) => ({
    ops: [{ ...common, kind: 'ask', name: called, question, answer }],
    effects: [effects({ single: true, asks: true })],
  }),
  go: (at, { screenId, record }, scope, common) =>
    alone({ ...common, kind: 'go', screenId, record: record === undefined ? null : at.recordId(scope, record) }),
  run: (at, { routineId, record }, scope, common) =>
    alone({ ...common, kind: 'run', routineId, record: record === undefined ? null : at.recordId(scope, record) }),
  lookUp: (at, step, scope, common) => {
    const { table, targets } = at.target(scope, step.record);
    const code = table.columns.find(({ id }) => id === step.codeId);
    const { set } = writeStatements(at.app, table);
    return alone({
      ...common,
      kind: 'lookUp',
      tableId: table.id,
      table: table.identifier,
      targets,
      codes: at.own(
        sql`
          SELECT "id", ${as(name(code?.identifier ?? 'id'), 'code')}
          FROM ${rowsOf(table.identifier)}
          WHERE ${amongIds()}`,
      ),
      columns: table.columns
        .filter(isAsked)
        .filter(({ id }) => step.columnIds.includes(id))
        .map((column) => ({ column, set: set[column.identifier] as Statement })),
      namedBy: table.naming.kind === 'column' ? table.naming.columnId : null,
    });
  },
  insert: insertStep,
  update: updateStep,
  delete: deleteStep,
  copy: copyStep,
  link: linkStep,
  unlink: linkStep,
  each: (at, step, scope, common) => {
    const inside = insideScope(step, scope);
    const { ops, effects: within } = compileSteps(at, step.steps, inside);
    return alone({
      ...common,
      kind: 'each',
      name: step.name,
      ids: rowsFor(at, step, inside),
      batched: canRunBatched(within),
      ops,
    });
  },
  if: (at, step, scope, common) => {
    const ofRows = scope.row !== null;
    const condition = at.at(scope, step.condition);
    const value = valueOf(condition);
    const [then, otherwise] = [compileSteps(at, step.steps, scope), compileSteps(at, step.otherwise, scope)];
    return {
      ops: [
        {
          ...common,
          kind: 'if',
          condition: ofRows ? at.holding(scope, value) : at.own(sql`SELECT ${as(value, 'holds')}`),
          ofRows,
          ops: then.ops,
          otherwise: otherwise.ops,
        },
      ],
      effects: [effects({ reads: at.reads(scope, [condition]) }), ...then.effects, ...otherwise.effects],
    };
  },
};

/** The rows that a step goes over, in their order. */
function rowsFor(at: StepSql, step: StepOf<'each'>, inside: StepScope): Statement {
  const { app } = at;
  const table = at.table(step.tableId);
  const id = sql`${name(table.identifier)}."id"`;
  const query = app.queries?.find((each) => each.id === step.queryId);
  const scope = stepNames(app, table.id, inside, at.recordSql(inside));
  const condition = step.condition === undefined ? {} : { condition: step.condition };
  const holds = [
    ...(query ? queryConditions(app, table, withGiven(query, step.given)) : []),
    ...conditionsOf(app, table, condition, scope).map((each) => each.holds),
  ];
  const order = query?.order ? orderBy(app, table, query.order) : [id];
  const rows = sql`SELECT ${as(id, '_id')} FROM ${rowsOf(table.identifier)}${whereAll(holds)} ORDER BY ${order}`;
  return at.own(sql`SELECT json_group_array("_id") AS "ids" FROM (${rows})`);
}

import { columnsToCheck, defaultSql, ruleCheck } from './routineCheck';
import { deleting, type Effects, effects, readsOf } from './routineEffects';
import type { MadeStep } from './routineStep';
import type { StepSql } from './stepSql';
import { deletion, writeStatements } from './writes';
import { isAsked, isLink, NOW_SQL } from '@/core/column';
import {
  amongIds,
  FIRST,
  IDS,
  LAST,
  type OfTable,
  type Op,
  type OpCommon,
  ownerCondition,
  type Targets,
} from '@/core/compiled';
import { linkIdOf } from '@/core/expression';
import type { AskedColumn, StepOf, Table } from '@/core/model';
import {
  distinctions,
  isPersonal,
  linkAt,
  PERSON,
  personalIdentifier,
  RECORD,
  type StepScope,
  usesIn,
} from '@/core/plan';
import { allOf, as, constant, type Fragment, ME, name, OWNER, param, raw, rowsOf, sql, whereAll } from '@/core/sql';

/** A column that a step sets, its text, and what that is in SQL. */
interface Setting {
  column: AskedColumn;
  text: string;
  value: Fragment;
}

const ofTable = ({ id, identifier }: Table): OfTable => ({ tableId: id, table: identifier });

const one = (op: Op, made: Partial<Effects>): MadeStep => ({ ops: [op], effects: [effects(made)] });

export function insertStep(step: StepSql, made: StepOf<'insert'>, scope: StepScope, common: OpCommon): MadeStep {
  const table = step.table(made.tableId);
  const given = new Map(made.values.map(({ columnId, text }) => [columnId, text]));
  const compiled = made.values.map(({ text }) => step.at(scope, text));
  const value = (column: AskedColumn): Fragment => {
    const text = given.get(column.id);
    return text === undefined ? defaultSql(column) : step.assigned(column, text, scope);
  };
  return insertOp(step, common, table, scope, value, {
    name: step.isUsed(made.name) ? made.name : null,
    reads: step.reads(scope, compiled),
    checked: columnsToCheck(table, made.values),
  });
}

function insertOp(
  step: StepSql,
  common: OpCommon,
  table: Table,
  scope: StepScope,
  value: (column: AskedColumn) => Fragment,
  made: { name: string | null; reads: Effects['reads']; checked: AskedColumn[]; where?: Fragment },
): MadeStep {
  const asked = table.columns.filter(isAsked).filter((column) => !isPersonal(column));
  const values = asked.map((column) => ({ identifier: column.identifier, value: value(column) }));
  const hasPolicy = distinctions(table).some(({ policy }) => policy !== 'refuse');
  const names = [...asked.map(({ identifier }) => identifier), ...(table.owned ? [OWNER] : [])].map(name);
  const selected = [...values.map((each) => each.value), ...(table.owned ? [param(ME)] : [])];
  const allowed = [...(made.where ? [made.where] : []), ...(table.owned ? [sql`${param(ME)} IS NOT NULL`] : [])];
  const rows = sql`${step.from(scope)}${whereAll(allowed)}`;
  const op: Op = {
    ...common,
    kind: 'insert',
    ...ofTable(table),
    name: made.name,
    insert: step.own(sql`INSERT INTO ${name(table.identifier)} (${names}) SELECT ${selected}${rows}`),
    perRow: hasPolicy
      ? {
          values: step.own(sql`SELECT ${values.map((each) => as(each.value, each.identifier))}${rows}`),
          writes: writeStatements(step.app, table),
        }
      : null,
    // What one statement makes follows one another; an older record that is kept instead may be anywhere.
    check: ruleCheck(table, made.checked, hasPolicy ? undefined : sql`"id" BETWEEN ${param(FIRST)} AND ${param(LAST)}`),
    mustInsert: made.where === undefined,
  };
  return one(op, {
    reads: made.reads,
    writes: [{ key: `rows ${table.identifier}`, own: false }],
    single: made.name !== null || hasPolicy || step.starts(table.id, 'saving'),
  });
}

export function updateStep(step: StepSql, made: StepOf<'update'>, scope: StepScope, common: OpCommon): MadeStep {
  const { table, targets, reads } = step.target(scope, made.record);
  // As in SQL, bare names are of the record that is changed.
  const there: StepScope = {
    ...scope,
    row: { tableId: table.id, name: targets === null ? (scope.row?.name ?? '') : '' },
  };
  const sets = made.values.flatMap(({ columnId, text }): Setting[] => {
    const column = table.columns.filter(isAsked).find(({ id }) => id === columnId);
    return column ? [{ column, text, value: step.assigned(column, text, there) }] : [];
  });
  const compiled = sets.map(({ text }) => step.at(there, text));
  const usesRow =
    targets !== null && scope.row !== null && sets.some(({ text }) => usesIn(text, scope.row?.name ?? '').length > 0);
  const all = [...reads, ...readsOf(compiled, targets !== null)];
  const write = sets.some(({ column }) => isPersonal(column)) ? personalOp : updateOp;
  return write(step, common, table, targets, sets, { reads: all, usesRow });
}

interface Around {
  reads: Effects['reads'];
  /** Whether what is set depends on the row that the step is run for, and not on the record alone. */
  usesRow: boolean;
}

const checkedOf = (table: Table, sets: readonly Setting[]): AskedColumn[] =>
  columnsToCheck(
    table,
    sets.map(({ column, text }) => ({ columnId: column.id, text })),
  );

/** Values of the person who is signed in stand in a table of their own, with a row only where there is one. */
function personalOp(
  step: StepSql,
  common: OpCommon,
  table: Table,
  targets: Targets,
  sets: readonly Setting[],
  { reads, usesRow }: Around,
): MadeStep {
  const identifier = personalIdentifier(step.app.tables, table.identifier);
  const [apart, row, record, person, me] = [
    name(identifier),
    name(table.identifier),
    name(RECORD),
    name(PERSON),
    param(ME),
  ];
  const columns = sets.map(({ column }) => name(column.identifier));
  const values = [sql`${row}."id"`, me, ...sets.map(({ value }) => value)];
  const rows = sql`
    FROM json_each(${param(IDS)}) AS _i
    CROSS JOIN ${rowsOf(table.identifier)} ON ${row}."id" = _i.value
    WHERE ${me} IS NOT NULL`;
  const conflict = sql`ON CONFLICT (${[record, person]}) DO UPDATE
    SET ${columns.map((column) => sql`${column} = excluded.${column}`)}`;
  const op: Op = {
    ...common,
    kind: 'update',
    tableId: table.id,
    table: identifier,
    targets,
    isOwned: false,
    acyclic: false,
    needsPerson: true,
    update: step.own(sql`INSERT INTO ${apart} (${[record, person, ...columns]}) SELECT ${values} ${rows} ${conflict}`),
    check: ruleCheck(table, checkedOf(table, sets), allOf([amongIds(record), sql`${person} = ${me}`]), {
      table: identifier,
      id: RECORD,
    }),
  };
  return one(op, {
    reads,
    writes: sets.map(({ column }) => ({ key: column.id, own: targets === null })),
    single: usesRow || step.starts(table.id, 'saving'),
  });
}

function updateOp(
  step: StepSql,
  common: OpCommon,
  table: Table,
  targets: Targets,
  sets: readonly Setting[],
  { reads, usesRow }: Around,
): MadeStep {
  const columns = sets.map(({ column }) => column);
  const changed = table.columns.filter(({ kind }) => kind === 'changed');
  const assignments = [
    ...sets.map(({ column, value }) => sql`${name(column.identifier)} = ${value}`),
    ...changed.map(({ identifier }) => sql`${name(identifier)} = ${raw(NOW_SQL)}`),
  ];
  const acyclic = columns.some((column) => isLink(column) && column.acyclic === true);
  const which = [amongIds(), ...(table.owned ? [ownerCondition] : [])];
  const op: Op = {
    ...common,
    kind: 'update',
    ...ofTable(table),
    targets,
    isOwned: table.owned === true,
    acyclic,
    needsPerson: false,
    update: step.own(sql`UPDATE ${name(table.identifier)} SET ${assignments}${whereAll(which)}`),
    check: ruleCheck(table, checkedOf(table, sets)),
  };
  return one(op, {
    reads,
    writes: [...columns, ...changed].map(({ id }) => ({ key: id, own: targets === null })),
    // Which of two rows gets a value first that may be there once only is told by their order.
    single:
      usesRow ||
      acyclic ||
      distinctions(table).some((told) => columns.some(({ id }) => told.columns.some((column) => column.id === id))) ||
      step.starts(table.id, 'saving'),
  });
}

type LinkStep = StepOf<'link'> | StepOf<'unlink'>;

/** A link is a column of the record's own table, or a row of a linking table. */
export function linkStep(step: StepSql, made: LinkStep, scope: StepScope, common: OpCommon): MadeStep {
  const record = step.target(scope, made.record);
  const side = linkAt(step.app, made.columnId, record.table.id);
  if (!side) return { ops: [], effects: [] };
  const to = made.kind === 'link' ? made.to : made.from;
  const leads = to === undefined ? null : step.at(scope, to);
  const reads = [...record.reads, ...step.reads(scope, leads ? [leads] : [])];
  if (side.own === null) return ownLink(step, record, side, to, reads, scope, common);
  const { table, own, other } = side;
  const mine = linkIdOf(step.at(scope, made.record));
  const theirs = leads ? linkIdOf(leads) : constant(null);
  const read = [...reads, { key: `rows ${table.identifier}`, own: false }];
  if (made.kind === 'link') {
    const value = (column: AskedColumn) =>
      column.id === own.id ? mine : column.id === other.id ? theirs : defaultSql(column);
    const same = sql`
      SELECT 1
      FROM ${rowsOf(table.identifier)} AS _x
      WHERE _x.${name(own.identifier)} = ${mine} AND _x.${name(other.identifier)} = ${theirs}`;
    const where = sql`${mine} IS NOT NULL AND ${theirs} IS NOT NULL AND NOT EXISTS (${same})`;
    // Whether the two are linked already is told by what rows there are.
    return insertOp(step, common, table, scope, value, { name: null, reads: read, checked: [], where });
  }
  const among = (id: Fragment) => sql`(SELECT ${id}${step.from(scope)})`;
  const both = [
    sql`_x.${name(own.identifier)} IN ${among(mine)}`,
    ...(leads ? [sql`_x.${name(other.identifier)} IN ${among(theirs)}`] : []),
  ];
  const linked = sql`SELECT json_group_array(_x."id") AS "ids" FROM ${rowsOf(table.identifier)} AS _x${whereAll(both)}`;
  const { reads: stops, writes } = deleting(step.app, table.id, false);
  return one(deleteOp(step, common, table, step.own(linked)), {
    reads: [...read, ...stops],
    writes,
    single: step.starts(table.id, 'deleting'),
  });
}

/** Sets or clears a link that is a column of the record's own table. */
function ownLink(
  step: StepSql,
  { table: recordTable, targets }: { table: Table; targets: Targets },
  { table, other }: { table: Table; other: AskedColumn },
  to: string | undefined,
  reads: Effects['reads'],
  scope: StepScope,
  common: OpCommon,
): MadeStep {
  const set = (text: string, value: Fragment, usesRow: boolean) =>
    updateOp(step, common, table, targets, [{ column: other, text, value }], { reads, usesRow });
  if (to === undefined) return set('NULL', constant(null), false);
  if (targets === null) return set(to, linkIdOf(step.at(scope, to)), false);
  // Evaluated where the record is changed: there the row at hand goes by its name.
  const text = to.startsWith(':') ? to : `:${scope.row?.name ?? ''}.${to}`;
  const there = step.at({ ...scope, row: { tableId: recordTable.id, name: '' } }, text);
  return set(text, linkIdOf(there), usesIn(text, scope.row?.name ?? '').length > 0);
}

export function deleteStep(step: StepSql, made: StepOf<'delete'>, scope: StepScope, common: OpCommon): MadeStep {
  const { table, targets, reads } = step.target(scope, made.record);
  const { reads: stops, writes } = deleting(step.app, table.id, targets === null);
  return one(deleteOp(step, common, table, targets), {
    reads: [...reads, ...stops],
    writes,
    single: step.starts(table.id, 'deleting'),
  });
}

function deleteOp(step: StepSql, common: OpCommon, table: Table, targets: Targets): Op {
  const isPeople = step.app.people?.tableId === table.id;
  const mine = [...(table.owned ? [ownerCondition] : []), ...(isPeople ? [sql`"id" = ${param(ME)}`] : [])];
  return {
    ...common,
    kind: 'delete',
    ...ofTable(table),
    targets,
    isOwned: mine.length > 0,
    remove: deletion(table.identifier, [amongIds(), ...mine]),
  };
}

import { columnsToCheck, defaultSql, ruleCheck } from './routineCheck';
import { type Effect, effects, readsOf } from './routineEffects';
import type { MadeStep } from './routineStep';
import type { StepSql } from './stepSql';
import { isLink } from '@/core/column';
import { amongIds, COPIES, type CopyPart, IDS, type OpCommon } from '@/core/compiled';
import type { AskedColumn, ColumnOf, StepOf, Table } from '@/core/model';
import { copiedColumns, type CopiedTable, copiedTables, type StepScope } from '@/core/plan';
import {
  allOf,
  as,
  constant,
  type Fragment,
  joined,
  ME,
  name,
  OWNER,
  param,
  raw,
  rowsOf,
  sql,
  whereAll,
} from '@/core/sql';

/** The records of a table that a step copies, and what of them is not taken over as it is. */
interface Copying {
  step: StepSql;
  copied: readonly CopiedTable[];
  values: ReadonlyMap<string, Fragment>;
  resetIds: readonly string[];
}

/** Copies a record, and what belongs to it table by table: one statement each, however many records. */
export function copyStep(step: StepSql, made: StepOf<'copy'>, scope: StepScope, common: OpCommon): MadeStep {
  const { table, targets, reads } = step.target(scope, made.record);
  const copied = copiedTables(step.app, made, scope) ?? [];
  // As in SQL, bare names are of the record that is copied.
  const rowName = targets === null ? (scope.row?.name ?? '') : '';
  const there: StepScope = { ...scope, row: { tableId: table.id, name: rowName } };
  const given = made.values.flatMap(({ columnId, text }) => {
    const column = copiedColumns(table).find(({ id }) => id === columnId);
    return column ? [{ columnId, text, value: step.assigned(column, text, there) }] : [];
  });
  const copying: Copying = {
    step,
    copied,
    values: new Map(given.map(({ columnId, value }) => [columnId, value])),
    resetIds: made.resetIds,
  };
  const compiled = given.map(({ text }) => step.at(there, text));
  const called = step.isUsed(made.name) ? made.name : null;
  return {
    ops: [
      {
        ...common,
        kind: 'copy',
        name: called,
        targets,
        parts: copied.map((_, at) => partOf(copying, at)),
        check: ruleCheck(table, columnsToCheck(table, made.values)),
      },
    ],
    effects: [
      effects({
        reads: [...reads, ...readsOf(compiled, targets !== null), ...copied.flatMap(readOf(targets === null))],
        writes: copied.map((each) => ({ key: `rows ${each.table.identifier}`, own: false })),
        // What paths of several rows lead to would be copied once.
        single: targets !== null || called !== null || copied.some((each) => step.starts(each.table.id, 'saving')),
      }),
    ],
  };
}

/** What copying reads of a table: its values, and of lines which there are. `own`: of the row at hand. */
const readOf =
  (own: boolean) =>
  ({ table, by }: CopiedTable): Effect[] => [
    ...copiedColumns(table).map(({ id }) => ({ key: id, own: own && by === null })),
    ...(by === null ? [] : [{ key: `rows ${table.identifier}`, own: false }]),
  ];

function partOf(copying: Copying, at: number): CopyPart {
  const { step, copied, values, resetIds } = copying;
  const { table, by } = copied[at] as CopiedTable;
  const row = name(table.identifier);
  const before = copied.slice(0, at).map((each) => each.table);
  const taken = copiedColumns(table);
  /** Links that lead to what was copied before, and so to its copies. */
  const mapped = taken.filter(isLink).flatMap(({ id, identifier, tableId }) => {
    const target = before.find((each) => each.id === tableId);
    return target && !resetIds.includes(id) ? [{ id, identifier, table: target }] : [];
  });
  const value = (column: AskedColumn): Fragment => {
    const given = by === null ? values.get(column.id) : undefined;
    if (given) return given;
    if (resetIds.includes(column.id)) return defaultSql(column);
    const old = sql`${row}.${name(column.identifier)}`;
    const target = mapped.findIndex(({ id }) => id === column.id);
    return target < 0 ? old : sql`coalesce(${name(`_m${target}`)}."new", ${old})`;
  };
  const maps = mapped.map(({ identifier, table: target }, at) => {
    const alias = `_m${at}`;
    return sql` LEFT JOIN ${copiesOf(target, alias)} ON ${name(alias)}."old" = ${row}.${name(identifier)}`;
  });
  const columns = [...taken.map(({ identifier }) => identifier), ...(table.owned ? [OWNER] : [])].map(name);
  const selected = [...taken.map(value), ...(table.owned ? [param(ME)] : [])];
  const among = sql`
    FROM json_each(${param(IDS)}) AS _i
    CROSS JOIN ${rowsOf(table.identifier)} ON ${row}."id" = _i.value${joined(maps, '')}${whereAll(
      table.owned ? [sql`${param(ME)} IS NOT NULL`] : [],
    )}
    ORDER BY _i.key`;
  return {
    tableId: table.id,
    table: table.identifier,
    of: by === null ? null : (copied.find((each) => each.table.id === by.tableId)?.table.identifier ?? null),
    ids: by === null ? step.own(thereOf(table)) : step.own(linesOf(table, by)),
    insert: step.own(sql`INSERT INTO ${row} (${columns}) SELECT ${selected} ${among}`),
    relinks: relinksOf(copying, at),
  };
}

/**
 * What has become of which record of a table. Made once, with an index: asked of the array link by link, it would be
 * gone through as often as there are lines.
 */
const copiesOf = ({ identifier }: Table, alias: string): Fragment => {
  const path = constant(`$.${JSON.stringify(identifier)}`);
  return sql`
    (SELECT CAST(key AS INTEGER) AS "old", value AS "new"
    FROM json_each(${param(COPIES)}, ${path}) LIMIT -1) AS ${name(alias)}`;
};

const thereOf = (table: Table): Fragment => sql`
  SELECT json_group_array(_i.value) AS "ids"
  FROM json_each(${param(IDS)}) AS _i
  CROSS JOIN ${rowsOf(table.identifier)} AS _t ON _t."id" = _i.value`;

function linesOf(table: Table, by: ColumnOf<'link'>): Fragment {
  const lines = sql`
    SELECT ${as(raw('_t."id"'), '_id')}
    FROM ${rowsOf(table.identifier)} AS _t
    WHERE ${amongIds(sql`_t.${name(by.identifier)}`)}
    ORDER BY _t."id"`;
  return sql`SELECT json_group_array("_id") AS "ids" FROM (${lines})`;
}

/** Links of a table's copies to itself, and to what is copied later: a statement each. */
function relinksOf({ step, copied, values, resetIds }: Copying, at: number): Fragment[] {
  const { table, by } = copied[at] as CopiedTable;
  const later = copied.slice(at).map((each) => each.table);
  return copiedColumns(table)
    .filter(isLink)
    .flatMap(({ id, identifier, tableId }) => {
      const target = later.find((each) => each.id === tableId);
      if (!target || resetIds.includes(id) || (by === null && values.has(id))) return [];
      const link = name(identifier);
      const led = allOf([amongIds(sql`${name(table.identifier)}."id"`), sql`_m."old" = ${link}`]);
      return [
        step.own(
          sql`UPDATE ${name(table.identifier)} SET ${link} = _m."new" FROM ${copiesOf(target, '_m')} WHERE ${led}`,
        ),
      ];
    });
}

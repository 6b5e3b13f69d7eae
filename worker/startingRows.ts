import { assertFits, insertAllRows, installSql, readRows } from './bulkRows';
import { impactsOn } from './impacts';
import { isLink } from '@/core/column';
import { compileTables } from '@/core/compile';
import { tableOf } from '@/core/edit';
import type { Engine } from '@/core/engine';
import { rowsFaults } from '@/core/check';
import { faultReason, pathText } from '@/core/fault';
import type { Column, Definition, Fills, RowSet, RowSets, Starting, Table } from '@/core/model';
import { physicalPlan, shownNameSql } from '@/core/plan';
import { ProblemError } from '@/core/problem';
import { assertNoCircle } from '@/core/runtime';
import { stepSql, upgradeSteps } from '@/core/schema';
import { quoteName } from '@/core/sql';
import type { NamedRecords } from '@/core/transfer';

/** The starting rows of one table, under the plan of today, and what its links can lead to. */
export interface StartingTable {
  table: Table;
  set: RowSet;
  records: NamedRecords;
}

/**
 * Runs `use` on a database of its own that holds the starting rows as they were laid down, with the plan of that time.
 */
export function withStartingRows<T>(
  openEngine: () => Engine,
  starting: Starting,
  definition: Definition,
  use: (engine: Engine, then: Definition) => T,
): T {
  const engine = openEngine();
  try {
    const then: Definition = { ...definition, tables: starting.tables, people: starting.people };
    engine.migrate(installSql(then)).commit();
    engine.write((writer) => insertAllRows(writer, then, starting.rows)).commit();
    return use(engine, then);
  } finally {
    engine.close();
  }
}

/**
 * The same once those rows have come up to the plan of today: they go through the same upgrade as every other. Throws
 * a Problem of code `edit-blocked` where they do not fit.
 */
function withCurrentRows<T>(
  openEngine: () => Engine,
  starting: Starting,
  definition: Definition,
  given: Fills,
  use: (engine: Engine) => T,
): T {
  const fills = { ...starting.fills, ...given };
  return withStartingRows(openEngine, starting, definition, (engine, then) => {
    assertFits(definition, fills, impactsOn(engine, then, definition, fills));
    engine.migrate(upgradeSteps(then, definition, { fills }).flatMap(stepSql)).commit();
    return use(engine);
  });
}

const all = (engine: Engine, definition: Definition): RowSets => readRows((sql) => engine.query(sql).rows, definition);

/** The starting rows that a database was laid down from, read back out of it. */
export const startingOf = (engine: Engine, definition: Definition): Starting => ({
  ...none(definition),
  rows: all(engine, definition),
});

export function currentStartingRows(
  openEngine: () => Engine,
  starting: Starting,
  definition: Definition,
  given: Fills,
): RowSets {
  return withCurrentRows(openEngine, starting, definition, given, (engine) => all(engine, definition));
}

const none = ({ tables, people }: Definition): Starting => ({ tables, ...(people ? { people } : {}), rows: {} });

export function startingTable(
  openEngine: () => Engine,
  starting: Starting | null,
  definition: Definition,
  tableId: string,
): StartingTable {
  const plan = physicalPlan(definition);
  const table = tableOf(plan, tableId);
  return withCurrentRows(openEngine, starting ?? none(definition), definition, {}, (engine) => {
    const targets = plan.tables.filter(({ id }) =>
      table.columns.some((column: Column) => isLink(column) && column.tableId === id),
    );
    const named = (target: Table) =>
      engine
        .query(
          `SELECT "id", ${shownNameSql(plan, target, 't.').sql} AS name FROM ${quoteName(target.identifier)} AS t
            ORDER BY "id"`,
        )
        .rows.map(({ id, name }) => ({ id: Number(id), name: String(name) }));
    return {
      table,
      set: all(engine, definition)[tableId] ?? { columns: [], rows: [] },
      records: Object.fromEntries(targets.map((target) => [target.id, named(target)])),
    };
  });
}

/**
 * The starting rows with those of one table put in place of what it had, tried out whole. Throws a Problem where they
 * cannot be laid down.
 */
export function withTableRows(
  openEngine: () => Engine,
  starting: Starting | null,
  definition: Definition,
  tableId: string,
  set: RowSet,
): Starting {
  const plan = physicalPlan(definition);
  const table = tableOf(plan, tableId);
  const [fault] = rowsFaults(plan.tables, { [tableId]: set });
  if (fault)
    throw new ProblemError({
      code: 'invalid-value',
      place: pathText(table.name, fault.place.slice(1)),
      reason: faultReason(fault),
    });
  const rows = { ...(starting ? currentStartingRows(openEngine, starting, definition, {}) : {}), [tableId]: set };
  const next: Starting = {
    ...none(definition),
    rows: Object.fromEntries(Object.entries(rows).filter(([, each]) => each.rows.length > 0)),
  };
  try {
    withStartingRows(openEngine, next, definition, (engine) =>
      engine
        .write((writer) => {
          const tables = compileTables(plan);
          for (const [id] of set.rows) assertNoCircle(tables, writer, table.identifier, Number(id), null);
        })
        .rollback(),
    );
  } catch (error) {
    if (error instanceof ProblemError && error.problem.code === 'file-broken')
      throw new ProblemError({ code: 'invalid-value', place: error.problem.place, reason: error.problem.reason });
    throw error;
  }
  return next;
}

import { matchSql } from './matching';
import { columnShape, convertSql, isLink, isStored, lostCondition, valueFault } from '@/core/column';
import { analyseExpression, type CompiledExpression, expressionReason } from '@/core/expression';
import { faultReason } from '@/core/fault';
import type { Definition, Fill, Fills, RowsOf, Scalar, StoredColumn, Table } from '@/core/model';
import { assigned, isNameFixed, planScope } from '@/core/plan';
import { literal, quoteName } from '@/core/sql';

type Plan = Pick<Definition, 'tables'>;

/** The plain value that fills the blanks of a column; null where something else is chosen, or nothing. */
export function fillOf(fills: Fills, columnId: string): Scalar {
  const fill = fills[columnId] ?? null;
  return typeof fill === 'object' ? null : fill;
}

/** Whether a choice says more than what stands where a blank would be. */
export const isChoice = (fill: Fill | undefined): fill is Exclude<Fill, Scalar> =>
  typeof fill === 'object' && fill !== null;

const prefixOf = (table: Table): string => `${quoteName(table.identifier)}.`;

const analysed = (plan: Plan, table: Table, text: string): CompiledExpression =>
  analyseExpression(text, planScope(plan)(table.id), prefixOf(table));

/** The table whose record an expression leads to; null where it is no path to one. */
function leadsTo(plan: Plan, { linkIdSql, references }: CompiledExpression): string | null {
  if (linkIdSql === null) return null;
  const last = references.at(-1)?.id;
  const column = plan.tables.flatMap(({ columns }) => columns).find(({ id }) => id === last);
  return column && isLink(column) ? column.tableId : null;
}

function expressionSql(plan: Plan, table: Table, to: StoredColumn, text: string): string | null {
  const compiled = analysed(plan, table, text);
  if (compiled.faults.length > 0 || !compiled.isFixed) return null;
  const given = assigned(to, text, compiled, leadsTo(plan, compiled));
  return 'sql' in given ? given.sql : null;
}

/** SQL of an expression over a row of a table as it was; null of one that is not to be run. */
function fixedSql(plan: Plan, table: Table, text: string): string | null {
  const { sql, faults, isFixed } = analysed(plan, table, text);
  return faults.length > 0 || !isFixed ? null : `(${sql})`;
}

/** SQL of a condition over a row of a table as it was; one that is not to be run is fulfilled by no row. */
export const conditionSql = (plan: Plan, table: Table, text: string): string => fixedSql(plan, table, text) ?? '0';

/**
 * Whether a choice reads more than its own record as it was. By the time that a table is changed, others may be gone or
 * no longer what they were.
 */
export function readsBeyond(plan: Plan, table: Table, fill: Fill | undefined): boolean {
  if (!isChoice(fill)) return false;
  if ('expression' in fill) return !analysed(plan, table, fill.expression).isOfRow;
  return 'textColumnId' in fill && plan.tables.some(({ id }) => id === fill.targetTableId);
}

function mapSql(table: Table, from: StoredColumn, to: StoredColumn, values: readonly [Scalar, Scalar][]): string {
  const old = `${prefixOf(table)}${quoteName(from.identifier)}`;
  const cases = values.map(([was, is]) => `WHEN ${old} IS ${literalOf(was)} THEN ${literalOf(is)}`);
  return `CASE ${cases.join(' ')} ELSE ${convertedSql(from, to, old)} END`;
}

const literalOf = (value: Scalar): string => (value === null ? 'NULL' : literal(value));

const convertedSql = (from: StoredColumn, to: StoredColumn, sql: string): string =>
  columnShape(from) === columnShape(to) ? sql : convertSql(from, to, sql);

/**
 * The SQL, over a row of `table` as it was, of what a choice gives a column; null where it says nothing of it. `plan`:
 * the tables that stand then, that one among them.
 */
export function chosenSql(
  plan: Plan,
  table: Table,
  from: StoredColumn | null,
  to: StoredColumn,
  fill: Fill | undefined,
): string | null {
  if (!isChoice(fill)) return null;
  if ('textColumnId' in fill) return matchSql(plan, table, fill, prefixOf(table))?.id ?? null;
  if ('expression' in fill) return expressionSql(plan, table, to, fill.expression);
  if ('values' in fill) return from && fill.values.length > 0 ? mapSql(table, from, to, fill.values) : null;
  return null;
}

/** What a column holds after a change of plan, over a row of `table` as it was. */
export function becomesSql(plan: Plan, table: Table, from: StoredColumn, to: StoredColumn, fills: Fills): string {
  return chosenSql(plan, table, from, to, fills[to.id]) ?? convertSql(from, to, quoteName(from.identifier));
}

/**
 * Choices without what was said of the rows of a table that is no longer gone, or of one that is no longer new: a plan
 * may have been changed back since.
 */
export const standingFills = (before: Plan, after: Plan, fills: Fills): Fills => {
  const isIn = ({ tables }: Plan, tableId: string) => tables.some(({ id }) => id === tableId);
  return Object.fromEntries(
    Object.entries(fills).filter(([id, fill]) => {
      if (!isChoice(fill) || !('rowsOf' in fill)) return true;
      const { from, into } = fill.rowsOf;
      return (id === from && !isIn(after, from)) || (id === into && !isIn(before, into));
    }),
  );
};

/** The rows of tables that become rows of others. */
export const rowsOf = (fills: Fills): RowsOf['rowsOf'][] =>
  Object.values(fills).flatMap((fill) => (isChoice(fill) && 'rowsOf' in fill ? [fill.rowsOf] : []));

const reads = (plan: Plan, table: Table, text: string, columnId: string): boolean =>
  analysed(plan, table, text).references.some((each) => each.id === columnId);

/** The columns of other tables that are made of a column where its rows become rows of those, by their ids. */
export const pouredReaders = (plan: Plan, table: Table, columnId: string, fills: Fills): string[] =>
  rowsOf(fills)
    .filter(({ from }) => from === table.id)
    .flatMap(({ values }) => Object.keys(values).filter((id) => reads(plan, table, values[id] ?? '', columnId)));

/**
 * The columns of other tables whose expressions lead to a column, by their ids: where those are filled, its values have
 * moved.
 */
export const farReaders = (plan: Plan, later: Plan, table: Table, columnId: string, fills: Fills): string[] =>
  plan.tables.flatMap((other) => {
    const next = other === table ? undefined : later.tables.find(({ id }) => id === other.id);
    return next ? readersOf(plan, other, next, columnId, fills).map(({ id }) => id) : [];
  });

/** The columns of the later table that a choice makes out of a column of the earlier one. */
export function readersOf(plan: Plan, table: Table, next: Table, columnId: string, fills: Fills): StoredColumn[] {
  return next.columns.filter(isStored).filter(({ id }) => {
    const fill = fills[id];
    if (id === columnId || !isChoice(fill)) return false;
    if ('textColumnId' in fill) return fill.textColumnId === columnId;
    return 'expression' in fill && reads(plan, table, fill.expression, columnId);
  });
}

/**
 * The condition, over a row of `table` as it was, that a value of a column is lost: it cannot be had back from what the
 * column becomes, or from what choices make of it.
 */
export function lossSql(plan: Plan, table: Table, next: Table, from: StoredColumn, fills: Fills): string {
  const to = next.columns.filter(isStored).find(({ id }) => id === from.id) ?? null;
  const chosen = to && chosenSql(plan, table, from, to, fills[to.id]);
  const lost =
    chosen === null ? lostCondition(from, to) : `${quoteName(from.identifier)} IS NOT NULL AND (${chosen}) IS NULL`;
  if (to) return lost;
  const readers = readersOf(plan, table, next, from.id, fills).flatMap((reader) => {
    const old = table.columns.filter(isStored).find(({ id }) => id === reader.id) ?? null;
    return chosenSql(plan, table, old, reader, fills[reader.id]) ?? [];
  });
  const poured = rowsOf(fills)
    .filter((rows) => rows.from === table.id)
    .flatMap(({ where, values }) => {
      const taken = where === null ? '' : `NOT coalesce(${conditionSql(plan, table, where)}, 0) OR `;
      return Object.values(values)
        .filter((text) => reads(plan, table, text, from.id))
        .map((text) => `${taken}${fixedSql(plan, table, text) ?? 'NULL'} IS NULL`);
    });
  return [lost, ...readers.map((sql) => `(${sql}) IS NULL`), ...poured].map((each) => `(${each})`).join(' AND ');
}

const NOT_FIXED = 'an upgrade does the same on every phone: it knows no day, person or setting';

function faultIn({ faults: [fault], isFixed }: CompiledExpression): string | null {
  if (fault) return expressionReason(fault);
  return isFixed ? null : NOT_FIXED;
}

/** Why an expression is no condition of which rows of a table are meant, in words, or null. */
export function conditionFault(plan: Plan, table: Table, text: string): string | null {
  const compiled = analysed(plan, table, text);
  return faultIn(compiled) ?? (compiled.type.kind === 'yesNo' ? null : 'it has to be true or false');
}

/**
 * Why a choice cannot be made for a column, in words, or null. `before`, `table`: the plan and the table as they were;
 * `from`: the column as it was.
 */
export function chosenFault(
  before: Plan,
  table: Table,
  from: StoredColumn | null,
  to: StoredColumn,
  fill: Fill,
): string | null {
  if (!isChoice(fill)) return fill === null ? null : valueFault(to, fill);
  if ('expression' in fill) {
    const compiled = analysed(before, table, fill.expression);
    const reason = faultIn(compiled);
    if (reason !== null) return reason;
    const given = assigned(to, fill.expression, compiled, leadsTo(before, compiled));
    return 'fault' in given ? faultReason(given.fault) : null;
  }
  if ('values' in fill) {
    if (!from) return 'there are no values before it';
    for (const [, is] of fill.values) {
      const reason = is === null ? null : valueFault(to, is);
      if (reason !== null) return reason;
    }
    return null;
  }
  if ('textsOf' in fill || 'rowsOf' in fill) return 'a column is not filled with rows';
  if (to.kind !== 'link' || to.tableId !== fill.targetTableId) return 'it leads to another table';
  const stands = before.tables.find(({ id }) => id === fill.targetTableId);
  if (stands && fill.by === null && !isNameFixed(before, stands)) return NOT_FIXED;
  return stands && matchSql(before, table, fill, '') === null ? 'what the text is compared with is not there' : null;
}

import { ownedTables } from './owner';
import { isLink, traitsOf } from '@/core/column';
import { type CompiledSlot, type CompiledStyle, type CompiledTotal, ofRecord, toneOf } from '@/core/compiled';
import { aggregates, analyseExpression, linkIdOf, valueOf } from '@/core/expression';
import type { Column, Definition, Slot, Style, Table, Total } from '@/core/model';
import { analysed, columnAtPath, columnOfText, planScope } from '@/core/plan';
import { as, type Fragment, quoteName, raw, sql } from '@/core/sql';

export type Plan = Pick<Definition, 'tables' | 'people'>;

/** An expression as a row of the table gives it. */
export const valueAt = (plan: Plan, table: Table, text: string): Fragment => valueOf(compiledAt(plan, table, text));

const compiledAt = (plan: Plan, table: Table, text: string) =>
  analyseExpression(text, planScope(plan)(table.id), `${quoteName(table.identifier)}.`);

/** Compiles a slot; `prefix` begins the names of all that it selects. */
export function compileSlot(plan: Plan, table: Table, slot: Slot, prefix: string): CompiledSlot {
  const { id, text, label, format, look, maxLines } = slot;
  const column = columnOfText(plan, table.id, text);
  const path = columnAtPath(plan, table.id, text);
  const compiled = compiledAt(plan, table, text);
  const value = valueOf(compiled);
  const isHeavy = traitsOf(column).isAttachment;
  const tone = slot.tone === undefined ? choiceTone(plan, table, text) : toneAt(plan, table, slot.tone);
  const rows = { table: table.identifier, owned: ownedTables(plan) };
  return {
    id,
    key: prefix,
    value: isHeavy ? sql`(${value} IS NOT NULL)` : value,
    label: label ?? (path ? path.column.name : ''),
    column,
    ...(format ? { format } : {}),
    ...(look ? { look } : {}),
    ...(maxLines ? { maxLines } : {}),
    tone: tone && { key: `${prefix}_tone`, value: tone },
    styles: compileStyles(plan, table, slot.styles, prefix),
    link:
      path && isLink(path.column) && compiled.linkIdSql !== null
        ? { key: `${prefix}_id`, value: linkIdOf(compiled), tableId: path.column.tableId }
        : null,
    apart: isHeavy ? ofRecord(rows, [as(value, prefix)]) : null,
  };
}

export const compileStyles = (
  plan: Plan,
  table: Table,
  styles: readonly Style[] = [],
  prefix: string,
): CompiledStyle[] =>
  styles.map(({ when, ...style }, index) => ({
    ...style,
    key: `${prefix}_is${index}`,
    value: valueAt(plan, table, when),
  }));

/** The tone of a choice that has colours, where the slot shows one. */
function choiceTone(plan: Plan, table: Table, text: string): Fragment | null {
  const column = columnAtPath(plan, table.id, text)?.column;
  return column ? toneOf(column, valueAt(plan, table, text)) : null;
}

const toneAt = (plan: Plan, table: Table, text: string): Fragment =>
  choiceTone(plan, table, text) ?? valueAt(plan, table, text);

/** Compiles figures over the rows of a table; `prefix` begins their names. */
export const compileTotals = (
  plan: Plan,
  table: Table,
  totals: readonly Total[] = [],
  prefix: string,
): CompiledTotal[] =>
  totals.map(({ id, label, aggregate, text, format }, index) => ({
    id,
    key: `${prefix}${index}`,
    label,
    ...aggregateSql(plan, table, aggregate, text),
    ...(format ? { format } : {}),
  }));

/** An aggregate over rows of the table, and a column of the kind that it gives. */
export function aggregateSql(
  plan: Plan,
  table: Table,
  aggregate: Total['aggregate'],
  text: string | undefined,
): { value: Fragment; column: Column } {
  const whole = {
    id: 'value',
    name: 'Value',
    identifier: 'value',
    required: false,
    unique: false,
    default: { kind: 'none' },
    kind: 'wholeNumber',
  } as const;
  if (aggregate === 'count' || text === undefined) return { value: raw('count(*)'), column: whole };
  const column = columnOfText(plan, table.id, text);
  const of = valueAt(plan, table, text);
  const value = { ...of, sql: aggregates[aggregate]?.sql(of.sql, undefined) ?? 'count(*)' };
  if (aggregate !== 'avg') return { value, column };
  if (column.kind === 'money') return { value: sql`CAST(round(${value}) AS INTEGER)`, column };
  return { value, column: column.kind === 'wholeNumber' ? { ...whole, kind: 'decimal', places: 1 } : column };
}

/**
 * Whether an expression gives text that reads more than its own row: what an index of the row's own texts cannot know.
 */
export function isLinkedText(plan: Plan, tableId: string, text: string): boolean {
  const { type, isOfRow, isPersonal } = analysed(plan, tableId, text);
  return type.kind === 'text' && !isOfRow && !isPersonal;
}

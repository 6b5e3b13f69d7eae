import { ownerStatement } from './owner';
import { isLink, traitsOf } from '@/core/column';
import type { CompiledSlot, CompiledStyle, CompiledTotal, Statement } from '@/core/compiled';
import { aggregates, analyseExpression, linkIdOf, valueOf } from '@/core/expression';
import type { Column, Definition, Slot, Style, Table, Tone, Total } from '@/core/model';
import { analysed, columnAtPath, columnOfText, planScope } from '@/core/plan';
import { as, constant, type Fragment, joined, name, param, quoteName, raw, rowsOf, sql } from '@/core/sql';

export type Plan = Pick<Definition, 'tables' | 'people'>;

/** Something that a statement selects. */
export interface Selected {
  key: string;
  value: Fragment;
}

/** An expression as a row of the table gives it. */
export const valueAt = (plan: Plan, table: Table, text: string): Fragment => valueOf(compiledAt(plan, table, text));

const compiledAt = (plan: Plan, table: Table, text: string) =>
  analyseExpression(text, planScope(plan)(table.id), `${quoteName(table.identifier)}.`);

export const select = (selected: readonly Selected[]): Fragment[] => selected.map(({ key, value }) => as(value, key));

/** Selects something of one record; parameter `id`. */
export const ofRecord = (plan: Plan, table: Table, selected: readonly Fragment[]): Statement =>
  ownerStatement(
    plan,
    sql`SELECT ${selected} FROM ${rowsOf(table.identifier)} WHERE ${name(table.identifier)}."id" = ${param('id')}`,
  );

/** Compiles a slot; `prefix` begins the names of all that it selects. */
export function compileSlot(
  plan: Plan,
  table: Table,
  slot: Slot,
  prefix: string,
): { slot: CompiledSlot; selected: Selected[] } {
  const { id, text, label, format, look, maxLines } = slot;
  const column = columnOfText(plan, table.id, text);
  const path = columnAtPath(plan, table.id, text);
  const compiled = compiledAt(plan, table, text);
  const value = valueOf(compiled);
  const isHeavy = traitsOf(column).isAttachment;
  const styles = compileStyles(plan, table, slot.styles, prefix);
  const tone = slot.tone === undefined ? choiceTone(plan, table, text) : toneAt(plan, table, slot.tone);
  const link =
    path && isLink(path.column) && compiled.linkIdSql !== null
      ? { key: `${prefix}_id`, tableId: path.column.tableId }
      : null;
  return {
    slot: {
      id,
      key: prefix,
      label: label ?? (path ? path.column.name : ''),
      column,
      ...(format ? { format } : {}),
      ...(look ? { look } : {}),
      ...(maxLines ? { maxLines } : {}),
      toneKey: tone === null ? null : `${prefix}_tone`,
      styles: styles.styles,
      link,
      apart: isHeavy ? ofRecord(plan, table, [as(value, prefix)]) : null,
    },
    selected: [
      { key: prefix, value: isHeavy ? sql`(${value} IS NOT NULL)` : value },
      ...(tone === null ? [] : [{ key: `${prefix}_tone`, value: tone }]),
      ...(link ? [{ key: link.key, value: linkIdOf(compiled) }] : []),
      ...styles.selected,
    ],
  };
}

export function compileStyles(
  plan: Plan,
  table: Table,
  styles: readonly Style[] = [],
  prefix: string,
): { styles: CompiledStyle[]; selected: Selected[] } {
  const keyed = styles.map(({ when, ...style }, index) => ({ when, style: { ...style, key: `${prefix}_is${index}` } }));
  return {
    styles: keyed.map(({ style }) => style),
    selected: keyed.map(({ when, style }) => ({ key: style.key, value: valueAt(plan, table, when) })),
  };
}

/** The tone of a choice that has colours, where the slot shows one. */
function choiceTone(plan: Plan, table: Table, text: string): Fragment | null {
  const column = columnAtPath(plan, table.id, text)?.column;
  return column?.kind === 'choice' && column.tones && Object.keys(column.tones).length > 0
    ? tonesOf(valueAt(plan, table, text), column.tones)
    : null;
}

const toneAt = (plan: Plan, table: Table, text: string): Fragment =>
  choiceTone(plan, table, text) ?? valueAt(plan, table, text);

function tonesOf(value: Fragment, tones: Record<string, Tone>): Fragment {
  const branches = Object.entries(tones).map(([choice, tone]) => sql`WHEN ${constant(choice)} THEN ${constant(tone)}`);
  return sql`CASE ${value} ${joined(branches, ' ')} END`;
}

/** Compiles figures over the rows of a table; `prefix` begins their names. */
export function compileTotals(
  plan: Plan,
  table: Table,
  totals: readonly Total[] = [],
  prefix: string,
): { totals: CompiledTotal[]; selected: Selected[] } {
  const made = totals.map(({ id, label, aggregate, text, format }, index) => {
    const { value, column } = aggregateSql(plan, table, aggregate, text);
    const key = `${prefix}${index}`;
    return { total: { id, key, label, column, ...(format ? { format } : {}) }, selected: { key, value } };
  });
  return { totals: made.map(({ total }) => total), selected: made.map(({ selected }) => selected) };
}

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

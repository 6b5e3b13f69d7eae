import type { Own } from './own';
import { ofRecord, type RowsOf, valueOfColumn } from './selected';
import { type CompiledSlot, type CompiledStyle, type CompiledTotal, toneOf } from './slot';
import type { Statement } from './statement';
import { isLink, traitsOf } from '@/core/column';
import type { Column } from '@/core/model';
import { as, type Fragment, name, sql } from '@/core/sql';

/** A style as a module says it: where it stands says the rest. */
export type StyleSaid = Omit<CompiledStyle, 'id' | 'key' | 'value'> & {
  /** What holds for the rows that look so. */
  when: Fragment;
};

/** A figure over many rows as a module says it. */
export type TotalSaid = Omit<CompiledTotal, 'id' | 'key'>;

/** A slot as a module says it: a column is read as its table does, and what else there is to it is said. */
export interface FieldSaid extends Own, Pick<CompiledSlot, 'format' | 'look' | 'maxLines'> {
  column: Column;
  /** Where it is another than the column's name. */
  label?: string;
  value?: Fragment;
  /** What gives it a colour, where its choice does not; null for none. */
  tone?: Fragment | null;
  /** The record that it leads to, where that is not the one that the column links to. */
  link?: { tableId: string; value: Fragment } | null;
  styles?: StyleSaid[];
  /** Reads a heavy value of one record; parameter `id`. */
  apart?: Statement | null;
}

/** Where something stands: what it is called among its kind, and where its value stands in a row. */
export interface Place {
  id: string;
  key: string;
}

export const styleOf = ({ when, ...style }: StyleSaid, key: string, at: number): CompiledStyle => ({
  ...style,
  id: `styles${at + 1}`,
  key: `${key}_is${at}`,
  value: when,
});

/** The slot of a field that stands in this place, of a row of this table. */
export function slotOf(said: FieldSaid, { key, id }: Place, rows: RowsOf): CompiledSlot {
  const { column, label = column.name, value, tone, link, styles = [], apart, ...rest } = said;
  const own = valueOfColumn(rows, column);
  const isHeavy = traitsOf(column).isAttachment && value === undefined;
  const shown = value ?? (isHeavy ? sql`(${own} IS NOT NULL)` : own);
  const toned = tone === undefined ? toneOf(column, shown) : tone;
  const linked = link === undefined ? linkedBy(rows, column, shown) : link;
  return {
    id,
    ...rest,
    key,
    value: shown,
    label,
    column,
    tone: toned && { key: `${key}_tone`, value: toned },
    styles: styles.map((style, at) => styleOf(style, key, at)),
    link: linked && { ...linked, key: `${key}_id` },
    apart: apart === undefined ? (isHeavy ? ofRecord(rows, [as(own, key)]) : null) : apart,
  };
}

/** A link of the table's own leads to its record; it depends on the rows that its name is read from. */
function linkedBy(
  { table }: RowsOf,
  column: Column,
  { reads, takes }: Fragment,
): NonNullable<FieldSaid['link']> | null {
  if (!isLink(column)) return null;
  return { tableId: column.tableId, value: { ...sql`${name(table)}.${name(column.identifier)}`, reads, takes } };
}

/** Figures that stand one after another; `key` begins where their values stand. */
export const totalsAt = (totals: readonly TotalSaid[], key: string): CompiledTotal[] =>
  totals.map((total, at) => ({ ...total, id: `totals${at + 1}`, key: `${key}${at}` }));

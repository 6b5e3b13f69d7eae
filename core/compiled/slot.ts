import type { Own } from './own';
import type { Selected } from './selected';
import type { Statement } from './statement';
import type { Column, Format, Slot, Style } from '@/core/model';
import { constant, type Fragment, joined, sql } from '@/core/sql';

/** A slot ready to be shown: its value, and how it is formatted. */
export interface CompiledSlot extends Own, Selected, Pick<Slot, 'id' | 'format' | 'look' | 'maxLines'> {
  label: string;
  /** A column of the kind that the expression gives. */
  column: Column;
  tone: Selected | null;
  styles: CompiledStyle[];
  /** For a link: the id of its record, and whose record it is. */
  link: (Selected & { tableId: string }) | null;
  /** Reads the value of one record, where it is too heavy to come with every row; parameter `id`. */
  apart: Statement | null;
}

/** A style, with what says whether a row has it. */
export interface CompiledStyle extends Selected, Omit<Style, 'when'> {}

/** A figure over many rows, ready to be shown. */
export interface CompiledTotal extends Selected {
  id: string;
  label: string;
  column: Column;
  format?: Format;
}

/** All that slots take from a row. */
export const selectedOf = (slots: readonly CompiledSlot[]): Selected[] =>
  slots.flatMap(({ key, value, tone, link, styles }) => [
    { key, value },
    ...(tone ? [tone] : []),
    ...(link ? [link] : []),
    ...styles,
  ]);

/** The tone of a value of this column, where its choices have colours. */
export function toneOf(column: Column, value: Fragment): Fragment | null {
  const tones = column.kind === 'choice' ? Object.entries(column.tones ?? {}) : [];
  if (tones.length === 0) return null;
  const branches = tones.map(([choice, tone]) => sql`WHEN ${constant(choice)} THEN ${constant(tone)}`);
  return sql`CASE ${value} ${joined(branches, ' ')} END`;
}

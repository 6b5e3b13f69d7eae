import type { Statement } from './statement';
import type { Column, Format, Slot, Style } from '@/core/model';

/** A slot ready to be shown: where its value stands in a row, and how it is formatted. */
export interface CompiledSlot extends Pick<Slot, 'id' | 'format' | 'look' | 'maxLines'> {
  /** The column of the statement's rows that holds the value. */
  key: string;
  label: string;
  /** A column of the kind that the expression gives. */
  column: Column;
  toneKey: string | null;
  styles: CompiledStyle[];
  /** For a link: where the id of its record stands, and whose record it is. */
  link: { key: string; tableId: string } | null;
  /** Reads the value of one record, where it is too heavy to come with every row; parameter `id`. */
  apart: Statement | null;
}

export interface CompiledStyle extends Omit<Style, 'when'> {
  key: string;
}

/** A figure over many rows, ready to be shown. */
export interface CompiledTotal {
  id: string;
  key: string;
  label: string;
  column: Column;
  format?: Format;
}

import type { CompiledSlot, CompiledTotal } from './slot';
import type { Statement } from './statement';
import type { ColumnOf, PageLayout } from '@/core/model';

export type CompiledRecordPart =
  | { kind: 'group'; id: string; title: string | null; facts: CompiledSlot[] }
  | ({ kind: 'linked' } & LinkedPart)
  | { kind: 'button'; id: string; label: string; screenId: string }
  | { kind: 'routine'; id: string; label: string; routineId: string };

/** Records that belong to the one on screen. */
export interface LinkedPart {
  id: string;
  title: string;
  tableId: string;
  column: ColumnOf<'link'>;
  listScreenId: string | null;
  rows: number;
  totals: CompiledTotal[];
  /** Their totals; parameter `linked`. */
  statement: Statement | null;
}

/** A record laid out for paper. */
export interface CompiledPage extends Pick<PageLayout, 'paper' | 'heading' | 'foot'> {
  facts: CompiledSlot[];
  /** The head's facts; parameter `id`. */
  head: Statement;
  lines: {
    title: string;
    slots: CompiledSlot[];
    totals: CompiledTotal[];
    statement: Statement;
    sums: Statement | null;
  } | null;
}

export interface CompiledRecord {
  tableId: string;
  parts: CompiledRecordPart[];
  /** Everything that its facts show; parameter `id`. */
  statement: Statement;
  /** Whether it reads no other record of its table, so that of those it changes with this one alone. */
  isOfRow: boolean;
  page: CompiledPage | null;
}

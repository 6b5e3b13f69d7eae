import type { Own } from './own';
import { ownerFragment } from './owner';
import { ofRecord, type RowsOf, select } from './selected';
import { type CompiledSlot, type CompiledTotal, selectedOf } from './slot';
import type { Statement } from './statement';
import type { ColumnOf, PageLayout } from '@/core/model';
import { type Fragment, name, param, rowsOf, sql } from '@/core/sql';

export type CompiledRecordPart =
  | { kind: 'group'; id: string; title: string | null; facts: CompiledSlot[] }
  | ({ kind: 'linked' } & LinkedPart)
  | { kind: 'button'; id: string; label: string; screenId: string }
  | { kind: 'routine'; id: string; label: string; routineId: string }
  | ({ kind: 'own'; id: string } & Required<Own>);

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
  lines: PageLines | null;
}

export interface PageLines {
  title: string;
  tableId: string;
  column: ColumnOf<'link'>;
  slots: CompiledSlot[];
  totals: CompiledTotal[];
  statement: Statement;
  sums: Statement | null;
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

/** What a record reads, by the facts of its parts. */
export function recordReads(
  rows: RowsOf,
  parts: readonly CompiledRecordPart[],
): Pick<CompiledRecord, 'statement' | 'isOfRow'> {
  const slots = parts.flatMap((part) => (part.kind === 'group' ? part.facts : []));
  const read = [...rows.named, ...select(selectedOf(slots))];
  return { statement: ofRecord(rows, read), isOfRow: !read.some(({ reads }) => reads.includes(rows.table)) };
}

/** The records whose link leads to one; `parameter` gives its id. */
function belonging({ table }: RowsOf, column: ColumnOf<'link'>, parameter: string): Fragment {
  return sql`FROM ${rowsOf(table)} WHERE ${name(table)}.${name(column.identifier)} = ${param(parameter)}`;
}

/** Totals over the records of this table that belong to one; `parameter` gives its id. */
export const totalsOf = (
  rows: RowsOf,
  column: ColumnOf<'link'>,
  totals: readonly CompiledTotal[],
  parameter: 'linked' | 'id',
): Statement | null =>
  totals.length === 0
    ? null
    : ownerFragment(rows.owned, sql`SELECT ${select(totals)} ${belonging(rows, column, parameter)}`);

/** What the head of a page reads; parameter `id`. */
export const pageHead = (rows: RowsOf, facts: readonly CompiledSlot[]): Statement =>
  ofRecord(rows, [...rows.named, ...select(selectedOf(facts))]);

/** Lines of a page: the records of this table that belong to its own by `column`, and their totals. */
export function pageLines(
  rows: RowsOf,
  column: ColumnOf<'link'>,
  { slots, totals }: Pick<PageLines, 'slots' | 'totals'>,
): Pick<PageLines, 'statement' | 'sums'> {
  const id = sql`${name(rows.table)}."id"`;
  const belongs = belonging(rows, column, 'id');
  return {
    statement: ownerFragment(rows.owned, sql`SELECT ${[id, ...select(selectedOf(slots))]} ${belongs} ORDER BY ${id}`),
    sums: totalsOf(rows, column, totals, 'id'),
  };
}

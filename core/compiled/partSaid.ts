import { type FieldSaid, type Place, slotOf, totalsAt, type TotalSaid } from './fieldSaid';
import { type CompiledCheck, type CompiledForm, type CompiledFormPart, formLines, formReads } from './form';
import { type CompiledEntry, type CompiledMenu, menuReads } from './menu';
import {
  type CompiledPage,
  type CompiledRecord,
  type CompiledRecordPart,
  type LinkedPart,
  pageHead,
  pageLines,
  recordReads,
  totalsOf,
} from './record';
import type { RowsOf, Selected } from './selected';
import type { CompiledTable } from './table';
import type { AskedColumn, Column, ColumnOf } from '@/core/model';
import type { Fragment } from '@/core/sql';

/** What screens have to know of a table. */
export type TableParts = Pick<CompiledTable, 'id' | 'list' | 'filled'> & {
  /** What people fill in. */
  asked: readonly AskedColumn[];
};

type Belonging = {
  /** The table whose records belong to this one, and the link by which they do. */
  of: TableParts;
  column: ColumnOf<'link'>;
};

type RecordPart<K> = Extract<CompiledRecordPart, { kind: K }>;
type FormPart<K> = Extract<CompiledFormPart, { kind: K }>;
type Entry<K> = Extract<CompiledEntry, { kind: K }>;

/** A part of a record as a module says it. */
export type RecordPartSaid =
  | { kind: 'group'; title?: string; facts: FieldSaid[] }
  | ({ kind: 'linked'; title?: string; totals?: TotalSaid[] } & Belonging &
      Partial<Pick<LinkedPart, 'listScreenId' | 'rows'>>)
  | Omit<RecordPart<'button'>, 'id'>
  | Omit<RecordPart<'routine'>, 'id'>
  | Omit<RecordPart<'own'>, 'id'>;

/** A part of a form as a module says it. */
export type FormPartSaid =
  | (Omit<FormPart<'field'>, 'id' | 'start' | 'readOnly' | 'visible'> & {
      /** What it starts with, whether it is fixed and whether it is seen, where that is evaluated. */
      start?: Fragment;
      readOnly?: Fragment;
      visible?: Fragment;
    })
  | Omit<FormPart<'heading'>, 'id'>
  | { kind: 'fact'; shows: FieldSaid }
  | ({ kind: 'lines'; title?: string } & Belonging & Pick<FormPart<'lines'>, 'fields'>);

/** What must hold for a record to be saved, as a module says it; `column` is the one that it is about. */
export interface CheckSaid extends Pick<CompiledCheck, 'message'> {
  holds: Fragment;
  column?: Column;
}

/** An entry of a menu as a module says it; `when` is a condition, and `count` the figure that it bears. */
export type EntrySaid =
  | Omit<Entry<'heading'>, 'id'>
  | Omit<Entry<'own'>, 'id'>
  | (Omit<Entry<'screen'>, 'id' | 'when' | 'count'> & { when?: Fragment; count?: Fragment })
  | (Omit<Entry<'routine'>, 'id' | 'when'> & { when?: Fragment })
  | (Omit<Entry<'rows'>, 'id' | 'when'> & { when?: Fragment });

/** A page as a module says it. */
export interface PageSaid extends Pick<CompiledPage, 'paper' | 'heading' | 'foot'> {
  facts: FieldSaid[];
  lines?: Belonging & { slots: FieldSaid[]; totals?: TotalSaid[] };
}

const numbered = (part: string, at: number): string => `${part}${at + 1}`;

const selected = (key: string, value: Fragment | undefined): Selected | null => (value ? { key, value } : null);

/** Where the facts of a record's parts, of a form and of a page stand. */
export const factPlace = (at: number, part?: number): Place => ({
  key: part === undefined ? `_fact${at}` : `_fact${part}_${at}`,
  id: numbered('facts', at),
});

/** Where the fields of a page's lines stand. */
export const pageLinePlace = (at: number): Place => ({ key: `_line${at}`, id: numbered('slots', at) });

/** How many records that belong to one are shown with it where nothing else is said. */
export const USUAL_LINKED = 5;

function recordPartOf(said: RecordPartSaid, at: number, rows: RowsOf): CompiledRecordPart {
  const id = numbered('parts', at);
  if (said.kind === 'group') {
    const facts = said.facts.map((field, index) => slotOf(field, factPlace(index, at), rows));
    return { kind: 'group', id, title: said.title ?? null, facts };
  }
  if (said.kind !== 'linked') return { ...said, id };
  const { of, column, title = column.inverse, listScreenId = null, rows: most = USUAL_LINKED } = said;
  const totals = totalsAt(said.totals ?? [], '_total');
  const statement = totalsOf(of.list.fragments.rows, column, totals, 'linked');
  return { kind: 'linked', id, title, tableId: of.id, column, listScreenId, rows: most, totals, statement };
}

function pageOf({ facts, lines, ...rest }: PageSaid, rows: RowsOf): CompiledPage {
  const slots = facts.map((field, at) => slotOf(field, factPlace(at), rows));
  return { ...rest, facts: slots, head: pageHead(rows, slots), lines: lines ? linesOf(lines) : null };
}

function linesOf({ of, column, ...said }: NonNullable<PageSaid['lines']>): CompiledPage['lines'] {
  const { rows } = of.list.fragments;
  const slots = said.slots.map((field, at) => slotOf(field, pageLinePlace(at), rows));
  const totals = totalsAt(said.totals ?? [], '_total');
  const reads = pageLines(rows, column, { slots, totals });
  return { title: column.inverse, tableId: of.id, column, slots, totals, ...reads };
}

/** A record of this table, by its parts. */
export function recordOf(table: TableParts, said: readonly RecordPartSaid[], page?: PageSaid): CompiledRecord {
  const { rows } = table.list.fragments;
  const parts = said.map((part, at) => recordPartOf(part, at, rows));
  return { tableId: table.id, parts, ...recordReads(rows, parts), page: page ? pageOf(page, rows) : null };
}

function formPartOf(said: FormPartSaid, at: number, rows: RowsOf): CompiledFormPart {
  const id = numbered('parts', at);
  switch (said.kind) {
    case 'heading':
      return { ...said, id };
    case 'fact':
      return { kind: 'fact', id, slot: slotOf(said.shows, { key: `_fact${at}`, id: 'slot1' }, rows) };
    case 'field': {
      const { start, readOnly, visible, ...rest } = said;
      return {
        ...rest,
        id,
        start: selected(`_start${at}`, start),
        readOnly: selected(`_fixed${at}`, readOnly),
        visible: selected(`_seen${at}`, visible),
      };
    }
    case 'lines': {
      const { of, column, title = column.inverse, fields } = said;
      const statement = formLines(of.list.fragments.rows, of.asked, column);
      return { kind: 'lines', id, title, tableId: of.id, column, fields, statement };
    }
  }
}

/** A form for records of this table, by its parts and what must hold. */
export function formOf(
  table: TableParts,
  said: readonly FormPartSaid[],
  checksSaid: readonly CheckSaid[],
  after: CompiledForm['after'],
): CompiledForm {
  const { rows } = table.list.fragments;
  const parts = said.map((part, at) => formPartOf(part, at, rows));
  const checks = checksSaid.map(({ holds, column, message }, at): CompiledCheck => ({
    id: numbered('checks', at),
    message,
    ...(column ? { columnId: column.id } : {}),
    key: `_check${at}`,
    value: holds,
  }));
  const columns = { asked: table.asked.map(({ identifier }) => identifier), filled: table.filled };
  return { tableId: table.id, parts, checks, after, ...formReads(rows, columns, parts, checks) };
}

function entryOf(said: EntrySaid, at: number): CompiledEntry {
  const id = numbered('entries', at);
  if (said.kind === 'heading' || said.kind === 'own') return { ...said, id };
  const when = selected(`_when${at}`, said.when);
  return said.kind === 'screen'
    ? { ...said, id, when, count: selected(`_count${at}`, said.count) }
    : { ...said, id, when };
}

/** A menu, by its entries. */
export function menuOf(said: readonly EntrySaid[], note: string | null): CompiledMenu {
  const entries = said.map(entryOf);
  return { entries, note, ...menuReads(entries) };
}

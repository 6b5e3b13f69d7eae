import { type FieldSaid, slotOf, totalsAt, type TotalSaid } from './fieldSaid';
import type { CompiledList, ListFragments } from './list';
import { SECTION } from './listSql';
import { rowOf, type RowSaid } from './rowSaid';
import type { ListBehaviour } from './screen';
import type { RowsOf } from './selected';
import { traitsOf } from '@/core/column';
import type { Column } from '@/core/model';
import type { Fragment } from '@/core/sql';

/** What a list is where nothing else is said: for those of a table, as the list of all its records. */
export type UsualList = Pick<CompiledList, 'tableId' | 'row' | 'searches' | 'sorts' | 'filters'> & {
  rows: RowsOf;
  search: ListFragments['search'];
};

/** What the list of all records of a table is, but for how its rows look; `own`: what it is searched by. */
export function usualOfTable(
  tableId: string,
  rows: RowsOf,
  columns: readonly Column[],
  own: ListFragments['search']['own'],
): Omit<UsualList, 'row'> {
  const sorts = columns.filter((column) => traitsOf(column).sorts);
  const filters = sorts.filter((column) => traitsOf(column).filters !== null);
  return { tableId, rows, searches: own !== null, sorts, filters, search: { own, only: null, linked: [] } };
}

/** A list as a module says it. */
export interface ListSaid extends Partial<Pick<CompiledList, 'searches' | 'sorts' | 'filters'>> {
  row?: RowSaid;
  /** What its rows are put together by, in which order, and the figures of each section. */
  section?: { by: FieldSaid; order?: Fragment; totals?: TotalSaid[] };
  totals?: TotalSaid[];
  /** What its statements are made of beside the table's. */
  fragments?: Partial<Omit<ListFragments, 'rows' | 'section' | 'search'>> & {
    search?: Partial<ListFragments['search']>;
  };
}

export const usualOf = ({ fragments: { rows, search }, ...list }: CompiledList): UsualList => ({
  ...list,
  rows,
  search,
});

/** Where the value of a section stands. */
export const sectionPlace = { key: SECTION, id: 'section' };

export function listOf(said: ListSaid, usual: UsualList): CompiledList {
  const { tableId, rows } = usual;
  const { row, searches = usual.searches, sorts = usual.sorts, filters = usual.filters, section, totals = [] } = said;
  const by = section ? slotOf(section.by, sectionPlace, rows) : null;
  const conditions = said.fragments?.conditions ?? [];
  return {
    tableId,
    row: row ? rowOf(row, rows) : usual.row,
    searches,
    narrows: conditions.length > 0,
    sorts,
    filters,
    section: by && { slot: by, totals: totalsAt(section?.totals ?? [], '_sum') },
    totals: totalsAt(totals, '_total'),
    fragments: {
      rows,
      conditions,
      order: said.fragments?.order ?? null,
      section: by && (section?.order ?? by.value),
      group: said.fragments?.group ?? null,
      search: { ...usual.search, ...said.fragments?.search },
    },
  };
}

/** What people can do in a list where nothing else is said. */
export const usualBehaviour: ListBehaviour = {
  tap: 'record',
  hold: 'actions',
  swipe: true,
  buttons: [],
  select: false,
  add: true,
  routines: [],
  rowRoutine: null,
  labels: null,
  collect: null,
};

import { orderBy } from './order';
import { queryConditions } from './query';
import { compileRow } from './row';
import { compileSearch, isSearched } from './search';
import { compileSlot, compileTotals, type Plan } from './slot';
import { rowsOfTable } from './tableRows';
import { traitsOf } from '@/core/column';
import { type CompiledList, directed, lazily, SECTION } from '@/core/compiled';
import type { Column, ListScreen, Query, RowDesign, SortBy, Table } from '@/core/model';
import { madeRow, shownColumns } from '@/core/plan';
import type { Fragment } from '@/core/sql';

export interface ListSource {
  row?: RowDesign;
  query?: Query;
  sort?: readonly SortBy[];
  section?: ListScreen['section'];
  totals?: ListScreen['totals'];
  search?: ListScreen['search'];
  filters?: readonly string[];
  userSort?: boolean;
  /** What a report groups by: the list can be narrowed to one group. */
  group?: Fragment;
}

/** Compiles a list over the rows of a table, or over those that a query selects. */
export function compileList(plan: Plan, table: Table, source: ListSource = {}): CompiledList {
  const design = source.row ?? madeRow(plan, table);
  const sortable = shownColumns(plan, table).filter(isSortable);
  const filterable = sortable.filter(isFilterable);
  const section = source.section ? compileSection(plan, table, source.section) : null;
  const designed = source.query?.order && !source.sort ? source.query.order : (source.sort ?? []);
  const mode = source.search ?? 'all';
  const conditions = source.query ? queryConditions(plan, table, source.query) : [];
  const fragments = {
    rows: rowsOfTable(plan, table),
    conditions,
    order: designed.length > 0 ? orderBy(plan, table, designed) : null,
    section: section && section.order,
    group: source.group ?? null,
  };
  return {
    tableId: table.id,
    row: compileRow(plan, table, design),
    searches: isSearched(plan, table, design, mode),
    narrows: conditions.length > 0,
    sorts: source.userSort === false ? [] : sortable,
    filters: source.filters ? filterable.filter(({ id }) => source.filters?.includes(id)) : filterable,
    section: section && { slot: section.slot, totals: section.totals },
    totals: compileTotals(plan, table, source.totals, '_total'),
    fragments: lazily(fragments, 'search', () => compileSearch(plan, table, design, mode)),
  };
}

const isSortable = (column: Column): boolean => traitsOf(column).sorts;

const isFilterable = (column: Column): boolean => traitsOf(column).filters !== null;

function compileSection(
  plan: Plan,
  table: Table,
  { text, format, direction, totals }: NonNullable<ListScreen['section']>,
) {
  const slot = compileSlot(plan, table, { id: 'section', text, ...(format ? { format } : {}) }, SECTION);
  return {
    slot,
    order: directed(slot.value, direction ?? 'ascending'),
    totals: compileTotals(plan, table, totals, '_sum'),
  };
}

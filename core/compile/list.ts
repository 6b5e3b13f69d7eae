import { lazily } from './lazily';
import { nameKey, orderBy, orderKey } from './order';
import { ownedTables } from './owner';
import { queryConditions } from './query';
import { compileRow } from './row';
import { compileSearch, isSearched } from './search';
import { compileSlot, compileTotals, type Plan, select, valueAt } from './slot';
import { isLink, traitsOf } from '@/core/column';
import { type CompiledList, directed, ID, type ListFragments, SECTION, SHOWN_NAME } from '@/core/compiled';
import type { Column, ListScreen, Query, RowDesign, SortBy, Table } from '@/core/model';
import { columnText, madeRow, shownColumns, shownNameSql } from '@/core/plan';
import { as, type Fragment, name, quoteName, sql } from '@/core/sql';

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
  const { row, selected } = compileRow(plan, table, design);
  const sortable = shownColumns(plan, table).filter(isSortable);
  const filterable = sortable.filter(isFilterable);
  const section = source.section ? compileSection(plan, table, source.section) : null;
  const totals = compileTotals(plan, table, source.totals, '_total');
  const designed = source.query?.order && !source.sort ? source.query.order : (source.sort ?? []);
  const mode = source.search ?? 'all';
  const conditions = source.query ? queryConditions(plan, table, source.query) : [];
  return {
    tableId: table.id,
    row,
    searches: isSearched(plan, table, design, mode),
    narrows: conditions.length > 0,
    sorts: source.userSort === false ? [] : sortable,
    filters: source.filters ? filterable.filter(({ id }) => source.filters?.includes(id)) : filterable,
    section: section && { slot: section.slot, totals: section.totals.totals },
    totals: totals.totals,
    fragments: fragmentsOf(plan, table, {
      named: [
        sql`${name(table.identifier)}.${name(ID)}`,
        as(shownNameSql(plan, table, `${quoteName(table.identifier)}.`), SHOWN_NAME),
      ],
      selected: select(selected),
      conditions,
      order: designed.length > 0 ? orderBy(plan, table, designed) : null,
      section: section && {
        value: section.value,
        order: section.order,
        totals: select(section.totals.selected),
      },
      totals: select(totals.selected),
      group: source.group ?? null,
      search: () => compileSearch(plan, table, design, mode),
    }),
  };
}

type OfList = Omit<ListFragments, 'table' | 'owned' | 'byName' | 'sorts' | 'filters' | 'search'> & {
  search: () => ListFragments['search'];
};

/** With what is made when somebody sorts, filters or searches. */
function fragmentsOf(plan: Plan, table: Table, ofList: OfList): ListFragments {
  const shown = () => shownColumns(plan, table);
  // As the table has them: what is computed is shown as a column of the kind that it gives.
  const byColumn = (some: readonly Column[], fragment: (column: Column) => Fragment) => {
    const ids = new Set(some.map(({ id }) => id));
    return Object.fromEntries(
      table.columns.filter(({ id }) => ids.has(id)).map((column) => [column.id, fragment(column)]),
    );
  };
  const { search, ...said } = ofList;
  const whole = { table: table.identifier, owned: ownedTables(plan), ...said };
  return lazily(
    lazily(
      lazily(lazily(whole, 'search', search), 'byName', () => nameKey(plan, table)),
      'sorts',
      () => byColumn(shown().filter(isSortable), (column) => orderKey(plan, table, column)),
    ),
    'filters',
    () => byColumn(shown().filter(isFilterable), (column) => filterValue(plan, table, column)),
  );
}

const isSortable = (column: Column): boolean => traitsOf(column).sorts;

const isFilterable = (column: Column): boolean => traitsOf(column).filters !== null;

function compileSection(
  plan: Plan,
  table: Table,
  { text, format, direction, totals }: NonNullable<ListScreen['section']>,
) {
  const { slot } = compileSlot(plan, table, { id: 'section', text, ...(format ? { format } : {}) }, SECTION);
  const value = valueAt(plan, table, text);
  return {
    slot,
    value,
    order: directed(value, direction ?? 'ascending'),
    totals: compileTotals(plan, table, totals, '_sum'),
  };
}

const filterValue = (plan: Plan, table: Table, column: Column): Fragment =>
  isLink(column) ? sql`${name(table.identifier)}.${name(column.identifier)}` : valueAt(plan, table, columnText(column));

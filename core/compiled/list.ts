import type { CompiledRow } from './row';
import type { ListSearch } from './search';
import type { RowsOf } from './selected';
import type { CompiledSlot, CompiledTotal } from './slot';
import type { Column } from '@/core/model';
import type { Fragment } from '@/core/sql';

/** What the statements of a list are made of. */
export interface ListFragments {
  rows: RowsOf;
  /** What must hold for a row to be in the list. */
  conditions: readonly Fragment[];
  /** The order that was designed. */
  order: readonly Fragment[] | null;
  /** The order of its sections. */
  section: Fragment | null;
  /** What a report groups by. */
  group: Fragment | null;
  search: ListSearch;
}

export interface CompiledList {
  tableId: string;
  row: CompiledRow;
  searches: boolean;
  /** Whether it has fewer rows than its table. */
  narrows: boolean;
  /** Columns that people may sort and filter by. */
  sorts: Column[];
  filters: Column[];
  section: { slot: CompiledSlot; totals: CompiledTotal[] } | null;
  totals: CompiledTotal[];
  fragments: ListFragments;
}

import type { ListFragments } from './listSql';
import type { CompiledRow } from './row';
import type { CompiledSlot, CompiledTotal } from './slot';
import type { Column } from '@/core/model';

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

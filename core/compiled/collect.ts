import type { Collecting } from '@/core/model';

/** What a working list is saved as. */
export interface CompiledCollect {
  tableId: string;
  /**
   * The column, by its identifier, that says which record was on the list; how often it was; and which record the list
   * was opened from.
   */
  linkIdentifier: string;
  countIdentifier: string | null;
  parent: { columnId: string; identifier: string; tableId: string } | null;
  leaving: Collecting['leaving'];
}

import type { Fills, Table } from '@/core/model';
import { RECORD } from '@/core/plan';
import { type AsideTable } from './step';

/** What a change of plan is to know beside the plans. */
export interface UpgradeOptions {
  fills?: Fills;
  /** The edit's place in the journal, where its way back is to be kept. */
  edit?: number | null;
  /** The first place of the history: what edits before it took away may be gone. */
  since?: number;
  /** Tables that earlier edits set aside, by their ids. */
  asides?: Record<string, AsideTable>;
  /** Whether every column that comes takes up what an edit took away with it; else those alone that come and go by themselves. */
  isReturn?: boolean;
  /** What `:today` is in what is filled in: ISO 8601. */
  today?: string;
}

export const isApart = (table: Table): boolean => table.columns.some(({ identifier }) => identifier === RECORD);

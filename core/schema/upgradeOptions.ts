import type { Scalar, Table } from '@/core/model';
import { RECORD } from '@/core/plan';
import { type Match } from './matching';
import { type AsideTable } from './step';

/**
 * What to put into blanks of a column that becomes required, or into a new link the records that a text names; by
 * column id.
 */
export type Fills = Record<string, Scalar | Match>;

/** What a change of plan is to know beside the plans. */
export interface UpgradeOptions {
  fills?: Fills;
  /** The edit's place in the journal, where its way back is to be kept. */
  edit?: number | null;
  /** The first place of the history: what edits before it took away may be gone. */
  since?: number;
  /** Tables that earlier edits set aside, by their ids. */
  asides?: Record<string, AsideTable>;
  /** What `:today` is in what is filled in: ISO 8601. */
  today?: string;
}

export const isApart = (table: Table): boolean => table.columns.some(({ identifier }) => identifier === RECORD);

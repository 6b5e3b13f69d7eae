import { type Linked, useKit } from '../base/context';
import { isLink } from '@/core/column';
import type { CompiledCollect } from '@/core/compiled';

/**
 * The record that what is collected belongs to: the one that the screen was opened from, where it is of the table that
 * the collected records' link leads to.
 */
export function useParent(collect: CompiledCollect | null, linked: Linked | undefined): number | null {
  const { app } = useKit();
  if (!collect?.parent || !linked) return null;
  const column = app.tables.flatMap(({ columns }) => columns).find(({ id }) => id === linked.columnId);
  return column && isLink(column) && column.tableId === collect.parent.tableId ? linked.recordId : null;
}

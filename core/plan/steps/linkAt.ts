import type { StepPlan } from './traits';

/**
 * How a link step joins two records: by the record's own column, or by rows of a linking table. Null where it cannot.
 */
export function linkAt(plan: StepPlan, columnId: string, recordTableId: string | null) {
  for (const table of plan.tables) {
    const column = table.columns.find(({ id }) => id === columnId);
    if (column?.kind !== 'link') continue;
    if (table.id === recordTableId) return { table, own: null, other: column };
    const own = table.linking && column.tableId === recordTableId ? column : null;
    const other = own && table.columns.find((each) => each.kind === 'link' && each.id !== columnId);
    return own && other?.kind === 'link' ? { table, own, other } : null;
  }
  return null;
}

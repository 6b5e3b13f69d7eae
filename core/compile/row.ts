import { compileSlot, compileStyles, type Plan } from './slot';
import { rowsOfTable } from './tableRows';
import { cellsOf, type CompiledRow, type CompiledSlot, lazily, rowPlaces } from '@/core/compiled';
import type { RowDesign, Table } from '@/core/model';

/** Compiles a row design. */
export function compileRow(plan: Plan, table: Table, design: RowDesign): CompiledRow {
  const made = (slot: RowDesign['title'], prefix: string): CompiledSlot | null =>
    slot ? compileSlot(plan, table, slot, prefix) : null;
  const row = {
    shape: design.shape,
    across: design.across,
    minHeight: design.minHeight ?? null,
    picture: made(design.picture, rowPlaces.picture.key),
    title: made(design.title, rowPlaces.title.key),
    badge: made(design.badge, rowPlaces.badge.key),
    lines: design.lines.map((slot, index) => compileSlot(plan, table, slot, rowPlaces.line(index).key)),
    edge: design.edge.map((slot, index) => compileSlot(plan, table, slot, rowPlaces.edge(index).key)),
    styles: compileStyles(plan, table, design.styles, '_row'),
  };
  // Hardly ever asked for: only where a value of a row cannot be computed.
  return lazily(row, 'cells', () => cellsOf(rowsOfTable(plan, table), row));
}

import { lazily } from './lazily';
import { compileSlot, compileStyles, ofRecord, type Plan, select, type Selected } from './slot';
import type { CompiledRow, CompiledSlot } from '@/core/compiled';
import type { RowDesign, Table } from '@/core/model';

/** Compiles a row design, with what its statement selects. */
export function compileRow(plan: Plan, table: Table, design: RowDesign): { row: CompiledRow; selected: Selected[] } {
  const selected: Selected[] = [];
  const made = (slot: RowDesign['title'], prefix: string) => {
    if (!slot) return null;
    const compiled = compileSlot(plan, table, slot, prefix);
    selected.push(...compiled.selected);
    return compiled.slot;
  };
  const [picture, title, badge] = [
    made(design.picture, '_picture'),
    made(design.title, '_title'),
    made(design.badge, '_badge'),
  ];
  const lines = design.lines.map((slot, index) => made(slot, `_line${index}`) as CompiledSlot);
  const edge = design.edge.map((slot, index) => made(slot, `_edge${index}`) as CompiledSlot);
  const styles = compileStyles(plan, table, design.styles, '_row');
  selected.push(...styles.selected);
  const row = {
    shape: design.shape,
    across: design.across,
    minHeight: design.minHeight ?? null,
    picture,
    title,
    badge,
    lines,
    edge,
    styles: styles.styles,
  };
  // Hardly ever asked for: only where a value of a row cannot be computed.
  const cells = () => selected.map((each) => ({ key: each.key, statement: ofRecord(plan, table, select([each])) }));
  return { row: lazily(row, 'cells', cells), selected };
}

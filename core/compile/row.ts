import type { RowDesign, Table } from '@/core/model';
import { lazily } from './lazily';
import {
  type CompiledSlot,
  type CompiledStyle,
  compileSlot,
  compileStyles,
  ofRecord,
  type Plan,
  type Selected,
  select,
} from './slot';
import type { Statement } from './statement';

/** A row design ready to be shown. */
export interface CompiledRow {
  shape: RowDesign['shape'];
  across: number;
  minHeight: number | null;
  picture: CompiledSlot | null;
  title: CompiledSlot | null;
  badge: CompiledSlot | null;
  lines: CompiledSlot[];
  edge: CompiledSlot[];
  styles: CompiledStyle[];
  /** Each value of a row by itself, for where one of them fails; parameter `id`. */
  cells: { key: string; statement: Statement }[];
}

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

/** Every slot of a row, in the order of reading. */
export const slotsOfRow = ({ picture, title, badge, lines, edge }: CompiledRow): CompiledSlot[] =>
  [picture, title, badge, ...lines, ...edge].filter((slot) => slot !== null);

import type { CompiledSlot, CompiledStyle } from './slot';
import type { Statement } from './statement';
import type { RowDesign } from '@/core/model';

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

/** Every slot of a row, in the order of reading. */
export const slotsOfRow = ({ picture, title, badge, lines, edge }: Omit<CompiledRow, 'cells'>): CompiledSlot[] =>
  [picture, title, badge, ...lines, ...edge].filter((slot) => slot !== null);

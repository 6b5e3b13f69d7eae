import type { Own } from './own';
import { ofRecord, type RowsOf, select, type Selected } from './selected';
import { type CompiledSlot, type CompiledStyle, selectedOf } from './slot';
import type { Statement } from './statement';
import type { RowDesign } from '@/core/model';

/** A row design ready to be shown. */
export interface CompiledRow extends Own {
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

type Design = Omit<CompiledRow, 'cells'>;

/** Every slot of a row, in the order of reading. */
export const slotsOfRow = ({ picture, title, badge, lines, edge }: Design): CompiledSlot[] =>
  [picture, title, badge, ...lines, ...edge].filter((slot) => slot !== null);

/** All that a row shows. */
export const rowSelected = (row: Design): Selected[] => [...selectedOf(slotsOfRow(row)), ...row.styles];

/** Each value that a row shows by itself. */
export const cellsOf = (rows: RowsOf, row: Design): CompiledRow['cells'] =>
  rowSelected(row).map((each) => ({ key: each.key, statement: ofRecord(rows, select([each])) }));

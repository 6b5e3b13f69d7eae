import type { RowLook } from './rowLook';
import type { RowSwipe } from './useRowSwipe';
import type { CompiledRow, CompiledTable } from '@/core/compiled';
import type { Row } from '@/core/driver';
import type { FormatSettings } from '@/core/format';
import type { RowAction } from '@/core/model';

export interface ListRowProps {
  table: CompiledTable;
  design: CompiledRow;
  row: Row | undefined;
  /** Its place in the list. */
  index: number;
  height: number;
  look: RowLook;
  settings: FormatSettings;
  /** Set for the one row that is drawn aside. */
  swiped: RowSwipe | null;
  /** Where a tap chooses it: whether it is chosen. */
  chosen: boolean | null;
  /** Where a button puts it on the working list: whether it is on it. */
  collected: boolean | null;
  buttons: readonly RowAction[];
  /** The routine that has a button in each row. */
  routine: { name: string } | null;
  onPress(id: number, index: number): void;
  onEdit(id: number): void;
  onDelete(id: number): void;
  onHold(record: { id: number; name: string; index: number }): void;
  onCollect: ((record: { id: number; name: string }) => void) | undefined;
  onRun: ((id: number) => void) | undefined;
}

import type { CompiledCollect } from './collect';
import type { Statement } from './statement';
import type { Symbology } from '@/core/barcode';
import type { OnFound, ScanScreen } from '@/core/model';

/** Where a code is looked for. */
export interface CodePlace {
  tableId: string;
  recordName: string;
  columnId: string;
  columnName: string;
  symbology: Symbology;
  /** The records that have one of the codes, by name; parameter `codes`, a JSON array. */
  statement: Statement;
}

export interface CompiledScan extends Pick<ScanScreen, 'note'> {
  places: CodePlace[];
  found: OnFound;
  continuous: boolean;
  repeats: NonNullable<ScanScreen['repeats']>;
  catalogue: boolean;
  /** What the list is saved as, where it is one. */
  collect: CompiledCollect | null;
}

import type { CompiledCollect } from './collect';
import { ownerFragment } from './owner';
import type { RowsOf } from './selected';
import type { Statement } from './statement';
import type { Symbology } from '@/core/barcode';
import type { Column, OnFound, ScanScreen } from '@/core/model';
import { constant, name, param, rowsOf, sql } from '@/core/sql';

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

/** At most so many records of one code are told apart. */
const MOST_FOUND = 20;

/** Those of a table's columns that hold codes, as places to look in. */
export const placesOfCodes = (
  { id, recordName }: { id: string; recordName: string },
  { table, owned, named }: RowsOf,
  columns: readonly Column[],
): CodePlace[] =>
  columns
    .filter((column) => column.kind === 'barcode')
    .map((column) => ({
      tableId: id,
      recordName,
      columnId: column.id,
      columnName: column.name,
      symbology: column.symbology,
      statement: ownerFragment(
        owned,
        sql`
          SELECT ${named}
          FROM ${rowsOf(table)}
          WHERE ${name(table)}.${name(column.identifier)} IN (SELECT value FROM json_each(${param('codes')}))
          ORDER BY ${name(table)}."id"
          LIMIT ${constant(MOST_FOUND)}`,
      ),
    }));

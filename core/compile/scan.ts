import type { Definition, OnFound, ScanScreen, Table } from '@/core/model';
import { shownNameSql } from '@/core/plan';
import type { Symbology } from '@/core/barcode';
import { as, constant, name, param, quoteName, rowsOf, sql } from '@/core/expression';
import { type CompiledCollect, compileCollect } from './collect';
import { ID, SHOWN_NAME } from './columns';
import { ownerStatement } from './owner';
import type { Statement } from './statement';

type Plan = Pick<Definition, 'tables' | 'people'>;

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

/** A table's columns of codes, as places to look in. */
export function codePlaces(plan: Plan, table: Table, only?: string): CodePlace[] {
  const row = name(table.identifier);
  const shown = as(shownNameSql(plan, table, `${quoteName(table.identifier)}.`), SHOWN_NAME);
  return table.columns.flatMap((column) =>
    column.kind === 'barcode' && (only === undefined || column.id === only)
      ? [
          {
            tableId: table.id,
            recordName: table.recordName,
            columnId: column.id,
            columnName: column.name,
            symbology: column.symbology,
            statement: ownerStatement(
              plan,
              sql`
                SELECT ${row}.${name(ID)}, ${shown}
                FROM ${rowsOf(table.identifier)}
                WHERE ${row}.${name(column.identifier)} IN (SELECT value FROM json_each(${param('codes')}))
                ORDER BY ${row}."id"
                LIMIT ${constant(MOST_FOUND)}`,
            ),
          },
        ]
      : [],
  );
}

export function compileScan(
  plan: Plan,
  { codes, found, continuous = found.kind !== 'open', repeats = 'count', catalogue = false, note }: ScanScreen,
): CompiledScan {
  const tableOf = (id: string) => plan.tables.find((table) => table.id === id);
  const places = codes.flatMap(({ tableId, columnId }) => {
    const table = tableOf(tableId);
    return table ? codePlaces(plan, table, columnId) : [];
  });
  return {
    places,
    found,
    continuous,
    repeats,
    catalogue,
    collect: found.kind === 'collect' ? compileCollect(plan, found) : null,
    ...(note === undefined ? {} : { note }),
  };
}

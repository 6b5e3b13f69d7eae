import { compileCollect } from './collect';
import { ownerStatement } from './owner';
import { type CodePlace, type CompiledScan, ID, SHOWN_NAME } from '@/core/compiled';
import type { Definition, ScanScreen, Table } from '@/core/model';
import { shownNameSql } from '@/core/plan';
import { as, constant, name, param, quoteName, rowsOf, sql } from '@/core/sql';

type Plan = Pick<Definition, 'tables' | 'people'>;

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

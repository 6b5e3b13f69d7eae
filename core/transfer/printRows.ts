import Papa from 'papaparse';
import { isStored, cellText, jsonValue } from '@/core/column';
import type { Column, RowSet, RowSets } from '@/core/model';
import type { PhysicalTable } from '@/core/plan';

/** The rows of a table as CSV (RFC 4180, UTF-8), the id first, under the names of the columns. */
export function rowsCsv(table: PhysicalTable, set: RowSet): string {
  const columns = columnsOf(table, set);
  const data = set.rows.map((row) => [
    String(row[0]),
    ...columns.map(({ column, at }) => cellText(column, row[at] ?? null)),
  ]);
  const text = Papa.unparse(
    { fields: ['id', ...columns.map(({ column }) => column.name)], data },
    { newline: '\r\n', escapeFormulae: false },
  );
  // Without rows the head comes with its end of line; one more would be a blank row.
  return data.length === 0 ? `${text.trimEnd()}\r\n` : `${text}\r\n`;
}

/**
 * The rows of tables as JSON: an array of objects by table, under their identifiers; amounts and measures as numbers.
 */
export function rowsJson(tables: readonly PhysicalTable[], sets: RowSets): string {
  const objects = tables.map((table) => {
    const set = sets[table.id] ?? { columns: [], rows: [] };
    const columns = columnsOf(table, set);
    return [
      table.identifier,
      set.rows.map((row) =>
        Object.fromEntries([
          ['id', row[0]],
          ...columns.map(({ column, at }) => [column.identifier, jsonValue(column, row[at] ?? null)]),
        ]),
      ),
    ];
  });
  return `${JSON.stringify(Object.fromEntries(objects), null, 1)}\n`;
}

function columnsOf(table: PhysicalTable, set: RowSet): { column: Column; at: number }[] {
  return table.columns.filter(isStored).map((column) => ({ column, at: set.columns.indexOf(column.id) + 1 }));
}

import { type NamedRecords, readLink } from './linkName';
import { cellText, isAsked, isLink, readCell } from '@/core/column';
import type { Column, Definition, RowSet, Scalar, Table } from '@/core/model';

/** A row as it stands in the grid: the text of each column, in the order of the columns. */
export interface GridRow {
  id: number;
  texts: string[];
}

export interface GridFault {
  /** The id of the row, and the index of the column. */
  rowId: number;
  column: number;
  reason: string;
}

/** The columns that a grid has: all that are stored and that people can write. */
export const gridColumns = (table: Table): Column[] => table.columns.filter(isAsked);

/** Rows as a grid shows them: a link by the name of its record, or by its id where others are called the same. */
export function gridRows(columns: readonly Column[], set: RowSet, records: NamedRecords): GridRow[] {
  const at = columns.map(({ id }) => set.columns.indexOf(id) + 1);
  const shown = columns.map((column) => (isLink(column) ? namesById(records[column.tableId] ?? []) : null));
  return set.rows.map((row) => ({
    id: Number(row[0]),
    texts: columns.map((column, index) => {
      const value: Scalar = at[index] ? (row[at[index]] ?? null) : null;
      const names = shown[index];
      return names && value !== null ? (names.get(Number(value)) ?? `#${value}`) : cellText(column, value);
    }),
  }));
}

function namesById(records: NamedRecords[string]): Map<number, string> {
  const counts = new Map<string, number>();
  for (const { name } of records)
    counts.set(name.trim().toLowerCase(), (counts.get(name.trim().toLowerCase()) ?? 0) + 1);
  return new Map(
    records.map(({ id, name }) => [
      id,
      counts.get(name.trim().toLowerCase()) === 1 && !/^#?\d+$/.test(name.trim()) ? name : `#${id}`,
    ]),
  );
}

/**
 * What was typed, as it is to be stored; a row of blanks is none. What columns the grid does not have stays as it is in
 * `before`.
 */
export function readGrid(
  plan: Pick<Definition, 'tables'>,
  columns: readonly Column[],
  rows: readonly GridRow[],
  records: NamedRecords,
  before: RowSet,
): { set: RowSet; faults: GridFault[] } {
  const faults: GridFault[] = [];
  const others = before.columns.filter((id) => !columns.some((column) => column.id === id));
  const kept = new Map(
    before.rows.map((row) => [Number(row[0]), others.map((id) => row[before.columns.indexOf(id) + 1] ?? null)]),
  );
  const written = rows.filter(({ texts }) =>
    texts.some((text, index) => text.trim() !== '' && !(columns[index]?.kind === 'yesNo' && text === 'no')),
  );
  const read = written.map(
    ({ id, texts }) =>
      [
        id,
        ...columns.map((column, index) => valueOf(column, texts[index] ?? '', id, index)),
        ...(kept.get(id) ?? others.map(() => null)),
      ] as Scalar[],
  );

  function valueOf(column: Column, text: string, rowId: number, index: number): Scalar {
    const fail = (reason: string): Scalar => {
      faults.push({ rowId, column: index, reason });
      return null;
    };
    if (isLink(column)) {
      const target = plan.tables.find((table) => table.id === column.tableId);
      const found = readLink(text, records[column.tableId] ?? [], target ?? { recordName: 'record' });
      if (!found.ok) return fail(`${column.name}: ${found.reason}`);
      return found.id === null && column.required ? fail(`${column.name} must not be blank`) : found.id;
    }
    const parsed = readCell(column, text);
    return parsed.ok ? parsed.value : fail(parsed.reason);
  }

  for (const [index, column] of columns.entries()) {
    if (!column.unique) continue;
    const seen = new Set<Scalar>();
    for (const row of read) {
      const value = row[index + 1] ?? null;
      if (value !== null && seen.has(value))
        faults.push({
          rowId: Number(row[0]),
          column: index,
          reason: `${column.name} must be different in every record`,
        });
      seen.add(value);
    }
  }
  return { set: { columns: [...columns.map(({ id }) => id), ...others], rows: read }, faults };
}

/**
 * `rows` with a block of cells put in from a cell on, as when it is pasted from a spreadsheet; rows are added as
 * needed.
 */
export function pasteBlock(
  rows: readonly GridRow[],
  width: number,
  at: { row: number; column: number },
  block: readonly (readonly string[])[],
  isFixed: (column: number) => boolean,
): GridRow[] {
  const next = rows.map((row) => ({ ...row, texts: [...row.texts] }));
  let newest = nextId(rows);
  for (const [down, cells] of block.entries()) {
    let row = next[at.row + down];
    if (!row) next.push((row = { id: newest++, texts: Array.from({ length: width }, () => '') }));
    for (const [right, text] of cells.entries()) {
      const column = at.column + right;
      if (column < width && !isFixed(column)) row.texts[column] = text.trim();
    }
  }
  return next;
}

export const nextId = (rows: readonly GridRow[]): number => rows.reduce((most, { id }) => Math.max(most, id), 0) + 1;

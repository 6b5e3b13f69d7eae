import { detectColumns, hasHeader, inOrder, readAs, type SheetColumn, withHeader } from './detect';
import type { Cell, Sheet } from './sheet';
import { textOf } from './texts';
import { type DateOrder, isLink, isRecordId, type PlainKind } from '@/core/column';
import type { Column, Definition, RowSet, Scalar, Table } from '@/core/model';
import { bestNaming, freeIdentifier, singular } from '@/core/plan';

/** What a person chose about a sheet that is to become a table; by column index what differs from what was found. */
export interface SheetSettings {
  name: string;
  header: boolean;
  columns: Record<number, { name?: string; kind?: PlainKind; dates?: DateOrder; use?: ColumnUse }>;
}

/** A column of a file becomes a column, the id of the rows, or nothing. */
export type ColumnUse = 'column' | 'id' | 'skip';

export interface ReadSheet {
  name: string;
  header: boolean;
  rows: Cell[][];
  firstRow: number;
  columns: (SheetColumn & { use: ColumnUse })[];
}

export const settingsOf = (sheet: Sheet): SheetSettings => ({
  name: sheet.name,
  header: hasHeader(sheet),
  columns: {},
});

/** A sheet read as its settings say. */
export function readSheet(sheet: Sheet, settings: SheetSettings): ReadSheet {
  const named = withHeader(sheet, settings.header);
  const cellsOf = (index: number) => named.rows.map((row) => row[index] ?? null);
  const columns = detectColumns(named, (index) => `c${String(index + 1).padStart(3, '0')}`).map((found, index) => {
    const { name, kind, dates, use } = settings.columns[index] ?? {};
    const read = kind && kind !== found.settings.kind ? readAs(found, cellsOf(index), kind) : found;
    const ordered = dates ? inOrder(read, cellsOf(index), dates) : read;
    const called = name ?? ordered.name;
    const doubtful = ordered.doubtful.map(({ row, reason }) => ({
      row,
      reason: reason.replace(`${ordered.name}: `, () => `${called}: `),
    }));
    return {
      ...ordered,
      name: called,
      settings: { ...ordered.settings, name: called },
      doubtful,
      use: use ?? (isIdColumn(ordered, cellsOf(index)) ? 'id' : 'column'),
    };
  });
  return { name: settings.name, header: settings.header, rows: named.rows, firstRow: named.firstRow, columns };
}

/** A column of its own whole numbers above 0 that is called id is the rows' own. */
const isIdColumn = ({ name, settings }: SheetColumn, cells: readonly Cell[]): boolean =>
  name.toLowerCase() === 'id' && settings.kind === 'wholeNumber' && areIds(cells);

function areIds(cells: readonly Cell[]): boolean {
  const ids = cells.map((cell) => Number(textOf(cell)));
  return ids.every(isRecordId) && new Set(ids).size === ids.length;
}

/** Why a sheet cannot be imported yet, in words, or null: an order of dates is asked about, never guessed. */
export function openQuestion({ columns, rows }: ReadSheet): string | null {
  const kept = columns.filter(({ use }) => use === 'column');
  const unclear = kept.find(({ dateOrders }) => dateOrders.length > 1);
  if (unclear) return `In which order are the dates of ${unclear.name}?`;
  if (kept.length === 0) return 'Keep at least one column.';
  if (kept.some(({ name }) => name.trim() === '')) return 'Every column needs a name.';
  const names = kept.map(({ name }) => name.trim().toLowerCase());
  const twice = kept.find((_, index) => names.indexOf(names[index] as string) < index);
  if (twice) return `Two columns are called ${twice.name.trim()}.`;
  const ids = columns.flatMap(({ use, name }, index) => (use === 'id' ? [{ name, index }] : []));
  if (ids.length > 1) return `Only one of ${ids.map(({ name }) => name).join(' and ')} can be the id.`;
  const [id] = ids;
  return id && !areIds(rows.map((row) => row[id.index] ?? null))
    ? `${id.name} has no whole number above 0 in every row, each only once, so it cannot be the id.`
    : null;
}

/** The table that a sheet becomes. */
export function sheetTable(read: ReadSheet): Table {
  const taken: string[] = [];
  const columns = read.columns
    .filter(({ use }) => use === 'column')
    .map(({ settings }) => {
      const name = settings.name.trim().replace(/\s+/g, ' ').slice(0, 80).trim();
      const identifier = freeIdentifier(name, 'column', taken);
      taken.push(identifier);
      return { ...settings, name, identifier } as Column;
    });
  const name = read.name.trim().slice(0, 80).trim() || 'Imported';
  return {
    id: 't',
    name,
    recordName: singular(name),
    identifier: freeIdentifier(name, 'table', []),
    columns,
    naming: bestNaming(columns),
  };
}

/** A value that was left blank, or a row that was left out, and why. */
export interface Refusal {
  /** The row in the file, counted from 1. */
  row: number;
  reason: string;
}

/** The rows of a sheet for its table; a cell that does not suit its column is left blank, and told. */
export function sheetRows(read: ReadSheet, table: Table): { set: RowSet; refused: Refusal[] } {
  const used = read.columns.map((column, index) => ({ ...column, index })).filter(({ use }) => use === 'column');
  const idAt = read.columns.findIndex(({ use }) => use === 'id');
  const rows = read.rows.map((cells, at): Scalar[] => {
    const row: Scalar[] = [idAt < 0 ? at + 1 : Number(textOf(cells[idAt] ?? null))];
    for (const { values } of used) row.push(values[at] ?? null);
    return row;
  });
  const refused = used
    .flatMap(({ doubtful, index }) =>
      doubtful.map(({ row, reason }) => ({
        row: read.firstRow + row,
        reason: `${reason}; “${shorten(textOf(read.rows[row]?.[index] ?? null))}” was left out`,
      })),
    )
    .sort((left, right) => left.row - right.row);
  return { set: { columns: table.columns.map(({ id }) => id), rows }, refused };
}

const shorten = (text: string): string => (text.length > 40 ? `${text.slice(0, 40)}…` : text);

/** An id of a file's table or column as it is in the plan that it comes into. */
export const prefixedId = (prefix: string, id: string): string => `${prefix}-${id}`.slice(0, 40);

/** Tables with ids, names and identifiers that are free in a plan; links go along. `prefix` makes ids of their own. */
export function fitTables(plan: Pick<Definition, 'tables'>, tables: readonly Table[], prefix: string): Table[] {
  const names = new Set(plan.tables.map(({ name }) => name.toLowerCase()));
  const identifiers = plan.tables.map(({ identifier }) => identifier);
  const newId = (id: string) => prefixedId(prefix, id);
  return tables.map((table) => {
    let { name } = table;
    for (let number = 2; names.has(name.toLowerCase()); number++) name = `${table.name.slice(0, 70)} ${number}`;
    names.add(name.toLowerCase());
    const identifier = freeIdentifier(name, 'table', identifiers);
    identifiers.push(identifier);
    const columns = table.columns.map(
      (column): Column =>
        ({ ...column, id: newId(column.id), ...(isLink(column) ? { tableId: newId(column.tableId) } : {}) }) as Column,
    );
    const { naming } = table;
    return {
      ...table,
      id: newId(table.id),
      name,
      identifier,
      columns,
      naming: naming.kind === 'column' ? { ...naming, columnId: newId(naming.columnId) } : naming,
      ...(table.keys
        ? { keys: table.keys.map((key) => ({ ...key, id: newId(key.id), columnIds: key.columnIds.map(newId) })) }
        : {}),
    };
  });
}

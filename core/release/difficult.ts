import { gs1CheckDigit } from '@/core/barcode';
import { isLink, isStored, storedFault } from '@/core/column';
import type { Definition, Scalar, StoredColumn, Table } from '@/core/model';
import { physicalPlan, RECORD } from '@/core/plan';

/** So many rows each table is given. */
const ROWS = 12;

/** Texts that upgrades stumble over: of blanks, of digits, of quotes, long ones, and of other scripts. */
const texts = [
  'plain',
  '  spaced  ',
  '0012',
  '12.50',
  '1,5',
  'Yes',
  '2026-02-28',
  'O\'Hara "the" -- ; DROP',
  'Ünïcödé 漢字 مرحبا 🙂',
  'long '.repeat(400).trim(),
  'plain',
  'line\nbreak\tand tab',
];

const numbers = [0, 1, -1, 7, 1_000_000_007, -2_147_483_648, 4_294_967_296, 12, 100, 99, 3, 2];

/** GTIN-13, zeros in front among them. */
const codes = Array.from({ length: ROWS }, (_, at) => {
  const body = String(at * 31_415_926_535)
    .padStart(12, '0')
    .slice(-12);
  return `${body}${gs1CheckDigit(body)}`;
});

/** Values of a column that are hard on an upgrade, though each of them may stand there; null is a blank. */
function valuesOf(column: StoredColumn): Scalar[] {
  switch (column.kind) {
    case 'choice':
      return [...column.choices, 'no longer a choice'];
    case 'barcode':
      return codes;
    case 'yesNo':
      return [0, 1];
    case 'date':
      return ['1900-01-01', '2024-02-29', '2026-12-31', '9999-12-31'];
    case 'time':
      return ['00:00', '23:59', '12:30'];
    case 'dateTime':
    case 'created':
    case 'changed':
      return ['1970-01-01T00:00:00.000Z', '2026-03-29T01:30:00.000Z', '9999-12-31T23:59:59.999Z'];
    case 'decimal':
    case 'measure':
      return [0, -0.5, 0.1, 1e9, 12.25, 1 / 3];
    case 'rating':
      return Array.from({ length: column.most }, (_, at) => at + 1);
    case 'picture':
    case 'file':
    case 'link':
      return [];
    case 'wholeNumber':
    case 'money':
      return numbers;
    default:
      return texts;
  }
}

/**
 * Rows for a rehearsal, by table id: blanks, extremes, repeated values, long and foreign texts, wherever the plan lets
 * them stand. The same for the same plan.
 */
export function difficultRows(definition: Pick<Definition, 'tables' | 'people'>) {
  const { tables } = physicalPlan(definition);
  const made = new Map(tables.map((table) => [table.id, rowsOf(table)]));
  for (const table of tables) giveLinks(table, made);
  while (tables.some((table) => !leadsHome(table, made)));
  return Object.fromEntries(
    tables.map((table) => {
      const columns = table.columns.filter(isStored).map(({ id }) => id);
      return [table.id, { columns, rows: made.get(table.id) ?? [] }];
    }),
  );
}

type Made = Map<string, Scalar[][]>;

const mayBeBlank = (column: StoredColumn): boolean => storedFault(column, null) === null;

/** A column that is to be blank in every fourth row. */
const isBlank = (column: StoredColumn, row: number): boolean => row % 4 === 3 && mayBeBlank(column);

/** Rows with all but their links. */
function rowsOf(table: Table): Scalar[][] {
  const columns = table.columns.filter(isStored).map((column) => {
    const values = fitting(column);
    return { column, values: isOnce(table, column) ? [...new Set(values)] : values };
  });
  const rows: Scalar[][] = [];
  for (let row = 0; row < ROWS; row++) {
    const values = columns.map(({ column, values: all }): Scalar => {
      // What tells records apart is given to each once, then left blank.
      if (isOnce(table, column)) return all[row] ?? null;
      return isBlank(column, row) ? null : (all[(row * 5) % Math.max(1, all.length)] ?? null);
    });
    const suits = columns.every(({ column }, at) => isLink(column) || values[at] !== null || mayBeBlank(column));
    if (suits) rows.push([row + 1, ...values]);
  }
  return rows;
}

const linksOf = (table: Table) =>
  table.columns.filter(isStored).flatMap((column, at) => (isLink(column) ? [{ column, at: at + 1 }] : []));

/** Leads the links of rows to records that are there, several to one where that may be. */
function giveLinks(table: Table, made: Made): void {
  for (const { column, at } of linksOf(table)) {
    const ids = made.get(column.tableId)?.map(([id]) => id ?? null) ?? [];
    for (const [row, values] of (made.get(table.id) ?? []).entries()) {
      const isGiven = isOnce(table, column) ? row < ids.length : !isBlank(column, row) && ids.length > 0;
      values[at] = isGiven ? (ids[isOnce(table, column) ? row : (row * 3) % ids.length] ?? null) : null;
    }
  }
}

/** Takes rows away whose links must lead to a record and do not; true where there were none. */
function leadsHome(table: Table, made: Made): boolean {
  const rows = made.get(table.id) ?? [];
  const left = rows.filter((values) =>
    linksOf(table).every(({ column, at }) => {
      const isThere = made.get(column.tableId)?.some(([id]) => id === values[at]) ?? false;
      if (!isThere) values[at] = null;
      return isThere || mayBeBlank(column);
    }),
  );
  made.set(table.id, left);
  return left.length === rows.length;
}

/** What records are told apart by; each person has one row of their own for a record. */
function isOnce({ keys = [], columns }: Table, column: StoredColumn): boolean {
  const isApart = columns.some(({ identifier }) => identifier === RECORD);
  const isKey = keys.some(({ unique, columnIds }) => unique && columnIds.includes(column.id));
  return column.unique || isKey || (isApart && isLink(column));
}

const fitting = (column: StoredColumn): Scalar[] =>
  isLink(column) ? [] : valuesOf(column).filter((value) => storedFault(column, value) === null);

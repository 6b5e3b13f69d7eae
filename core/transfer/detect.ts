import {
  type ColumnSettings,
  type PlainKind,
  withKind,
  type CellFormat,
  type DateOrder,
  dateOrders,
  readCell,
  readDate,
  readMoment,
  readYesNo,
} from '@/core/column';
import type { Column, Scalar } from '@/core/model';
import type { Cell, Sheet } from './sheet';
import { type Texts, textsOf, textOf } from './texts';
import { type Detected, detectKind, isNumberLike, mostPlaces, decimalOf } from './detectKind';
import { distinctReadings } from './texts';

/** A column of a file as it is to be read, and what is doubtful about that. */
export interface SheetColumn {
  name: string;
  settings: Exclude<ColumnSettings, { kind: 'link' | 'expression' }>;
  format: CellFormat;
  /** Orders that every date of the column could be read in: more than one is a question for the person. */
  dateOrders: DateOrder[];
  /** What each row holds, as it is to be stored; blank where the cell does not suit the kind. */
  values: Scalar[];
  /** Rows, counted from 0, whose cell does not suit the kind, and why. */
  doubtful: { row: number; reason: string }[];
}

/** How many rows below the first are looked at. */
const LOOKED_AT = 1000;

/**
 * Whether the first row of a sheet names its columns: words, where the rows below are of another make, or where those
 * words come up nowhere else. A file of nothing but words in one row is a table that is still to be filled. Rows may be
 * longer than their header, and a header may say a name twice.
 */
export function hasHeader({ header, rows }: Sheet): boolean {
  if (header !== null) return false;
  const [first = [], ...rest] = rows;
  const names = withoutBlankEnd(first.map((cell) => textOf(cell).trim()));
  if (names.length === 0 || names.some(isNameless)) return false;
  if (rest.length === 0) return names.length > 1;
  const below = rest.slice(0, LOOKED_AT);
  const cells = (at: number) => below.map((row) => textOf(row[at] ?? null).trim());
  const differs = names.some((_, at) => cells(at).filter(isOtherMake).length > below.length / 2);
  const recurs = names.some((name, at) => cells(at).includes(name));
  return differs || !recurs;
}

const isOtherMake = (text: string): boolean => isNumberLike(text) || readDate(text, 'dmy') !== null;

const isNameless = (text: string): boolean => text === '' || isOtherMake(text) || readYesNo(text) !== null;

/** Where rows are longer than their header, it ends in blanks. */
const withoutBlankEnd = (texts: readonly string[]): readonly string[] =>
  texts.slice(0, texts.findLastIndex((text) => text !== '') + 1);

/** A sheet whose columns have names: those of its first row, or "Column 1". */
export function withHeader(sheet: Sheet, first: boolean): Sheet & { header: string[] } {
  if (sheet.header) return { ...sheet, header: distinct(sheet.header) };
  const names = first ? (sheet.rows[0] ?? []).map((cell) => String(cell ?? '')) : (sheet.rows[0] ?? []).map(() => '');
  return {
    ...sheet,
    header: distinct(names),
    rows: first ? sheet.rows.slice(1) : sheet.rows,
    firstRow: sheet.firstRow + (first ? 1 : 0),
  };
}

function distinct(names: readonly string[]): string[] {
  const taken = new Set<string>();
  return names.map((name, index) => {
    const base = name.trim().replace(/\s+/g, ' ').slice(0, 70).trim() || `Column ${index + 1}`;
    let free = base;
    for (let number = 2; taken.has(free.toLowerCase()); number++) free = `${base} ${number}`;
    taken.add(free.toLowerCase());
    return free;
  });
}

/** What every column of a sheet seems to hold, from all of its rows. */
export function detectColumns(sheet: Sheet & { header: string[] }, newId: (index: number) => string): SheetColumn[] {
  return sheet.header.map((name, index) => {
    const cells = sheet.rows.map((row) => row[index] ?? null);
    const texts = textsOf(cells);
    return asColumn(
      { id: newId(index), name, required: false, unique: false },
      cells,
      texts,
      detectKind(cells, texts, sheet.typed, isCodeName(name)),
    );
  });
}

/** A name that says that what stands below it is a code, and not for counting. */
const isCodeName = (name: string): boolean =>
  /(^|[^\p{L}])((bar)?codes?|eans?|gtins?|upcs?|isbns?)($|[^\p{L}])/iu.test(name);

/**
 * A column read as another kind than it seemed to hold: which cells do not suit it. Where dates make sense in several
 * orders, all of them are told.
 */
export function readAs(column: SheetColumn, cells: readonly Cell[], kind: PlainKind): SheetColumn {
  const texts = textsOf(cells);
  const orders = distinctReadings(texts, dateOrders, kind === 'dateTime' ? readMoment : readDate);
  const choices = texts.different.filter((text) => text.length <= 80);
  const more =
    kind === 'choice' && choices.length > 0
      ? { choices }
      : kind === 'decimal'
        ? { places: Math.min(9, mostPlaces(texts.different)) }
        : {};
  return asColumn(column.settings, cells, texts, {
    kind,
    more,
    format: { decimal: decimalOf(texts) ?? '.', dates: orders[0] ?? 'ymd' },
    dateOrders: orders,
  });
}

/** A column with its dates read in another order. */
export function inOrder(column: SheetColumn, cells: readonly Cell[], dates: DateOrder): SheetColumn {
  const format = { ...column.format, dates };
  return { ...column, format, dateOrders: [], ...readCells(column.settings, cells, textsOf(cells), format) };
}

function asColumn(
  base: Pick<ColumnSettings, 'id' | 'name' | 'required' | 'unique'>,
  cells: readonly Cell[],
  texts: Texts,
  { kind, more = {}, format, dateOrders: orders = [] }: Detected,
): SheetColumn {
  const settings = { ...withKind({ ...base, name: base.name }, kind), ...more } as SheetColumn['settings'];
  return {
    name: base.name,
    settings,
    format,
    dateOrders: kind === 'date' || kind === 'dateTime' ? orders : [],
    ...readCells(settings, cells, texts, format),
  };
}

/** Reads every cell; the same text is read once. */
function readCells(
  settings: SheetColumn['settings'],
  cells: readonly Cell[],
  texts: Texts,
  format: CellFormat,
): Pick<SheetColumn, 'values' | 'doubtful'> {
  const column = { ...settings, identifier: 'x' } as Column;
  const blank: Scalar = settings.kind === 'yesNo' ? 0 : null;
  const { at, different } = texts;
  // A file's text has no rule to keep.
  if (settings.kind === 'text')
    return { values: cells.map((_, row): Scalar => different[at[row] ?? -1] ?? null), doubtful: [] };
  if (settings.kind === 'longText')
    return { values: cells.map((cell): Scalar => textOf(cell).trimEnd() || null), doubtful: [] };
  const read = different.map((text) => readCell(column, text, format));
  const doubtful: SheetColumn['doubtful'] = [];
  const values = cells.map((_, row): Scalar => {
    const parsed = read[at[row] ?? -1];
    if (!parsed) return blank;
    if (parsed.ok) return parsed.value;
    doubtful.push({ row, reason: parsed.reason });
    return blank;
  });
  return { values, doubtful };
}

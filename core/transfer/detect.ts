import { barcodeFault, type Symbology } from '@/core/barcode';
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

/**
 * The filled cells of a column, trimmed: each different text once, with how often it is there. Most columns repeat
 * themselves.
 */
interface Texts {
  different: readonly string[];
  counts: readonly number[];
  total: number;
  /** For each row which of the different texts it holds, or -1 for a blank. */
  at: Int32Array;
}

function textsOf(cells: readonly Cell[]): Texts {
  const known = new Map<string, number>();
  const different: string[] = [];
  const counts: number[] = [];
  const at = new Int32Array(cells.length).fill(-1);
  let total = 0;
  for (let row = 0; row < cells.length; row++) {
    const text = textOf(cells[row] ?? null).trim();
    if (text === '') continue;
    let index = known.get(text);
    if (index === undefined) {
      index = different.push(text) - 1;
      known.set(text, index);
      counts.push(0);
    }
    (counts[index] as number)++;
    at[row] = index;
    total++;
  }
  return { different, counts, total, at };
}

/** Whether the first row of a sheet names its columns: distinct words, where the rows below are of another make. */
export function hasHeader({ header, rows }: Sheet): boolean {
  if (header !== null) return false;
  const [first, ...rest] = rows;
  if (!first || rest.length === 0) return false;
  const names = first.map((cell) => String(cell ?? '').trim());
  const isNameless = names.some(
    (name) => name === '' || isNumberLike(name) || readDate(name, 'dmy') !== null || readYesNo(name) !== null,
  );
  if (isNameless || new Set(names.map((name) => name.toLowerCase())).size < names.length) return false;
  const below = rest.slice(0, 1000);
  const differs = names.some(
    (_, at) =>
      below.filter(
        (row) => isNumberLike(String(row[at] ?? '').trim()) || readDate(String(row[at] ?? '').trim(), 'dmy') !== null,
      ).length >
      below.length / 2,
  );
  const recurs = names.some((name, at) => below.some((row) => String(row[at] ?? '').trim() === name));
  return differs || !recurs;
}

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
      detectKind(cells, texts, sheet.typed),
    );
  });
}

interface Detected {
  kind: PlainKind;
  more?: Record<string, unknown>;
  format: CellFormat;
  dateOrders?: DateOrder[];
}

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

/** A cell as text. */
export const textOf = (cell: Cell): string => (cell === null ? '' : String(cell));

/** A kind is taken where at most one in twenty cells does not suit it. */
const MOST_DOUBTFUL = 0.05;
const isMostly = ({ different, counts, total }: Texts, test: (text: string) => boolean): boolean => {
  let not = 0;
  const most = total * MOST_DOUBTFUL;
  for (let index = 0; index < different.length; index++)
    if (!test(different[index] as string) && (not += counts[index] as number) > most) return false;
  return total > 0;
};

function detectKind(cells: readonly Cell[], values: Texts, typed: boolean): Detected {
  const plain: CellFormat = { decimal: '.', dates: 'ymd' };
  if (values.total === 0) return { kind: 'text', format: plain };
  if (typed) {
    const filled = cells.filter((cell) => cell !== null);
    if (filled.every((cell) => typeof cell === 'boolean')) return { kind: 'yesNo', format: plain };
    if (filled.every((cell) => typeof cell === 'number'))
      return filled.every(Number.isSafeInteger)
        ? { kind: 'wholeNumber', format: plain }
        : { kind: 'decimal', more: { places: Math.min(9, mostPlaces(values.different)) }, format: plain };
    if (!filled.every((cell) => typeof cell === 'string')) return { kind: 'text', format: plain };
  } else {
    const number = detectNumber(values);
    if (number) return number;
  }
  if (isMostly(values, (text) => readYesNo(text) !== null && /^[a-z]{2,}$/i.test(text)))
    return { kind: 'yesNo', format: plain };
  const symbology = symbologyOf(values);
  if (symbology) return { kind: 'barcode', more: { symbology }, format: plain };
  const dates = datesOf(values);
  if (dates.length > 0)
    return { kind: 'date', format: { decimal: '.', dates: dates[0] as DateOrder }, dateOrders: dates };
  if (isMostly(values, (text) => /^([01]?\d|2[0-3]):[0-5]\d(:[0-5]\d)?$/.test(text)))
    return { kind: 'time', format: plain };
  const moments = dateOrders.filter((order) => isMostly(values, (text) => readMoment(text, order) !== null));
  if (moments.length > 0)
    return {
      kind: 'dateTime',
      format: { decimal: '.', dates: moments[0] as DateOrder },
      dateOrders: distinctReadings(values, moments, readMoment),
    };
  const { different } = values;
  if (different.some((text) => text.includes('\n') || text.length > 120)) return { kind: 'longText', format: plain };
  if (different.length <= 8 && values.total >= different.length * 5 && different.every((text) => text.length <= 40))
    return { kind: 'choice', more: { choices: [...different].sort() }, format: plain };
  return { kind: 'text', format: plain };
}

const SIGNS: Record<string, string> = { '€': 'EUR', $: 'USD', '£': 'GBP', '¥': 'JPY' };
const AMOUNT = /^([€$£¥]|[A-Z]{3}\s)?\s?(-?[\d.,'’\u00a0\u202f ]*\d)\s?([€$£¥]|\s?[A-Z]{3})?$/u;

const isNumberLike = (text: string): boolean => /\d/.test(text) && AMOUNT.test(text);

/**
 * Whole numbers, decimals and money; digits that begin with a zero are a code, and so are those too long to count with.
 */
function detectNumber(values: Texts): Detected | null {
  if (!isMostly(values, (text) => AMOUNT.test(text))) return null;
  const parts = values.different.map((text) => AMOUNT.exec(text));
  const digits = parts.flatMap((part) => (part ? [(part[2] ?? '').trim()] : []));
  if (digits.some((text) => /^-?0\d/.test(text)) || digits.some((text) => text.replace(/\D/g, '').length > 15))
    return null;
  const decimal = decimalOf(textsOf(digits));
  if (decimal === null) return null;
  const format: CellFormat = { decimal, dates: 'ymd' };
  const currencies = new Set(
    parts.flatMap((part) =>
      part ? [SIGNS[(part[1] ?? part[3] ?? '').trim()] ?? (part[1] ?? part[3] ?? '').trim()] : [],
    ),
  );
  if (currencies.size > 1) return null;
  const [currency = ''] = currencies;
  if (currency !== '') return { kind: 'money', more: { currency }, format };
  // A barcode is digits too.
  const symbology = symbologyOf(values);
  if (symbology) return { kind: 'barcode', more: { symbology }, format };
  const places = mostPlaces(
    digits.map((text) => (decimal === ',' ? text.replaceAll('.', '').replace(',', '.') : text.replaceAll(',', ''))),
  );
  return places === 0
    ? { kind: 'wholeNumber', format }
    : { kind: 'decimal', more: { places: Math.min(9, places) }, format };
}

const mostPlaces = (values: readonly string[]): number =>
  values.reduce((most, text) => Math.max(most, /\.(\d+)$/.exec(text)?.[1]?.length ?? 0), 0);

/** The decimal sign that makes sense of every number, or null. A point where both do. */
function decimalOf(values: Texts): '.' | ',' | null {
  const fits = (decimal: string, group: string) => {
    const form = new RegExp(`^-?(\\d{1,3}([${group}\\u00a0\\u202f '’]\\d{3})+|\\d+)([${decimal}]\\d+)?$`, 'u');
    return isMostly(values, (text) => form.test(text));
  };
  return fits('.', ',') ? '.' : fits(',', '.') ? ',' : null;
}

/** The orders that dates can be read in; only one of those that read every date the same. */
function datesOf(values: Texts): DateOrder[] {
  const orders = dateOrders.filter((order) => isMostly(values, (text) => readDate(text, order) !== null));
  return distinctReadings(values, orders, readDate);
}

function distinctReadings(
  { different, counts }: Texts,
  orders: readonly DateOrder[],
  read: (text: string, order: DateOrder) => string | null,
): DateOrder[] {
  const readings = orders.map((order) => {
    const dates = different.map((text) => read(text, order));
    return {
      order,
      key: dates.join(),
      fit: dates.reduce((sum, date, index) => sum + (date === null ? 0 : (counts[index] ?? 0)), 0),
    };
  });
  const best = Math.max(0, ...readings.map(({ fit }) => fit));
  const seen = new Set<string>();
  return readings.flatMap(({ order, key, fit }) => {
    if (seen.has(key) || fit < best) return [];
    seen.add(key);
    return [order];
  });
}

/** The symbology whose check digit every value carries; three of them at least, or it may be chance. */
function symbologyOf(values: Texts): Symbology | null {
  if (values.total < 3) return null;
  return (
    (['EAN-13', 'UPC-A', 'ITF-14', 'EAN-8'] as const).find((symbology) =>
      isMostly(values, (text) => /^\d+$/.test(text) && barcodeFault(symbology, text) === null),
    ) ?? null
  );
}

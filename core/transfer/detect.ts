import { barcodeFault, type Symbology } from '@/core/barcode';
import { type Column, type ColumnSettings, type PlainKind, withKind } from '@/core/definition';
import { type CellFormat, type DateOrder, readCell, readDate, readMoment, readYesNo } from './cell';
import type { Cell, Sheet } from './sheet';

/** A column of a file as it is to be read, and what is doubtful about that. */
export interface SheetColumn {
  name: string;
  settings: Exclude<ColumnSettings, { kind: 'link' | 'expression' }>;
  format: CellFormat;
  /** Orders that every date of the column could be read in: more than one is a question for the person. */
  dateOrders: DateOrder[];
  /** Rows, counted from 0, whose cell does not suit the kind. */
  doubtful: number[];
  blanks: number;
}

/** Whether the first row of a sheet names its columns: distinct words, where the rows below are of another make. */
export function hasHeader({ header, rows }: Sheet): boolean {
  if (header !== null) return false;
  const [first, ...rest] = rows;
  if (!first || rest.length === 0) return false;
  const names = first.map((cell) => String(cell ?? '').trim());
  const isNameless = names.some((name) => name === '' || isNumberLike(name) || readDate(name, 'dmy') !== null || readYesNo(name) !== null);
  if (isNameless || new Set(names.map((name) => name.toLowerCase())).size < names.length) return false;
  const below = rest.slice(0, 1000);
  const differs = names.some((_, at) => below.filter((row) => isNumberLike(String(row[at] ?? '').trim()) || readDate(String(row[at] ?? '').trim(), 'dmy') !== null).length > below.length / 2);
  const recurs = names.some((name, at) => below.some((row) => String(row[at] ?? '').trim() === name));
  return differs || !recurs;
}

/** A sheet whose columns have names: those of its first row, or "Column 1". */
export function withHeader(sheet: Sheet, first: boolean): Sheet & { header: string[] } {
  if (sheet.header) return { ...sheet, header: distinct(sheet.header) };
  const names = first ? (sheet.rows[0] ?? []).map((cell) => String(cell ?? '')) : (sheet.rows[0] ?? []).map(() => '');
  return { ...sheet, header: distinct(names), rows: first ? sheet.rows.slice(1) : sheet.rows, firstRow: sheet.firstRow + (first ? 1 : 0) };
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
    return asColumn({ id: newId(index), name, required: false, unique: false }, cells, detectKind(cells, sheet.typed));
  });
}

interface Detected {
  kind: PlainKind;
  more?: Record<string, unknown>;
  format: CellFormat;
  dateOrders?: DateOrder[];
}

/** A column read as `kind`, whatever it seemed to hold: which cells do not suit it. */
export function readAs(column: SheetColumn, cells: readonly Cell[], kind: PlainKind, typed: boolean): SheetColumn {
  const found = detectKind(cells, typed);
  const dates = datesOf(texts(cells));
  const choices = [...new Set(texts(cells))].filter((text) => text.length <= 80);
  const detected: Detected = found.kind === kind ? found : { kind, format: { decimal: decimalOf(texts(cells)) ?? '.', dates: dates[0] ?? 'dmy' }, dateOrders: dates, ...(kind === 'choice' && choices.length > 0 ? { more: { choices } } : {}), ...(kind === 'decimal' ? { more: { places: Math.min(9, mostPlaces(texts(cells))) } } : {}) };
  return asColumn(column.settings, cells, detected);
}

/** A column with its dates read in another order. */
export function inOrder(column: SheetColumn, cells: readonly Cell[], dates: DateOrder): SheetColumn {
  const format = { ...column.format, dates };
  return { ...column, format, dateOrders: [], doubtful: doubtfulIn(column.settings, cells, format) };
}

function asColumn(base: Pick<ColumnSettings, 'id' | 'name' | 'required' | 'unique'>, cells: readonly Cell[], { kind, more = {}, format, dateOrders = [] }: Detected): SheetColumn {
  const settings = { ...withKind({ ...base, name: base.name }, kind), ...more } as SheetColumn['settings'];
  return { name: base.name, settings, format, dateOrders: kind === 'date' || kind === 'dateTime' ? dateOrders : [], doubtful: doubtfulIn(settings, cells, format), blanks: cells.filter((cell) => cell === null || String(cell).trim() === '').length };
}

function doubtfulIn(settings: SheetColumn['settings'], cells: readonly Cell[], format: CellFormat): number[] {
  const column = { ...settings, identifier: 'x' } as Column;
  return cells.flatMap((cell, index) => (readCell(column, textOf(cell), format).ok ? [] : [index]));
}

/** A cell as text. */
export const textOf = (cell: Cell): string => (cell === null ? '' : String(cell));
const texts = (cells: readonly Cell[]): string[] => cells.map((cell) => textOf(cell).trim()).filter((text) => text !== '');

/** A kind is taken where at most one in twenty cells does not suit it. */
const MOST_DOUBTFUL = 0.05;
const isMostly = (values: readonly string[], test: (text: string) => boolean): boolean => {
  let not = 0;
  const most = values.length * MOST_DOUBTFUL;
  for (const value of values) if (!test(value) && ++not > most) return false;
  return values.length > 0;
};

function detectKind(cells: readonly Cell[], typed: boolean): Detected {
  const values = texts(cells);
  const plain: CellFormat = { decimal: '.', dates: 'ymd' };
  if (values.length === 0) return { kind: 'text', format: plain };
  if (typed) {
    const filled = cells.filter((cell) => cell !== null);
    if (filled.every((cell) => typeof cell === 'boolean')) return { kind: 'yesNo', format: plain };
    if (filled.every((cell) => typeof cell === 'number')) return filled.every(Number.isSafeInteger) ? { kind: 'wholeNumber', format: plain } : { kind: 'decimal', more: { places: Math.min(9, mostPlaces(values)) }, format: plain };
    if (!filled.every((cell) => typeof cell === 'string')) return { kind: 'text', format: plain };
  } else {
    const number = detectNumber(values);
    if (number) return number;
  }
  if (isMostly(values, (text) => readYesNo(text) !== null && /^[a-z]{2,}$/i.test(text))) return { kind: 'yesNo', format: plain };
  const symbology = symbologyOf(values);
  if (symbology) return { kind: 'barcode', more: { symbology }, format: plain };
  const dates = datesOf(values);
  if (dates.length > 0) return { kind: 'date', format: { decimal: '.', dates: dates[0] as DateOrder }, dateOrders: dates };
  if (isMostly(values, (text) => /^([01]?\d|2[0-3]):[0-5]\d(:[0-5]\d)?$/.test(text))) return { kind: 'time', format: plain };
  const moments = (['dmy', 'mdy', 'ymd'] as const).filter((order) => isMostly(values, (text) => readMoment(text, order) !== null));
  if (moments.length > 0) return { kind: 'dateTime', format: { decimal: '.', dates: moments[0] as DateOrder }, dateOrders: distinctReadings(values, moments, readMoment) };
  if (values.some((text) => text.includes('\n') || text.length > 120)) return { kind: 'longText', format: plain };
  const different = [...new Set(values)];
  if (different.length <= 8 && values.length >= different.length * 5 && different.every((text) => text.length <= 40)) return { kind: 'choice', more: { choices: different.sort() }, format: plain };
  return { kind: 'text', format: plain };
}

const SIGNS: Record<string, string> = { '€': 'EUR', $: 'USD', '£': 'GBP', '¥': 'JPY' };
const AMOUNT = /^([€$£¥]|[A-Z]{3}\s)?\s?(-?[\d.,'’\u00a0\u202f ]*\d)\s?([€$£¥]|\s?[A-Z]{3})?$/u;

const isNumberLike = (text: string): boolean => /\d/.test(text) && AMOUNT.test(text);

/** Whole numbers, decimals and money; digits that begin with a zero are a code, and so are those too long to count with. */
function detectNumber(values: readonly string[]): Detected | null {
  const parts = values.map((text) => AMOUNT.exec(text));
  if (!isMostly(values, (text) => AMOUNT.test(text))) return null;
  const digits = parts.flatMap((part) => (part ? [(part[2] ?? '').trim()] : []));
  if (digits.some((text) => /^-?0\d/.test(text)) || digits.some((text) => text.replace(/\D/g, '').length > 15)) return null;
  const decimal = decimalOf(digits);
  if (decimal === null) return null;
  const format: CellFormat = { decimal, dates: 'ymd' };
  const currencies = new Set(parts.flatMap((part) => (part ? [SIGNS[(part[1] ?? part[3] ?? '').trim()] ?? (part[1] ?? part[3] ?? '').trim()] : [])));
  if (currencies.size > 1) return null;
  const [currency = ''] = currencies;
  if (currency !== '') return { kind: 'money', more: { currency }, format };
  // A barcode is digits too.
  const symbology = symbologyOf(values);
  if (symbology) return { kind: 'barcode', more: { symbology }, format };
  const places = mostPlaces(digits.map((text) => (decimal === ',' ? text.replaceAll('.', '').replace(',', '.') : text.replaceAll(',', ''))));
  return places === 0 ? { kind: 'wholeNumber', format } : { kind: 'decimal', more: { places: Math.min(9, places) }, format };
}

const mostPlaces = (values: readonly string[]): number => values.reduce((most, text) => Math.max(most, /\.(\d+)$/.exec(text)?.[1]?.length ?? 0), 0);

/** The decimal sign that makes sense of every number, or null. A point where both do. */
function decimalOf(values: readonly string[]): '.' | ',' | null {
  const fits = (decimal: string, group: string) => {
    const form = new RegExp(`^-?(\\d{1,3}([${group}\\u00a0\\u202f '’]\\d{3})+|\\d+)([${decimal}]\\d+)?$`, 'u');
    return isMostly(values, (text) => form.test(text));
  };
  return fits('.', ',') ? '.' : fits(',', '.') ? ',' : null;
}

/** The orders that dates can be read in; only one of those that read every date the same. */
function datesOf(values: readonly string[]): DateOrder[] {
  const orders = (['dmy', 'mdy', 'ymd'] as const).filter((order) => isMostly(values, (text) => readDate(text, order) !== null));
  return distinctReadings(values, orders, readDate);
}

function distinctReadings(values: readonly string[], orders: readonly DateOrder[], read: (text: string, order: DateOrder) => string | null): DateOrder[] {
  const best = Math.max(0, ...orders.map((order) => values.filter((text) => read(text, order) !== null).length));
  const seen = new Set<string>();
  return orders.filter((order) => {
    const readings = values.map((text) => read(text, order));
    const key = readings.join();
    if (seen.has(key) || readings.filter((reading) => reading !== null).length < best) return false;
    seen.add(key);
    return true;
  });
}

/** The symbology whose check digit every value carries; three of them at least, or it may be chance. */
function symbologyOf(values: readonly string[]): Symbology | null {
  if (values.length < 3) return null;
  return (['EAN-13', 'UPC-A', 'ITF-14', 'EAN-8'] as const).find((symbology) => isMostly(values, (text) => /^\d+$/.test(text) && barcodeFault(symbology, text) === null)) ?? null;
}

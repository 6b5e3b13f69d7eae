import { barcodeFault, type Symbology } from '@/core/barcode';
import {
  type PlainKind,
  type CellFormat,
  type DateOrder,
  dateOrders,
  readDate,
  readMoment,
  readYesNo,
} from '@/core/column';
import type { Cell } from './sheet';
import { type Texts, textsOf, isMostly, distinctReadings } from './texts';

export interface Detected {
  kind: PlainKind;
  more?: Record<string, unknown>;
  format: CellFormat;
  dateOrders?: DateOrder[];
}

/** What a column seems to hold. `named`: whether its name says that it holds codes. */
export function detectKind(cells: readonly Cell[], values: Texts, typed: boolean, named = false): Detected {
  const plain: CellFormat = { decimal: '.', dates: 'ymd' };
  if (values.total === 0)
    return named ? { kind: 'barcode', more: { symbology: 'free' }, format: plain } : { kind: 'text', format: plain };
  if (named && isMostly(values, (text) => CODE.test(text)))
    return { kind: 'barcode', more: { symbology: symbologyOf(values, 1) ?? 'free' }, format: plain };
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

/** Eight digits at least, as all printed codes of things that are sold have. */
const CODE = /^\d{8,14}$/;

const SIGNS: Record<string, string> = { '€': 'EUR', $: 'USD', '£': 'GBP', '¥': 'JPY' };

const AMOUNT = /^([€$£¥]|[A-Z]{3}\s)?\s?(-?[\d.,'’\u00a0\u202f ]*\d)\s?([€$£¥]|\s?[A-Z]{3})?$/u;

export const isNumberLike = (text: string): boolean => /\d/.test(text) && AMOUNT.test(text);

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

export const mostPlaces = (values: readonly string[]): number =>
  values.reduce((most, text) => Math.max(most, /\.(\d+)$/.exec(text)?.[1]?.length ?? 0), 0);

/** The decimal sign that makes sense of every number, or null. A point where both do. */
export function decimalOf(values: Texts): '.' | ',' | null {
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

/** The symbology whose check digit every value carries; so many of them at least, or it may be chance. */
function symbologyOf(values: Texts, least = 3): Symbology | null {
  if (values.total < least) return null;
  return (
    (['EAN-13', 'UPC-A', 'ITF-14', 'EAN-8'] as const).find((symbology) =>
      isMostly(values, (text) => /^\d+$/.test(text) && barcodeFault(symbology, text) === null),
    ) ?? null
  );
}

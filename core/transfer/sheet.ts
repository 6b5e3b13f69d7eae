import Papa from 'papaparse';
import { ProblemError } from '@/core/problem';

/** What stands in one cell of a file. A CSV has texts alone; JSON says itself what is a number. */
export type Cell = string | number | boolean | null;

/** One table of a file before anything is known about it. */
export interface Sheet {
  name: string;
  /** The names in its first row or of its members; null where it is not yet known whether the first row has names. */
  header: string[] | null;
  rows: Cell[][];
  /** Whether the cells say themselves what they are. */
  typed: boolean;
  /** The row in the file that `rows[0]` stands in, counted from 1. */
  firstRow: number;
}

/** The encodings that a person can choose from where the one that was found is wrong. */
export const encodings = [
  'utf-8',
  'utf-16le',
  'utf-16be',
  'windows-1252',
  'windows-1250',
  'windows-1251',
  'iso-8859-15',
  'shift_jis',
  'gbk',
] as const;

/**
 * A text file in whatever encoding its byte order mark tells; without one UTF-8, or where it is not that, Windows-1252.
 */
export function decodeText(bytes: Uint8Array, chosen: string | null = null): { text: string; encoding: string } {
  const encoding = chosen ?? encodingOf(bytes);
  return { text: new TextDecoder(encoding).decode(bytes), encoding };
}

function encodingOf(bytes: Uint8Array): string {
  const [first = 0, second = 0, third = 0, fourth = 0] = bytes;
  if (first === 0xef && second === 0xbb && third === 0xbf) return 'utf-8';
  if (first === 0xff && second === 0xfe) return 'utf-16le';
  if (first === 0xfe && second === 0xff) return 'utf-16be';
  // Plain letters without a mark: every other byte of UTF-16 is zero.
  if (first !== 0 && second === 0 && third !== 0 && fourth === 0) return 'utf-16le';
  if (first === 0 && second !== 0 && third === 0 && fourth !== 0) return 'utf-16be';
  try {
    new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    return 'utf-8';
  } catch {
    return 'windows-1252';
  }
}

export const DELIMITERS = [',', ';', '\t', '|'] as const;

/** CSV or TSV (RFC 4180, any of four delimiters) as a sheet. Throws a Problem of code `file-broken` with the row. */
export function parseDelimited(
  text: string,
  name: string,
  delimiter: string | null = null,
): { sheet: Sheet; delimiter: string } {
  const used = delimiter ?? guessDelimiter(text);
  const { data, errors } = Papa.parse<string[]>(text, { delimiter: used, skipEmptyLines: false });
  const open = errors.find(({ code }) => code === 'MissingQuotes');
  if (open)
    throw new ProblemError({
      code: 'file-broken',
      place: `row ${(open.row ?? 0) + 1}`,
      reason: 'a quote is opened there and never closed',
    });
  // The line end of the last row makes no row of its own.
  if (data.at(-1)?.length === 1 && data.at(-1)?.[0] === '') data.pop();
  const width = data.reduce((most, row) => Math.max(most, row.length), 0);
  const rows = data.map((row): Cell[] =>
    row.length === width ? row : Array.from({ length: width }, (_, index) => row[index] ?? ''),
  );
  return { sheet: { name, header: null, rows, typed: false, firstRow: 1 }, delimiter: used };
}

/** The delimiter that cuts the first rows into the same number of fields, as many as there are; outside of quotes. */
function guessDelimiter(text: string): (typeof DELIMITERS)[number] {
  const sample = text.slice(0, 200_000);
  const scored = DELIMITERS.map((delimiter) => {
    const { data } = Papa.parse<string[]>(sample, { delimiter, preview: 50, skipEmptyLines: true });
    const widths = data.map((row) => row.length);
    const usual = mode(widths);
    const even = widths.filter((width) => width === usual).length / Math.max(1, widths.length);
    return { delimiter, score: usual <= 1 ? 0 : even * (1 + Math.min(usual, 20) / 100) };
  });
  return scored.reduce((best, each) => (each.score > best.score ? each : best)).delimiter;
}

function mode(values: readonly number[]): number {
  const counts = new Map<number, number>();
  for (const value of values) counts.set(value, (counts.get(value) ?? 0) + 1);
  return [...counts].reduce((best, each) => (each[1] > best[1] ? each : best), [0, 0])[0];
}

/**
 * JSON: an array of objects, an object of such arrays, or one object a line. Throws a Problem of code `file-broken`.
 */
export function parseJson(text: string, name: string): Sheet[] {
  const trimmed = text.trim().replace(/^\uFEFF/, '');
  const whole = tryJson(trimmed);
  if (whole.ok) {
    if (Array.isArray(whole.value)) return [fromObjects(name, whole.value, 1)];
    // A table without rows says nothing of itself, and does not make the others less of tables.
    const members = isRecord(whole.value)
      ? Object.entries(whole.value).filter(([, value]) => !(Array.isArray(value) && value.length === 0))
      : [];
    if (members.length > 0 && members.every(([, value]) => Array.isArray(value) && value.every(isRecord)))
      return members.map(([member, value]) => fromObjects(member, value as unknown[], 1));
    if (isRecord(whole.value)) return [fromObjects(name, [whole.value], 1)];
    throw new ProblemError({ code: 'file-broken', place: 'the start', reason: 'expected an array of objects' });
  }
  const lines = trimmed.split(/\r?\n/);
  if (lines.length < 2 && !trimmed.startsWith('{'))
    throw new ProblemError({ code: 'file-broken', place: 'the start', reason: whole.reason });
  const objects = lines.flatMap((line, index) => {
    if (line.trim() === '') return [];
    const parsed = tryJson(line);
    if (!parsed.ok) throw new ProblemError({ code: 'file-broken', place: `line ${index + 1}`, reason: parsed.reason });
    return [parsed.value];
  });
  return [fromObjects(name, objects, 1)];
}

function tryJson(text: string): { ok: true; value: unknown } | { ok: false; reason: string } {
  try {
    return { ok: true, value: JSON.parse(text) as unknown };
  } catch (error) {
    return { ok: false, reason: `this is not JSON (${error instanceof Error ? error.message : String(error)})` };
  }
}

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

function fromObjects(name: string, items: readonly unknown[], firstRow: number): Sheet {
  const header: string[] = [];
  const at = new Map<string, number>();
  for (const [index, item] of items.entries()) {
    if (!isRecord(item))
      throw new ProblemError({ code: 'file-broken', place: `item ${index + 1}`, reason: 'expected an object' });
    for (const key of Object.keys(item)) if (!at.has(key)) at.set(key, header.push(key) - 1);
  }
  const rows = items.map((item) => header.map((key): Cell => cellOf((item as Record<string, unknown>)[key])));
  return { name, header, rows, typed: true, firstRow };
}

function cellOf(value: unknown): Cell {
  if (value === undefined || value === null) return null;
  if (typeof value === 'string' || typeof value === 'number' || typeof value === 'boolean') return value;
  return JSON.stringify(value);
}

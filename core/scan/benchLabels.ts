import { gs1CheckDigit, type Symbology, symbologyLength } from '@/core/barcode';

/** A label that the simulated scanner can be held to. */
export interface CodeLabel {
  /** Unlike that of any other label of the column. */
  key: string;
  title: string;
  /** What is printed on it. */
  printed: string;
  /** What the scanner sends, or null where it cannot be read. */
  code: string | null;
}

/**
 * Labels that make trouble, for a column that has the codes `codes`: one that was scanned before, one that cannot be
 * read, one that no row has, where the symbology has a check digit one that was misread, and one of the catalogue's
 * where it has such.
 */
export function troubleLabels(
  symbology: Symbology,
  codes: readonly string[],
  catalogue: readonly string[],
): CodeLabel[] {
  const [first, second = first] = codes;
  const unknown = unknownOf(symbology);
  // Of the catalogue's it is one that other labels do not go to first.
  const known = symbology === 'EAN-13' ? (catalogue[2] ?? catalogue.at(-1)) : undefined;
  const wrong = symbologyLength[symbology] === undefined ? null : misread(first ?? unknown);
  return [
    ...(first === undefined ? [] : [{ key: 'again', title: 'Twin of the first', printed: first, code: first }]),
    ...(second === undefined ? [] : [{ key: 'damaged', title: 'Damaged', printed: second, code: null }]),
    ...(known === undefined ? [] : [{ key: 'known', title: 'New, in the catalogue', printed: known, code: known }]),
    { key: 'unknown', title: 'Unknown', printed: unknown, code: unknown },
    ...(wrong === null ? [] : [{ key: 'wrong', title: 'Misread', printed: wrong, code: wrong }]),
  ];
}

/** A code that is right in its symbology, and that nobody gives to a thing. */
function unknownOf(symbology: Symbology): string {
  if (symbology === 'free' || symbology === 'Code 128') return 'NOBODY-KNOWS';
  const length = symbologyLength[symbology];
  if (length === undefined) return '(21)NOBODY';
  const body = '2'.padEnd(length - 1, '9');
  return `${body}${gs1CheckDigit(body)}`;
}

/** Wrong in its last digit. */
const misread = (code: string): string => `${code.slice(0, -1)}${(Number(code.at(-1)) + 1) % 10}`;

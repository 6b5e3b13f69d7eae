import { gs1CheckDigit } from './checkDigit';
import { gtin14, parseGs1 } from './gs1';

/** What a code may be; `free` takes any text. */
export const symbologies = ['EAN-13', 'EAN-8', 'UPC-A', 'ITF-14', 'GS1-128', 'Code 128', 'free'] as const;
export type Symbology = (typeof symbologies)[number];

/** Those whose number carries a GS1 check digit, with their length in digits. */
export const symbologyLength: Partial<Record<Symbology, number>> = {
  'EAN-13': 13,
  'EAN-8': 8,
  'UPC-A': 12,
  'ITF-14': 14,
};

/** Why a code is wrong for its symbology, in words, or null when it is right. */
export function barcodeFault(symbology: Symbology, code: string): string | null {
  if (symbology === 'free') return null;
  if (symbology === 'Code 128') return /^[\x20-\x7e]+$/.test(code) ? null : 'Code 128 has the characters of ASCII only';
  if (symbology === 'GS1-128') {
    const read = parseGs1(code);
    return read.ok ? null : `GS1-128 at character ${read.at + 1}: ${read.reason}`;
  }
  if (!/^\d+$/.test(code)) return `${symbology} has digits only`;
  const length = symbologyLength[symbology] ?? 0;
  if (code.length !== length) return `${symbology} has ${length} digits; this has ${code.length}`;
  const expected = gs1CheckDigit(code.slice(0, -1));
  if (Number(code.at(-1)) !== expected)
    return `wrong check digit: it ends in ${code.at(-1)} and should end in ${expected}`;
  return null;
}

/**
 * A code as a column of the symbology keeps it: UPC-A and EAN-13 are one number, written with or without a leading
 * zero.
 */
export function inSymbology(symbology: Symbology, code: string): string {
  const number = code.length === 12 || code.length === 13 ? gtin14(code) : null;
  if (number !== null && symbology === 'EAN-13') return number.slice(1);
  return number?.startsWith('00') && symbology === 'UPC-A' ? number.slice(2) : code;
}

/** An SQL condition that holds when the TEXT expression `sql` is a right code of the symbology. */
export function barcodeCondition(symbology: Symbology, sql: string): string {
  const length = symbologyLength[symbology];
  // SQL cannot read element strings; what it lets through is judged when it is next typed.
  if (length === undefined) return symbology === 'free' ? '1' : `${sql} NOT GLOB '*[^ -~]*'`;
  const weighted = Array.from({ length }, (_, index) => {
    const weight = (length - 1 - index) % 2 === 1 ? 3 : 1;
    return `${weight} * substr(${sql}, ${index + 1}, 1)`;
  });
  return `(length(${sql}) = ${length} AND ${sql} NOT GLOB '*[^0-9]*' AND (${weighted.join(' + ')}) % 10 = 0)`;
}

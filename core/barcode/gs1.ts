import { gs1CheckDigit } from './checkDigit';

/** One element of a GS1 element string: its application identifier, what that means, and the value. */
export interface Gs1Element {
  identifier: string;
  title: string;
  value: string;
}

/** FNC1 as scanners send it, between elements of no fixed length. */
export const GROUP_SEPARATOR = '\u001d';

interface Identifier {
  title: string;
  /** The length of the value: fixed, or the greatest. */
  length: number;
  fixed: boolean;
  numeric: boolean;
  /** A date YYMMDD, or a number with a check digit. */
  rule?: 'date' | 'check';
}

const fixed = (title: string, length: number, rule?: 'date' | 'check'): Identifier => ({
  title,
  length,
  fixed: true,
  numeric: true,
  ...(rule ? { rule } : {}),
});
const upTo = (title: string, length: number, numeric = false): Identifier => ({ title, length, fixed: false, numeric });

/** Application identifiers in common use. Source: GS1 General Specifications, section 3. */
const identifiers: Record<string, Identifier> = {
  '00': fixed('SSCC', 18, 'check'),
  '01': fixed('GTIN', 14, 'check'),
  '02': fixed('Contained GTIN', 14, 'check'),
  '10': upTo('Batch or lot', 20),
  '11': fixed('Produced', 6, 'date'),
  '12': fixed('Due', 6, 'date'),
  '13': fixed('Packed', 6, 'date'),
  '15': fixed('Best before', 6, 'date'),
  '16': fixed('Sell by', 6, 'date'),
  '17': fixed('Expires', 6, 'date'),
  '20': fixed('Variant', 2),
  '21': upTo('Serial number', 20),
  '22': upTo('Consumer variant', 20),
  '30': upTo('Count', 8, true),
  '37': upTo('Contained count', 8, true),
  '240': upTo('Additional item number', 30),
  '241': upTo('Customer part number', 30),
  '250': upTo('Secondary serial number', 30),
  '400': upTo('Order number', 30),
  '401': upTo('Consignment', 30),
  '410': fixed('Ship to', 13, 'check'),
  '414': fixed('Place', 13, 'check'),
  '420': upTo('Post code', 20),
  '8008': upTo('Produced at', 12, true),
  '90': upTo('Agreed between partners', 30),
  ...Object.fromEntries(
    Array.from({ length: 9 }, (_, index) => [`9${index + 1}`, upTo('For use inside a company', 90)]),
  ),
};
/** Measures: the fourth digit of their identifier tells the decimals. */
const measures: Record<string, string> = {
  '310': 'Net mass in kg',
  '311': 'Length in m',
  '312': 'Width in m',
  '313': 'Height in m',
  '314': 'Area in m²',
  '315': 'Volume in l',
  '316': 'Volume in m³',
  '330': 'Gross mass in kg',
  '392': 'Price',
  '393': 'Price with currency',
};

function lookUp(text: string): { identifier: string; found: Identifier } | null {
  for (const length of [2, 3, 4]) {
    const identifier = text.slice(0, length);
    const found = identifiers[identifier];
    if (found) return { identifier, found };
  }
  const title = measures[text.slice(0, 3)];
  if (!title || !/^\d{4}/.test(text)) return null;
  return { identifier: text.slice(0, 4), found: text.startsWith('39') ? upTo(title, 18, true) : fixed(title, 6) };
}

/**
 * Reads a GS1-128 element string, as scanned (FNC1 as GS) or as printed under the bars (identifiers in brackets). Gives
 * the elements, or why it is wrong and at which character.
 */
export function parseGs1(
  code: string,
): { ok: true; elements: Gs1Element[] } | { ok: false; at: number; reason: string } {
  const elements: Gs1Element[] = [];
  const bracketed = code.startsWith('(');
  let at = bracketed || !code.startsWith(GROUP_SEPARATOR) ? 0 : 1;
  if (code.length === at) return { ok: false, at: 0, reason: 'it is empty' };
  while (at < code.length) {
    const start = bracketed ? at + 1 : at;
    if (bracketed && code[at] !== '(') return { ok: false, at, reason: 'an identifier in brackets was expected' };
    const known = lookUp(code.slice(start));
    if (!known)
      return { ok: false, at: start, reason: `“${code.slice(start, start + 2)}” is no application identifier` };
    const { identifier, found } = known;
    const from = start + identifier.length + (bracketed ? 1 : 0);
    if (bracketed && code[from - 1] !== ')') return { ok: false, at: from - 1, reason: `(${identifier}) was expected` };
    const end = elementEnd(code, from, found, bracketed);
    const value = code.slice(from, end);
    const fault = valueFault(value, found);
    if (fault) return { ok: false, at: from, reason: `${found.title}: ${fault}` };
    elements.push({ identifier, title: found.title, value });
    at = code[end] === GROUP_SEPARATOR ? end + 1 : end;
  }
  return { ok: true, elements };
}

function elementEnd(code: string, from: number, { length, fixed: isFixed }: Identifier, bracketed: boolean): number {
  const stop = code.indexOf(bracketed ? '(' : GROUP_SEPARATOR, from);
  const end = stop < 0 ? code.length : stop;
  return bracketed ? end : isFixed ? Math.min(from + length, end) : end;
}

function valueFault(value: string, { length, fixed: isFixed, numeric, rule }: Identifier): string | null {
  if (isFixed ? value.length !== length : value.length < 1 || value.length > length)
    return isFixed ? `${length} digits, not ${value.length}` : `1 to ${length} characters, not ${value.length}`;
  if (numeric && !/^\d+$/.test(value)) return 'digits only';
  // GS1's character set 82: letters, digits and a few signs.
  if (!/^[!"%-?A-Z_a-z]+$/.test(value)) return 'a character that GS1 does not allow';
  if (rule === 'check' && Number(value.at(-1)) !== gs1CheckDigit(value.slice(0, -1)))
    return `wrong check digit: it ends in ${value.at(-1)} and should end in ${gs1CheckDigit(value.slice(0, -1))}`;
  if (
    rule === 'date' &&
    !(Number(value.slice(2, 4)) >= 1 && Number(value.slice(2, 4)) <= 12 && Number(value.slice(4)) <= 31)
  )
    return 'a date as YYMMDD';
  return null;
}

/**
 * A trade item number in its form of 14 digits, by which EAN-8, UPC-A, EAN-13 and ITF-14 of one item match; null for
 * anything else.
 */
export function gtin14(code: string): string | null {
  return /^(\d{8}|\d{12,14})$/.test(code) && Number(code.at(-1)) === gs1CheckDigit(code.slice(0, -1))
    ? code.padStart(14, '0')
    : null;
}

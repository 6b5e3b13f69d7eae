/** Symbologies whose number carries a GS1 check digit, with their length in digits; `free` takes any text. */
export const symbologies = ['EAN-13', 'EAN-8', 'UPC-A', 'free'] as const;
export type Symbology = (typeof symbologies)[number];

export const symbologyLength: Record<Exclude<Symbology, 'free'>, number> = { 'EAN-13': 13, 'EAN-8': 8, 'UPC-A': 12 };

/**
 * The check digit of a GS1 number without its last digit: weights 3, 1, 3 … from the right, up to the next ten.
 * Source: GS1 General Specifications, section 7.9.
 */
export function gs1CheckDigit(body: string): number {
  const sum = [...body].reverse().reduce((total, digit, index) => total + Number(digit) * (index % 2 === 0 ? 3 : 1), 0);
  return (10 - (sum % 10)) % 10;
}

/** Why a code is wrong for its symbology, in words, or null when it is right. */
export function barcodeFault(symbology: Symbology, code: string): string | null {
  if (symbology === 'free') return null;
  if (!/^\d+$/.test(code)) return `${symbology} has digits only`;
  const length = symbologyLength[symbology];
  if (code.length !== length) return `${symbology} has ${length} digits; this has ${code.length}`;
  const expected = gs1CheckDigit(code.slice(0, -1));
  if (Number(code.at(-1)) !== expected) return `wrong check digit: it ends in ${code.at(-1)} and should end in ${expected}`;
  return null;
}

/** An SQL condition that holds when the TEXT expression `sql` is a right code of the symbology. */
export function barcodeCondition(symbology: Symbology, sql: string): string {
  if (symbology === 'free') return '1';
  const length = symbologyLength[symbology];
  const weighted = Array.from({ length }, (_, index) => {
    const weight = (length - 1 - index) % 2 === 1 ? 3 : 1;
    return `${weight} * substr(${sql}, ${index + 1}, 1)`;
  });
  return `(length(${sql}) = ${length} AND ${sql} NOT GLOB '*[^0-9]*' AND (${weighted.join(' + ')}) % 10 = 0)`;
}

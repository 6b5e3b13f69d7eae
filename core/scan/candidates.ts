import { gtin14, parseGs1 } from '@/core/barcode';

/**
 * The spellings under which a scanned code may stand in rows: one GTIN as EAN-8, UPC-A, EAN-13 or ITF-14, also out of a
 * GS1 element string.
 */
export function codeCandidates(scanned: string): string[] {
  const code = scanned.trim();
  // A symbology identifier before the data, as scanners send it where they are set to. Source: ISO/IEC 15424.
  const bare = code.replace(/^\][A-Za-z][0-9A-Za-z]/, '');
  const gs1 = parseGs1(bare);
  const item = gs1.ok ? gs1.elements.find(({ identifier }) => identifier === '01')?.value : undefined;
  const spellings = [bare, ...(item === undefined ? [] : [item])].flatMap((each) => {
    const number = gtin14(each);
    if (number === null) return [each];
    return [
      each,
      ...[14, 13, 12, 8]
        .filter((length) => /^0*$/.test(number.slice(0, 14 - length)))
        .map((length) => number.slice(14 - length)),
    ];
  });
  return [...new Set(spellings)];
}

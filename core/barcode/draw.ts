import { parseGs1 } from './gs1';
import { loadDrawing } from './loadDrawing';
import type { Symbology } from './symbology';

/** How a code can be printed: in the bars of its symbology, or as a QR code. */
export type Printed = Symbology | 'QR';

/** What the drawing library calls each. */
const names: Record<Printed, string> = {
  'EAN-13': 'ean13',
  'EAN-8': 'ean8',
  'UPC-A': 'upca',
  'ITF-14': 'itf14',
  'GS1-128': 'gs1-128',
  'Code 128': 'code128',
  free: 'code128',
  QR: 'qrcode',
};

/** The options by which the drawing library draws a code; GS1 element strings with their identifiers in brackets. */
export function drawingOf(
  as: Printed,
  code: string,
): { bcid: string; text: string; includetext: boolean; height?: number; parsefnc?: boolean } {
  const text = as === 'GS1-128' ? bracketed(code) : code;
  return { bcid: names[as], text, includetext: as !== 'QR', ...(as === 'QR' ? {} : { height: 14 }) };
}

/**
 * A code as SVG, with its text below the bars; null where it cannot be drawn in that symbology. The library is loaded
 * with the first.
 */
export async function drawCode(as: Printed, code: string): Promise<string | null> {
  const { toSVG } = await loadDrawing();
  try {
    return toSVG(drawingOf(as, code));
  } catch {
    // A code from before its column asked for a check digit, say.
    return null;
  }
}

function bracketed(code: string): string {
  const read = parseGs1(code);
  return read.ok ? read.elements.map(({ identifier, value }) => `(${identifier})${value}`).join('') : code;
}

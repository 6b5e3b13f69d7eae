import { BinaryBitmap, DecodeHintType, HybridBinarizer, MultiFormatReader, RGBLuminanceSource } from '@zxing/library';
import { drawnPicture, readBitmap } from './drawnPicture';

/** Enough for a code that fills a third of a photo; more only takes longer. */
const LONGEST_EDGE = 1280;

/** The code in a photo, or null where none is found. Runs in a worker. Throws a Problem of code `picture-unreadable`. */
export async function decodeCode(name: string, bytes: Uint8Array): Promise<string | null> {
  const bitmap = await readBitmap(name, bytes);
  try {
    const { canvas, context } = drawnPicture(name, bitmap, LONGEST_EDGE);
    const { data, width, height } = context.getImageData(0, 0, canvas.width, canvas.height);
    return decodeGrey(greyOf(data), width, height);
  } finally {
    bitmap.close();
  }
}

/** How bright each pixel of an RGBA picture is, 0 to 255. */
export function greyOf(rgba: Uint8ClampedArray): Uint8ClampedArray {
  const grey = new Uint8ClampedArray(rgba.length / 4);
  for (let pixel = 0; pixel < grey.length; pixel++) {
    const at = pixel * 4;
    grey[pixel] = 0.299 * (rgba[at] ?? 0) + 0.587 * (rgba[at + 1] ?? 0) + 0.114 * (rgba[at + 2] ?? 0);
  }
  return grey;
}

/** The code in a picture of grey values, row by row, or null. */
export function decodeGrey(grey: Uint8ClampedArray, width: number, height: number): string | null {
  const reader = new MultiFormatReader();
  reader.setHints(new Map<DecodeHintType, unknown>([[DecodeHintType.TRY_HARDER, true], [DecodeHintType.ASSUME_GS1, true]]));
  try {
    return reader.decode(new BinaryBitmap(new HybridBinarizer(new RGBLuminanceSource(grey, width, height)))).getText();
  } catch {
    // Whatever does not read as a code is none: nothing there, a wrong check digit, half of one.
    return null;
  }
}

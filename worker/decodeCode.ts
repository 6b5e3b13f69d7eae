import { drawnPicture, readBitmap } from './drawnPicture';
import { decodeGrey, greyOf, LONGEST_EDGE } from '@/core/codeReader';

/**
 * The code in a photo, or null where none is found. Runs in a worker. Throws a Problem of code `picture-unreadable`.
 */
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

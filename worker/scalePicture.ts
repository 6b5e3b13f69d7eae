import { MOST_PICTURE_BYTES } from '@/core/column';
import { drawnPicture, readBitmap } from './drawnPicture';

/** What a phone's screen shows sharply; the longer edge, in pixels. */
const LONGEST_EDGE = 1280;
const QUALITIES = [0.82, 0.65, 0.5];

/**
 * A picture as it is kept: turned upright, at most 1280 pixels on its longer edge and 400 kB. Runs in a worker. Throws
 * a Problem of code `picture-unreadable`.
 */
export async function scalePicture(name: string, bytes: Uint8Array): Promise<Uint8Array> {
  const bitmap = await readBitmap(name, bytes);
  try {
    for (let edge = LONGEST_EDGE; ; edge *= 0.7) {
      const { canvas } = drawnPicture(name, bitmap, edge);
      for (const quality of QUALITIES) {
        const scaled = await encoded(canvas, quality);
        if (scaled.length <= MOST_PICTURE_BYTES) return scaled;
      }
    }
  } finally {
    bitmap.close();
  }
}

/** WebP, or where the browser does not write that, JPEG. */
async function encoded(canvas: OffscreenCanvas, quality: number): Promise<Uint8Array> {
  const webp = await canvas.convertToBlob({ type: 'image/webp', quality });
  const blob = webp.type === 'image/webp' ? webp : await canvas.convertToBlob({ type: 'image/jpeg', quality });
  return new Uint8Array(await blob.arrayBuffer());
}

import { MOST_PICTURE_BYTES } from '@/core/definition';
import { ProblemError } from '@/core/problem';

/** What a phone's screen shows sharply; the longer edge, in pixels. */
const LONGEST_EDGE = 1280;
const QUALITIES = [0.82, 0.65, 0.5];

/** A picture as it is kept: turned upright, at most 1280 pixels on its longer edge and 400 kB. Runs in a worker. Throws a Problem of code `picture-unreadable`. */
export async function scalePicture(name: string, bytes: Uint8Array): Promise<Uint8Array> {
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(new Blob([bytes as BlobPart]), { imageOrientation: 'from-image' });
  } catch {
    throw new ProblemError({ code: 'picture-unreadable', name });
  }
  try {
    for (let edge = LONGEST_EDGE; ; edge *= 0.7) {
      const scale = Math.min(1, edge / Math.max(bitmap.width, bitmap.height));
      const canvas = new OffscreenCanvas(Math.max(1, Math.round(bitmap.width * scale)), Math.max(1, Math.round(bitmap.height * scale)));
      const context = canvas.getContext('2d');
      if (!context) throw new ProblemError({ code: 'picture-unreadable', name });
      context.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
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

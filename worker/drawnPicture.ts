import { ProblemError } from '@/core/problem';
import { assertDecodable } from './pictureSize';

/**
 * A picture file's pixels, turned upright; close it after use. Runs in a worker. Throws a Problem of code
 * `picture-unreadable` or `picture-too-large`.
 */
export async function readBitmap(name: string, bytes: Uint8Array): Promise<ImageBitmap> {
  assertDecodable(name, bytes);
  try {
    return await createImageBitmap(new Blob([bytes as BlobPart]), { imageOrientation: 'from-image' });
  } catch {
    throw new ProblemError({ code: 'picture-unreadable', name });
  }
}

/** The picture drawn with its longer edge at most so many pixels long. */
export function drawnPicture(
  name: string,
  bitmap: ImageBitmap,
  edge: number,
): { canvas: OffscreenCanvas; context: OffscreenCanvasRenderingContext2D } {
  const scale = Math.min(1, edge / Math.max(bitmap.width, bitmap.height));
  const canvas = new OffscreenCanvas(
    Math.max(1, Math.round(bitmap.width * scale)),
    Math.max(1, Math.round(bitmap.height * scale)),
  );
  const context = canvas.getContext('2d');
  if (!context) throw new ProblemError({ code: 'picture-unreadable', name });
  context.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  return { canvas, context };
}

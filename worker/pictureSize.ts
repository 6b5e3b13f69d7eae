import { imageSize } from 'image-size';
import { ProblemError } from '@/core/problem';

/** The most pixels that are decoded: four bytes each, at once. A small file can claim any number. */
export const MOST_PIXELS = 100_000_000;

/**
 * Throws a Problem where a picture file is none, or so large that to decode it would take all memory. Reads its head
 * alone.
 */
export function assertDecodable(name: string, bytes: Uint8Array): void {
  let size: { width: number; height: number };
  try {
    size = imageSize(bytes);
  } catch {
    throw new ProblemError({ code: 'picture-unreadable', name });
  }
  if (!(size.width * size.height <= MOST_PIXELS))
    throw new ProblemError({ code: 'picture-too-large', name, ...size, most: MOST_PIXELS });
}

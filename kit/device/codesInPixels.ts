import { decode } from 'fast-png';
import { decodeFrame, decodeGrey, greyOf, LONGEST_EDGE } from '@/core/codeReader';

export { decodeFrame, LONGEST_EDGE };

/** The code in a PNG of one to four channels, or null where none is found. */
export function codeInPng(bytes: Uint8Array): string | null {
  const { data, width, height, channels, depth } = decode(bytes);
  const shift = depth === 16 ? 8 : 0;
  const rgba = new Uint8ClampedArray(width * height * 4);
  for (let pixel = 0; pixel < width * height; pixel++) {
    const value = (channel: number) => (data[pixel * channels + (channels > 2 ? channel : 0)] ?? 0) >> shift;
    rgba.set([value(0), value(1), value(2), 255], pixel * 4);
  }
  return decodeGrey(greyOf(rgba), width, height);
}

import { drawingOf, type Printed } from '@/core/barcode';
import { decode } from 'fast-png';
import bwipjs from 'bwip-js/node';

/** A grey picture, row by row. */
export interface Photo {
  grey: Uint8ClampedArray;
  width: number;
  height: number;
}

/**
 * A code as it is printed, laid on a white sheet of a size, turned by so many degrees, with grain (0 none, 1 as much as
 * can be).
 */
export async function photoOf(
  as: Printed,
  code: string,
  { width = 420, height = 420, degrees = 0, grain = 0, scale = 2 } = {},
): Promise<Photo> {
  const png = decode(
    await bwipjs.toBuffer({ ...drawingOf(as, code), scale, includetext: false, backgroundcolor: 'ffffff' }),
  );
  const label = {
    width: png.width,
    height: png.height,
    at: (x: number, y: number) =>
      (png.data[(y * png.width + x) * png.channels] as number) / (png.depth === 16 ? 257 : 1),
  };
  const grey = new Uint8ClampedArray(width * height).fill(255);
  const [sin, cos] = [Math.sin((degrees * Math.PI) / 180), Math.cos((degrees * Math.PI) / 180)];
  let seed = 7;
  // A small generator of its own: the same grain each time.
  const random = () => (seed = (seed * 1103515245 + 12345) % 2147483648) / 2147483648;
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const [dx, dy] = [x - width / 2, y - height / 2];
      const [u, v] = [
        Math.round(dx * cos + dy * sin + label.width / 2),
        Math.round(-dx * sin + dy * cos + label.height / 2),
      ];
      const ink = u >= 0 && v >= 0 && u < label.width && v < label.height ? label.at(u, v) : 255;
      grey[y * width + x] = ink * (1 - grain) + random() * 255 * grain;
    }
  }
  return { grey, width, height };
}

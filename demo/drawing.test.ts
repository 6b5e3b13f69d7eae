import { decode } from 'fast-png';
import { parseAttachment } from '@/core/column';
import { drawGarment } from './drawing';

const pictureOf = (colour: string, piece: string) =>
  decode(parseAttachment(drawGarment(colour, piece))?.bytes ?? new Uint8Array(), { checkCrc: true });

/** Red, green and blue of the pixel at a place, in shares of the picture's edges. */
function at({ data, palette = [], width, height }: ReturnType<typeof pictureOf>, x: number, y: number): number[] {
  const place = Math.floor(y * height) * width + Math.floor(x * width);
  // Four bits to a pixel, two pixels to a byte.
  const two = data[place >> 1] ?? 0;
  return palette[place % 2 === 0 ? two >> 4 : two & 15] ?? [];
}

const PAPER = [0xf3, 0xee, 0xe2];

test('a garment is a sharp picture in its colour, whole within its frame, with sums that hold', () => {
  const coat = pictureOf('Plum', 'tailcoat');
  expect(coat.width).toBeGreaterThanOrEqual(512);
  const edge = Array.from({ length: 50 }, (_, step) => step / 50);
  for (const along of edge)
    for (const [x, y] of [
      [along, 0.02],
      [0.02, along],
      [along, 0.98],
      [0.98, along],
    ] as const)
      expect(at(coat, x, y)).toEqual(PAPER);
  expect(coat.palette).toContainEqual([0x6f, 0x3d, 0x68]);
});

test('another colour is the same shape, another piece another', () => {
  const [plum, teal] = [pictureOf('Plum', 'boots'), pictureOf('Teal', 'boots')];
  expect(teal.data).toEqual(plum.data);
  expect(teal.palette).not.toEqual(plum.palette);
  expect(pictureOf('Plum', 'gown').data).not.toEqual(plum.data);
});

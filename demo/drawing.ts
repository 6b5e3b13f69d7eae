import { encode } from 'fast-png';
import { printAttachment } from '@/core/column';
import { type Shape, shapes } from './shapes';

const dyes: Record<string, number> = {
  Blue: 0x3c5a8c,
  Crimson: 0x9c2b3f,
  Ivory: 0xe6dcc0,
  'Moss green': 0x5f7145,
  Black: 0x33333a,
  Ochre: 0xc08a32,
  Plum: 0x6f3d68,
  Silver: 0xa8adb3,
  Russet: 0x99512f,
  Teal: 0x2f7676,
  Rose: 0xc98391,
  Charcoal: 0x55575c,
};

const PAPER = 0xf3eee2;

const SIZE = 96;

/** Points looked at along each side of a pixel, for smooth edges. */
const SAMPLES = 2;

function isInside(shape: Shape, x: number, y: number): boolean {
  let inside = false;
  let before = shape[shape.length - 1] as Shape[number];
  // By index: taking points apart by pattern costs more here than all the rest.
  for (const point of shape) {
    if (
      point[1] > y !== before[1] > y &&
      x < ((before[0] - point[0]) * (y - point[1])) / (before[1] - point[1]) + point[0]
    )
      inside = !inside;
    before = point;
  }
  return inside;
}

const channel = (color: number, index: number): number => (color >> (16 - 8 * index)) & 0xff;

const lighter = (color: number): number =>
  [0, 1, 2].reduce((mixed, index) => (mixed << 8) | Math.round(channel(color, index) * 0.6 + 255 * 0.4), 0);

/** For each pixel of a piece, how many of its points are cloth and how many trim. */
type Mask = { cloth: Uint8Array; trim: Uint8Array };

const POINTS = SAMPLES * SAMPLES;

function maskOf({ cloth, trim }: { cloth: Shape[]; trim: Shape[] }): Mask {
  const mask = { cloth: new Uint8Array(SIZE * SIZE), trim: new Uint8Array(SIZE * SIZE) };
  for (let pixel = 0; pixel < SIZE * SIZE; pixel++) {
    for (let sample = 0; sample < POINTS; sample++) {
      const x = ((pixel % SIZE) + ((sample % SAMPLES) + 0.5) / SAMPLES) * (24 / SIZE);
      const y = (Math.floor(pixel / SIZE) + (Math.floor(sample / SAMPLES) + 0.5) / SAMPLES) * (24 / SIZE);
      const counts = trim.some((shape) => isInside(shape, x, y))
        ? mask.trim
        : cloth.some((shape) => isInside(shape, x, y))
          ? mask.cloth
          : null;
      if (counts) counts[pixel] = (counts[pixel] ?? 0) + 1;
    }
  }
  return mask;
}

function painted({ cloth, trim }: Mask, dye: number): string {
  const light = lighter(dye);
  const data = new Uint8Array(SIZE * SIZE * 3);
  for (let pixel = 0; pixel < SIZE * SIZE; pixel++) {
    const dyed = cloth[pixel] ?? 0;
    const trimmed = trim[pixel] ?? 0;
    for (let index = 0; index < 3; index++)
      data[pixel * 3 + index] = Math.round(
        (channel(dye, index) * dyed +
          channel(light, index) * trimmed +
          channel(PAPER, index) * (POINTS - dyed - trimmed)) /
          POINTS,
      );
  }
  return printAttachment({
    type: 'image/png',
    name: null,
    bytes: new Uint8Array(encode({ width: SIZE, height: SIZE, data, channels: 3, depth: 8 })),
  });
}

const masks = new Map<string, Mask>();

const drawn = new Map<string, string>();

/** A small PNG of a piece of clothing in its colour, as a `data:` URL. */
export function drawGarment(colour: string, piece: string): string {
  const mask = masks.get(piece) ?? maskOf(shapes[piece] ?? { cloth: [], trim: [] });
  masks.set(piece, mask);
  const key = `${colour} ${piece}`;
  const picture = drawn.get(key) ?? painted(mask, dyes[colour] ?? 0x777777);
  drawn.set(key, picture);
  return picture;
}

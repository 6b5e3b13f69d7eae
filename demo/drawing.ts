import { encode } from 'fast-png';
import { printAttachment } from '@/core/column';
type Shape = readonly (readonly [x: number, y: number])[];

/** One half of a shape on a grid of 24 by 24; the other is its mirror. */
const mirrored = (half: Shape): Shape => [...half, ...[...half].reverse().map(([x, y]) => [24 - x, y] as const)];

/** Pieces of clothing as a costume store hangs them up, drawn with a few straight cuts. */
const shapes: Record<string, { cloth: Shape[]; trim: Shape[] }> = {
  tailcoat: {
    cloth: [
      mirrored([
        [9, 3],
        [5, 5],
        [3, 14],
        [6, 15],
        [7, 9],
        [7, 15],
        [6, 22],
        [10, 21],
        [11, 14],
      ]),
    ],
    trim: [
      mirrored([
        [9.5, 3],
        [11, 8],
        [11.6, 12],
      ]),
    ],
  },
  gown: {
    cloth: [
      mirrored([
        [9, 3],
        [7, 4],
        [6, 8],
        [8, 9],
        [8, 12],
        [3, 22],
        [12, 22],
      ]),
    ],
    trim: [
      mirrored([
        [8, 11.4],
        [8, 12.8],
      ]),
      mirrored([
        [3.7, 20],
        [3.2, 21.2],
      ]),
    ],
  },
  waistcoat: {
    cloth: [
      mirrored([
        [8, 3],
        [7, 7],
        [6, 10],
        [6, 19],
        [9, 20],
        [11.5, 18],
      ]),
    ],
    trim: [
      mirrored([
        [8.4, 3],
        [11.4, 10],
        [11.4, 9],
      ]),
    ],
  },
  breeches: {
    cloth: [
      mirrored([
        [7, 4],
        [6, 12],
        [6, 20],
        [10, 20],
        [11.5, 10],
      ]),
      [
        [7, 4],
        [17, 4],
        [17, 7],
        [7, 7],
      ],
    ],
    trim: [
      [
        [7, 4],
        [17, 4],
        [17, 5.6],
        [7, 5.6],
      ],
      [
        [6, 18.6],
        [10.2, 18.6],
        [10, 20],
        [6, 20],
      ],
      [
        [13.8, 18.6],
        [18, 18.6],
        [18, 20],
        [14, 20],
      ],
    ],
  },
  cloak: {
    cloth: [
      mirrored([
        [10, 2],
        [7, 5],
        [4, 21],
        [11, 22],
      ]),
    ],
    trim: [
      mirrored([
        [10, 2],
        [9, 4.6],
        [11.7, 5.4],
      ]),
    ],
  },
  bonnet: {
    cloth: [
      mirrored([
        [8, 5],
        [5, 10],
        [5, 14],
        [9, 16],
      ]),
    ],
    trim: [
      [
        [5, 13],
        [19, 13],
        [21, 16.5],
        [3, 16.5],
      ],
    ],
  },
  bodice: {
    cloth: [
      mirrored([
        [8, 4],
        [6, 6],
        [7, 11],
        [8, 14],
        [7, 18],
        [12, 20],
      ]),
    ],
    trim: [
      mirrored([
        [11.2, 6],
        [11.2, 18],
      ]),
    ],
  },
  petticoat: {
    cloth: [
      mirrored([
        [8, 5],
        [3, 20],
        [12, 21],
      ]),
    ],
    trim: [
      [
        [8, 5],
        [16, 5],
        [16.4, 6.6],
        [7.6, 6.6],
      ],
      mirrored([
        [3.6, 18],
        [3.2, 19.4],
        [12, 20.4],
        [12, 19],
      ]),
    ],
  },
  'frock coat': {
    cloth: [
      mirrored([
        [9, 2],
        [5, 4],
        [3, 14],
        [6, 15],
        [7, 8],
        [7, 13],
        [5, 22],
        [11.5, 22],
      ]),
    ],
    trim: [
      mirrored([
        [9.4, 2],
        [11.4, 9],
        [11.6, 8],
      ]),
      mirrored([
        [7, 13],
        [7, 14],
        [11.6, 14],
        [11.6, 13],
      ]),
    ],
  },
  cape: {
    cloth: [
      mirrored([
        [10, 4],
        [7, 6],
        [3, 17],
        [11.6, 18],
      ]),
    ],
    trim: [
      mirrored([
        [10, 4],
        [9, 6.4],
        [11.8, 7],
      ]),
    ],
  },
  shawl: {
    cloth: [
      [
        [2, 6],
        [22, 6],
        [12, 20],
      ],
    ],
    trim: [
      [
        [2, 6],
        [22, 6],
        [20.8, 7.7],
        [3.2, 7.7],
      ],
    ],
  },
  doublet: {
    cloth: [
      mirrored([
        [9, 3],
        [5, 5],
        [4, 13],
        [7, 13],
        [7, 10],
        [7, 17],
        [6, 20],
        [12, 20],
      ]),
    ],
    trim: [
      mirrored([
        [11.3, 4],
        [11.3, 20],
      ]),
      mirrored([
        [7, 16],
        [7, 17.2],
        [12, 17.2],
        [12, 16],
      ]),
    ],
  },
  apron: {
    cloth: [
      mirrored([
        [9, 3],
        [9, 9],
        [5, 10],
        [5, 21],
        [12, 21],
      ]),
    ],
    trim: [
      [
        [4, 9.6],
        [20, 9.6],
        [20, 11],
        [4, 11],
      ],
    ],
  },
  'top hat': {
    cloth: [
      mirrored([
        [7, 4],
        [8, 16],
        [12, 16],
      ]),
      [
        [3, 16],
        [21, 16],
        [20, 19],
        [4, 19],
      ],
    ],
    trim: [
      [
        [7.8, 13],
        [16.2, 13],
        [16, 16],
        [8, 16],
      ],
    ],
  },
  boots: {
    cloth: [
      [
        [5, 3],
        [10, 3],
        [10, 16],
        [11, 20],
        [3, 20],
        [5, 16],
      ],
      [
        [14, 3],
        [19, 3],
        [19, 16],
        [21, 20],
        [13, 20],
        [14, 16],
      ],
    ],
    trim: [
      [
        [3, 19],
        [11, 19],
        [11, 20.6],
        [3, 20.6],
      ],
      [
        [13, 19],
        [21, 19],
        [21, 20.6],
        [13, 20.6],
      ],
    ],
  },
  gloves: {
    cloth: [
      [
        [4, 9],
        [5, 5],
        [7, 4],
        [9, 5],
        [10, 9],
        [11, 11],
        [9, 13],
        [9, 20],
        [4, 20],
      ],
      [
        [20, 9],
        [19, 5],
        [17, 4],
        [15, 5],
        [14, 9],
        [13, 11],
        [15, 13],
        [15, 20],
        [20, 20],
      ],
    ],
    trim: [
      [
        [4, 17],
        [9, 17],
        [9, 18.6],
        [4, 18.6],
      ],
      [
        [15, 17],
        [20, 17],
        [20, 18.6],
        [15, 18.6],
      ],
    ],
  },
};

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

import CRC32 from 'crc-32';
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

const channel = (color: number, index: number): number => (color >> (16 - 8 * index)) & 0xff;

const lighter = (color: number): number =>
  [0, 1, 2].reduce((mixed, index) => (mixed << 8) | Math.round(channel(color, index) * 0.6 + 255 * 0.4), 0);

/** Pixels of an edge: sharp on a phone, where it is as wide as the screen. */
const SIZE = 512;

/** Shapes are drawn in a square of 24; with room around it, so that a frame that is not square shows them whole. */
const MARGIN = 3;
const GRID = 24 + 2 * MARGIN;

/** Points looked at along each side of a pixel, for smooth edges. */
const SAMPLES = 2;
const POINTS = SAMPLES * SAMPLES;
const ACROSS = SIZE * SAMPLES;

const CLOTH = 8;
const TRIM = 1;

/** Marks the points of a line that lie within a shape (even-odd rule). */
function mark(line: Uint8Array, y: number, shape: Shape, as: number): void {
  const crossings: number[] = [];
  let before = shape[shape.length - 1] as Shape[number];
  for (const point of shape) {
    if (point[1] > y !== before[1] > y)
      crossings.push(((before[0] - point[0]) * (y - point[1])) / (before[1] - point[1]) + point[0]);
    before = point;
  }
  crossings.sort((left, right) => left - right);
  const place = (x = GRID) => Math.max(0, Math.round(((x + MARGIN) * ACROSS) / GRID));
  for (let at = 0; at < crossings.length; at += 2) line.fill(as, place(crossings[at]), place(crossings[at + 1]));
}

/** Mixes of so many points of cloth and of trim, the rest paper: a picture's palette, of 15. */
const mixes = Array.from({ length: POINTS + 1 }, (_, cloth) =>
  Array.from({ length: POINTS + 1 - cloth }, (_, trim) => ({ cloth, trim })),
).flat();

/** The place of a mix in the palette, by how many of its points are cloth and how many are trim. */
const placeOfMix = new Uint8Array(POINTS * CLOTH + 1);
mixes.forEach(({ cloth, trim }, place) => (placeOfMix[cloth * CLOTH + trim * TRIM] = place));

/** The mixes of a piece's pixels, two to a byte, row by row. */
function mixedPixels({ cloth, trim }: { cloth: Shape[]; trim: Shape[] }): Uint8Array {
  const packed = new Uint8Array((SIZE * SIZE) / 2);
  // What each mark adds to the key of its pixel's mix stands in the line itself: adding up costs most here.
  const line = new Uint8Array(ACROSS);
  const keys = new Uint8Array(SIZE);
  for (let row = 0; row < SIZE; row++) {
    keys.fill(0);
    for (let sample = 0; sample < SAMPLES; sample++) {
      const y = ((row * SAMPLES + sample + 0.5) * GRID) / ACROSS - MARGIN;
      line.fill(0);
      for (const shape of cloth) mark(line, y, shape, CLOTH);
      for (const shape of trim) mark(line, y, shape, TRIM);
      for (let x = 0; x < SIZE; x++) keys[x] = keys[x]! + line[2 * x]! + line[2 * x + 1]!;
    }
    for (let x = 0; x < SIZE; x += 2)
      packed[(row * SIZE + x) >> 1] = (placeOfMix[keys[x]!]! << 4) | placeOfMix[keys[x + 1]!]!;
  }
  return packed;
}

/** The palette of a colour: three bytes for each mix. */
function paletteOf(dye: number): number[][] {
  const light = lighter(dye);
  return mixes.map(({ cloth, trim }) =>
    [0, 1, 2].map((index) =>
      Math.round(
        (channel(dye, index) * cloth + channel(light, index) * trim + channel(PAPER, index) * (POINTS - cloth - trim)) /
          POINTS,
      ),
    ),
  );
}

/** Where the palette of a PNG stands that has one: after its signature, its header and what says how long it is. */
const PALETTE = { kind: 8 + 25 + 4, bytes: 8 + 25 + 8 };

/**
 * The same PNG in another colour: its pixels, which take most of the time, stay packed as they are (PNG, third edition,
 * §11.2.2).
 */
function inColour(image: Uint8Array, dye: number): Uint8Array {
  const png = image.slice();
  png.set(paletteOf(dye).flat(), PALETTE.bytes);
  const end = PALETTE.bytes + mixes.length * 3;
  new DataView(png.buffer).setInt32(end, CRC32.buf(png.subarray(PALETTE.kind, end)));
  return png;
}

const pieces = new Map<string, Uint8Array>();

const drawn = new Map<string, string>();

function pieceOf(piece: string): Uint8Array {
  const data = mixedPixels(shapes[piece] ?? { cloth: [], trim: [] });
  const image = { width: SIZE, height: SIZE, data, channels: 1, depth: 4 as const, palette: paletteOf(0) };
  return new Uint8Array(encode(image));
}

/** A PNG of a piece of clothing in its colour, as a `data:` URL. */
export function drawGarment(colour: string, piece: string): string {
  const image = pieces.get(piece) ?? pieceOf(piece);
  pieces.set(piece, image);
  const key = `${colour} ${piece}`;
  const picture =
    drawn.get(key) ??
    printAttachment({ type: 'image/png', name: null, bytes: inColour(image, dyes[colour] ?? 0x777777) });
  drawn.set(key, picture);
  return picture;
}

import {
  BarcodeFormat,
  BinaryBitmap,
  DecodeHintType,
  GlobalHistogramBinarizer,
  HybridBinarizer,
  MultiFormatReader,
  RGBLuminanceSource,
} from '@zxing/library';
/** The longest side of a photo that codes are read in, in pixels: enough for one that fills a third of it. */
export const LONGEST_EDGE = 1280;

/** How bright each pixel of an RGBA picture is, 0 to 255. */
export function greyOf(rgba: Uint8ClampedArray): Uint8ClampedArray {
  const grey = new Uint8ClampedArray(rgba.length / 4);
  for (let pixel = 0; pixel < grey.length; pixel++) {
    const at = pixel * 4;
    grey[pixel] = 0.299 * (rgba[at] ?? 0) + 0.587 * (rgba[at + 1] ?? 0) + 0.114 * (rgba[at + 2] ?? 0);
  }
  return grey;
}

const FORMATS = [
  BarcodeFormat.EAN_13,
  BarcodeFormat.EAN_8,
  BarcodeFormat.UPC_A,
  BarcodeFormat.ITF,
  BarcodeFormat.CODE_128,
  BarcodeFormat.QR_CODE,
];
const hints = (thorough: boolean) =>
  new Map<DecodeHintType, unknown>([
    [DecodeHintType.POSSIBLE_FORMATS, FORMATS],
    [DecodeHintType.ASSUME_GS1, true],
    ...(thorough ? [[DecodeHintType.TRY_HARDER, true] as const] : []),
  ]);

/**
 * The code in a picture of grey values, row by row, or null. A glance first, as most photos need no more, also at the
 * picture turned by a quarter; then all of it; then smoothed.
 */
export function decodeGrey(grey: Uint8ClampedArray, width: number, height: number): string | null {
  const upright: Picture = { grey, width, height };
  const turned: Picture = { grey: quarterTurn(upright), width: height, height: width };
  const tries: (() => string | null)[] = [
    () => read(upright, false),
    () => read(turned, false),
    () => read(upright, true),
    () => read(smoothed(upright), true),
    () => read(turned, true),
    () => read(smoothed(turned), true),
  ];
  for (const attempt of tries) {
    const found = attempt();
    if (found !== null) return found;
  }
  return null;
}

/** The code in one frame of a moving picture, RGBA, or null: at a glance, as the next frame is there soon. */
export function decodeFrame(rgba: Uint8ClampedArray, width: number, height: number): string | null {
  const upright: Picture = { grey: greyOf(rgba), width, height };
  return read(upright, false) ?? read({ grey: quarterTurn(upright), width: height, height: width }, false);
}

interface Picture {
  grey: Uint8ClampedArray;
  width: number;
  height: number;
}

function read({ grey, width, height }: Picture, thorough: boolean): string | null {
  const source = new RGBLuminanceSource(grey, width, height);
  // Bars are told apart best by one threshold a row, QR codes in uneven light by one a place.
  for (const binarizer of thorough
    ? [new HybridBinarizer(source), new GlobalHistogramBinarizer(source)]
    : [new HybridBinarizer(source)]) {
    try {
      return new MultiFormatReader().decode(new BinaryBitmap(binarizer), hints(thorough)).getText();
    } catch {
      // Whatever does not read as a code is none: nothing there, a wrong check digit, half of one.
    }
  }
  return null;
}

function quarterTurn({ grey, width, height }: Picture): Uint8ClampedArray {
  const turned = new Uint8ClampedArray(grey.length);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) turned[x * height + (height - 1 - y)] = grey[y * width + x] as number;
  return turned;
}

/** Each pixel the mean of those around it: grain goes, bars stay. */
function smoothed({ grey, width, height }: Picture): Picture {
  const rows = new Uint16Array(grey.length);
  for (let at = 1; at < grey.length - 1; at++)
    rows[at] = (grey[at - 1] as number) + (grey[at] as number) + (grey[at + 1] as number);
  const smooth = new Uint8ClampedArray(grey);
  for (let at = width; at < grey.length - width; at++)
    smooth[at] = ((rows[at - width] as number) + (rows[at] as number) + (rows[at + width] as number)) / 9;
  return { grey: smooth, width, height };
}

import { gs1CheckDigit } from '@/core/barcode';
import { garmentTag } from '@/demo';
import { barcodeBits } from '@/test/barcodeBits';
import { decodeGrey, greyOf } from './decode';

/** A picture of a code on white, each bar so many pixels wide, with some noise. */
function photo(code: string, wide: number, noise = 0) {
  const pattern = barcodeBits(code);
  const [width, height] = [(pattern.length + 24) * wide, 90];
  const rgba = new Uint8ClampedArray(width * height * 4).fill(255);
  for (let y = 10; y < height - 10; y++) {
    for (let x = 0; x < width; x++) {
      const isDark = pattern[Math.floor(x / wide) - 12] === '1';
      const grain = ((x * 7919 + y * 104729) % 255) * noise;
      rgba.fill(isDark ? grain : 255 - grain, (y * width + x) * 4, (y * width + x) * 4 + 3);
    }
  }
  return { grey: greyOf(rgba), width, height };
}

describe('a code in a picture', () => {
  it.each([garmentTag(1), garmentTag(387), '4006381333931', '9780306406157'])(
    '%s is read, small and large, with noise, upside down',
    (code) => {
      expect(gs1CheckDigit(code.slice(0, -1))).toBe(Number(code.at(-1)));
      for (const [wide, noise] of [
        [2, 0],
        [4, 0.1],
        [6, 0.25],
      ] as const) {
        const { grey, width, height } = photo(code, wide, noise);
        expect(decodeGrey(grey, width, height)).toBe(code);
        expect(decodeGrey(new Uint8ClampedArray([...grey].reverse()), width, height)).toBe(code);
      }
    },
  );

  it('is none where there is none, or its check digit is wrong', () => {
    const { width, height } = photo(garmentTag(1), 3);
    expect(decodeGrey(new Uint8ClampedArray(width * height).fill(255), width, height)).toBeNull();
    const wrong = photo('2000000000018', 3);
    expect(decodeGrey(wrong.grey, wrong.width, wrong.height)).toBeNull();
  });
});

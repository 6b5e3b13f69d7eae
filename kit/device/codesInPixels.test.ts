import { encode } from 'fast-png';
import { garmentTag } from '@/demo';
import { barcodeBits } from '@/test/barcodeBits';
import { codeInPng } from './codesInPixels';

const bits = barcodeBits(garmentTag(7));
const [bar, height] = [3, 60];
const width = (bits.length + 24) * bar;

/** How bright a point of the label is. */
const brightness = (x: number): number => (bits[Math.floor(x / bar) - 12] === '1' ? 20 : 240);

test.each([1, 2, 3, 4] as const)('a code is read in a picture of %s channels', (channels) => {
  const data = new Uint8Array(width * height * channels);
  for (let at = 0; at < data.length; at++) {
    const channel = at % channels;
    const isClear = channels % 2 === 0 && channel === channels - 1;
    data[at] = isClear ? 255 : brightness(Math.floor(at / channels) % width);
  }
  expect(codeInPng(encode({ width, height, data, channels, depth: 8 }))).toBe(garmentTag(7));
});

test('in a blank picture there is none', () => {
  const data = new Uint8Array(60 * 40 * 3).fill(255);
  expect(codeInPng(encode({ width: 60, height: 40, data, channels: 3, depth: 8 }))).toBeNull();
});

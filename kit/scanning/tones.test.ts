import { tones, wavOf } from './tones';

test('a tone is a sound file of its length, at its pitch', () => {
  const bytes = wavOf(tones.found);
  const text = (from: number, to: number) => String.fromCharCode(...bytes.subarray(from, to));
  expect([text(0, 4), text(8, 16), text(36, 40)]).toEqual(['RIFF', 'WAVEfmt ', 'data']);
  const samples = bytes.subarray(44);
  expect(new DataView(bytes.buffer).getUint32(40, true)).toBe(samples.length);
  expect(samples.length / 22_050).toBeCloseTo(0.09, 3);
  // Each wave goes up through the middle once.
  const rises = samples.filter((each, at) => each >= 128 && (samples[at - 1] ?? 128) < 128).length;
  expect(Math.abs(rises / 0.09 - 1320)).toBeLessThan(25);
});

test('between two tones there is silence', () => {
  const samples = wavOf(tones.several).subarray(44);
  const gap = samples.subarray(Math.ceil(0.085 * 22_050), Math.floor(0.125 * 22_050));
  expect(new Set(gap)).toEqual(new Set([128]));
});

import type { Cue } from '../base/context';

/** One after another: hertz, and seconds from the start and long. */
export type Tones = readonly (readonly [hertz: number, at: number, long: number])[];

/** What a person hears at a scan: one high tone, two, or a low one. */
export const tones: Record<Cue, Tones> = {
  found: [[1320, 0, 0.09]],
  several: [
    [990, 0, 0.08],
    [990, 0.13, 0.08],
  ],
  none: [[220, 0, 0.28]],
};

const RATE = 22_050;
const HEADER = 44;
const LOUD = 40;
/** Of unsigned samples. */
const SILENCE = 128;

/** Tones as a sound file: PCM, one channel of 8 bits. Source: Microsoft, RIFF WAVE. */
export function wavOf(played: Tones): Uint8Array {
  const seconds = Math.max(...played.map(([, at, long]) => at + long));
  const samples = Math.ceil(seconds * RATE);
  const bytes = new Uint8Array(HEADER + samples).fill(SILENCE, HEADER);
  const view = new DataView(bytes.buffer);
  const text = (at: number, word: string) => [...word].forEach((c, i) => view.setUint8(at + i, c.charCodeAt(0)));
  text(0, 'RIFF');
  view.setUint32(4, HEADER - 8 + samples, true);
  text(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, 1, true);
  view.setUint32(24, RATE, true);
  view.setUint32(28, RATE, true);
  view.setUint16(32, 1, true);
  view.setUint16(34, 8, true);
  text(36, 'data');
  view.setUint32(40, samples, true);
  for (const [hertz, at, long] of played)
    for (let sample = Math.floor(at * RATE); sample < Math.min(samples, (at + long) * RATE); sample++)
      bytes[HEADER + sample] = SILENCE + Math.round(LOUD * Math.sin((2 * Math.PI * hertz * sample) / RATE));
  return bytes;
}

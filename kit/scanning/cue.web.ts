import type { Cue, Kit } from '../base/context';
import { tones } from './tones';

const shakes: Record<Cue, number | number[]> = { found: 40, several: [40, 60, 40], none: 220 };

let audio: AudioContext | undefined;

/**
 * Makes ready for sound in a quiet moment after the first press: that takes a browser 60 ms, which the first scan
 * should not wait for.
 */
export function warmCues(): () => void {
  const warm = () =>
    void setTimeout(() => (audio ??= typeof AudioContext === 'undefined' ? undefined : new AudioContext()), 300);
  window.addEventListener('pointerdown', warm, { once: true });
  return () => window.removeEventListener('pointerdown', warm);
}

/** Sounds and shakes; a browser without either stays still. */
export const cue: Kit['cue'] = (kind, { sound, vibration }) => {
  if (vibration) navigator.vibrate?.(shakes[kind]);
  if (!sound || typeof AudioContext === 'undefined') return;
  audio ??= new AudioContext();
  const { currentTime, destination } = audio;
  for (const [hertz, at, long] of tones[kind]) {
    const [oscillator, gain] = [audio.createOscillator(), audio.createGain()];
    oscillator.frequency.value = hertz;
    gain.gain.value = 0.08;
    oscillator.connect(gain).connect(destination);
    oscillator.start(currentTime + at);
    oscillator.stop(currentTime + at + long);
  }
};

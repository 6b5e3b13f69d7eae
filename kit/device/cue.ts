import { Vibration } from 'react-native';
import type { Cue, Kit } from '../base/context';

/** Milliseconds. */
const shakes: Record<Cue, number | number[]> = { found: 40, several: [0, 40, 60, 40], none: 220 };

export const cue: Kit['cue'] = (kind, { vibration }) => {
  if (vibration) Vibration.vibrate(shakes[kind]);
};

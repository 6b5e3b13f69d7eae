import type { Path } from './path';

/**
 * What would take a fault away: a value at a place of the same data, or, where it has none, nothing there. `leave-out`
 * takes away as much around the place as must go with it, `leave-out-screen` what leads to the screen as well,
 * `leave-out-unknown` the place alone.
 */
export type Mend =
  | { way: 'leave-out' | 'leave-out-unknown' | 'leave-out-screen' | 'leave-out-frame'; at: Path }
  | {
      way:
        | 'cut'
        | 'shorten'
        | 'name'
        | 'places'
        | 'currency'
        | 'start'
        | 'naming'
        | 'no-default'
        | 'no-text'
        | 'once'
        | 'unit'
        | 'no-limits';
      at: Path;
      value: unknown;
    };

type Way = Mend['way'];

const words: { [W in Way]: (value: string) => string } = {
  'leave-out': () => 'it was left out',
  'leave-out-unknown': () => 'it was left out',
  'leave-out-screen': () => 'it was left out',
  'leave-out-frame': () => 'the frame was left out',
  cut: () => 'it was cut',
  shorten: () => 'the last were left out',
  name: (name) => `it is called ${name}`,
  places: (places) => `${places} decimals are shown`,
  currency: (currency) => `it is ${currency}`,
  start: () => 'the app starts with its first screen',
  naming: () => 'its records are named by another column',
  'no-default': () => 'it starts blank',
  'no-text': () => 'it is blank until it is written anew',
  once: () => 'each is there once',
  unit: (unit) => `it is shown in ${unit}`,
  'no-limits': () => 'its limits were left out',
};

/** What was done, in words. */
export const mendWords = (mend: Mend): string => words[mend.way]('value' in mend ? String(mend.value) : '');

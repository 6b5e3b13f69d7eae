import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { accentColors } from './accents';
import { lookOf } from './theme';

/** Red, green and blue as `1 2 3` or `rgb(1, 2, 3)`. */
const parse = (color: string): number[] => (color.match(/\d+/g) ?? []).slice(0, 3).map(Number);

/** WCAG 2.2, relative luminance. */
function luminance(color: string): number {
  const [red = 0, green = 0, blue = 0] = parse(color).map((channel) => {
    const share = channel / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * red + 0.7152 * green + 0.0722 * blue;
}

/** WCAG 2.2, contrast ratio. */
function contrast(one: string, other: string): number {
  const [dark = 0, light = 0] = [luminance(one), luminance(other)].sort((left, right) => left - right);
  return (light + 0.05) / (dark + 0.05);
}

const TEXT = 4.5;
/** Marks, edges of what is pressed, icons. */
const GRAPHIC = 3;

type Pair = readonly [text: string, ground: string, least: number];

/** The pairs that fall short, in words. */
const short = (colors: Record<string, string>, pairs: readonly Pair[]): string[] =>
  pairs.flatMap(([text, ground, least]) => {
    const [one, other] = [colors[text], colors[ground]];
    if (one === undefined || other === undefined) return [`${text} on ${ground}: there is no such colour`];
    const found = contrast(one, other);
    return found >= least ? [] : [`${text} on ${ground}: ${found.toFixed(2)} of ${least}`];
  });

const onEach = (texts: readonly string[], grounds: readonly string[], least = TEXT): Pair[] =>
  texts.flatMap((text) => grounds.map((ground): Pair => [text, ground, least]));

describe('the colours of a built app', () => {
  const pairs: Pair[] = [
    ...onEach(['ink', 'soft', 'accent', 'danger'], ['ground', 'card']),
    ...onEach(['ink', 'soft', 'accent'], ['tint']),
    ['on-accent', 'accent', TEXT],
    ['on-danger', 'danger', TEXT],
  ];
  for (const accent of Object.keys(accentColors) as (keyof typeof accentColors)[])
    for (const isDark of [false, true])
      it(`are told apart in ${accent}, ${isDark ? 'dark' : 'light'}`, () => {
        const { colors, tones } = lookOf(accent, isDark, 'normal');
        expect(short(colors, pairs)).toEqual([]);
        for (const [name, { ink, tint }] of Object.entries(tones)) {
          // A row that a rule colours keeps its own texts, in the rule's ink or the app's.
          const tinted = { ...colors, [name]: ink, row: tint };
          expect(short(tinted, [...onEach([name, 'ink', 'soft'], ['row']), [name, 'card', GRAPHIC]])).toEqual([]);
        }
      });
});

describe('the colours of the studio', () => {
  const css = readFileSync(join(__dirname, '..', '..', 'ui', 'global.css'), 'utf8');
  const schemes = { light: /:root \{([^}]+)\}/, dark: /:root\.dark \{([^}]+)\}/ };
  const tinted = ['fern', 'amber', 'plum', 'rust'];
  const pairs: Pair[] = [
    ...onEach(['ink', 'soft', ...tinted], ['paper', 'leaf']),
    ...tinted.flatMap((color) => onEach(['ink', 'soft', color], [`${color}-tint`])),
    ['on-fern', 'fern', TEXT],
    ['leaf', 'rust', TEXT],
    ['white', 'bark', TEXT],
  ];
  for (const [scheme, block] of Object.entries(schemes))
    it(`are told apart in the ${scheme} scheme`, () => {
      const lines = (css.match(block)?.[1] ?? '').matchAll(/--fs-([\w-]+): ([\d ]+);/g);
      const colors = {
        white: '255 255 255',
        ...Object.fromEntries([...lines].map(([, name, value]) => [name, value])),
      };
      expect(Object.keys(colors).length).toBeGreaterThan(14);
      expect(short(colors, pairs)).toEqual([]);
    });
});

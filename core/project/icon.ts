import type { Definition, Theme } from '@/core/model';
import { iconOf } from '@/core/ship';

/** What icons are drawn with. */
export interface Drawing {
  /** For each symbol the shapes of its SVG, in a box of 24, as strokes. */
  symbols: Readonly<Record<string, string>>;
  /** For each accent its colour: red, green and blue. */
  accents: Readonly<Record<string, string>>;
}

/** A picture to be made: the SVG, and the width and height of the PNG in pixels. */
export interface IconFile {
  path: string;
  svg: string;
  size: number;
}

const SIZE = 1024;
/** Android shows the middle of the foreground alone. Source: developer.android.com, adaptive icons: 66 of 108 */
const SAFE = 0.6;
const FULL = 0.62;
const FAVICON = 48;

const escaped = (text: string): string => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');

/** The mark of an app, white, so much of the box wide. */
function mark(theme: Theme, name: string, { symbols }: Drawing, part: number): string {
  const icon = iconOf(theme, name);
  const side = SIZE * part;
  if (icon.kind === 'symbol') {
    const shapes = symbols[icon.name] ?? '';
    const start = (SIZE - side) / 2;
    return (
      `<g transform="translate(${start} ${start}) scale(${side / 24})" fill="none" stroke="#fff" stroke-width="2" ` +
      `stroke-linecap="round" stroke-linejoin="round">${shapes}</g>`
    );
  }
  const height = side / Math.max(1, [...icon.text].length * 0.62);
  return (
    `<text x="${SIZE / 2}" y="${SIZE / 2 + height * 0.36}" fill="#fff" text-anchor="middle" ` +
    `font-family="Hanken Grotesk" font-weight="700" font-size="${height}">${escaped(icon.text)}</text>`
  );
}

const svgOf = (inner: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${SIZE} ${SIZE}">${inner}</svg>`;

/** The colour that the icon stands on, as CSS has it. */
export const iconColor = ({ accent }: Theme, { accents }: Drawing): string =>
  `#${(accents[accent] ?? '0 0 0')
    .split(' ')
    .map((part) => Number(part).toString(16).padStart(2, '0'))
    .join('')}`;

/** The app's icon, for stores, for Android's shapes, and for a browser's tab, from the app's look. */
export function iconFiles({ theme, name }: Pick<Definition, 'theme' | 'name'>, drawing: Drawing): IconFile[] {
  const ground = `<rect width="${SIZE}" height="${SIZE}" fill="${iconColor(theme, drawing)}"/>`;
  const whole = svgOf(ground + mark(theme, name, drawing, FULL));
  return [
    { path: 'assets/favicon.png', svg: whole, size: FAVICON },
    { path: 'assets/icon-foreground.png', svg: svgOf(mark(theme, name, drawing, SAFE * FULL + 0.08)), size: SIZE },
    { path: 'assets/icon.png', svg: whole, size: SIZE },
  ];
}

import { vars } from 'nativewind';
import { useKit } from './context';
import type { Accent, Tone } from '@/core/definition';

/** Each accent as RGB: for itself, and for a tint behind text. All pairs reach WCAG AA. */
export const accentColors: Record<Accent, { accent: string; tint: string; name: string }> = {
  moss: { accent: '61 107 54', tint: '231 240 224', name: 'Moss' },
  wine: { accent: '134 38 68', tint: '248 229 235', name: 'Wine' },
  ochre: { accent: '138 90 6', tint: '250 238 210', name: 'Ochre' },
  slate: { accent: '62 84 112', tint: '227 234 243', name: 'Slate' },
  clay: { accent: '160 70 36', tint: '251 231 221', name: 'Clay' },
  lagoon: { accent: '12 106 114', tint: '219 240 241', name: 'Lagoon' },
};

/** The colours of choices, each with a tint behind it; the pairs reach WCAG AA. */
export const toneColors: Record<Tone, { ink: string; tint: string }> = {
  green: { ink: 'rgb(28, 92, 48)', tint: 'rgb(222, 240, 224)' },
  amber: { ink: 'rgb(112, 68, 4)', tint: 'rgb(252, 236, 200)' },
  red: { ink: 'rgb(150, 32, 32)', tint: 'rgb(252, 226, 224)' },
  blue: { ink: 'rgb(28, 72, 132)', tint: 'rgb(222, 234, 250)' },
  plum: { ink: 'rgb(104, 44, 104)', tint: 'rgb(244, 228, 244)' },
  grey: { ink: 'rgb(72, 76, 86)', tint: 'rgb(232, 234, 238)' },
};

const neutral = {
  'on-accent': '255 255 255',
  ground: '250 250 251',
  card: '255 255 255',
  ink: '28 30 36',
  soft: '88 92 102',
  line: '224 226 231',
  danger: '170 36 36',
};
export type ColorName = 'accent' | 'tint' | keyof typeof neutral;

function palette(accent: Accent): Record<ColorName, string> {
  const { accent: main, tint } = accentColors[accent];
  return { accent: main, tint, ...neutral };
}

/** The built app's own colours as variables for class names, apart from the studio's. */
export function appTheme(accent: Accent) {
  return vars(Object.fromEntries(Object.entries(palette(accent)).map(([name, color]) => [`--app-${name}`, color])));
}

const colors = new Map<Accent, Record<ColorName, string>>();

/** The same colours as whole values, for what takes no class names: icons, switches, placeholders. */
export function useColors(): Record<ColorName, string> {
  const { accent } = useKit().app;
  const found = colors.get(accent) ?? (Object.fromEntries(Object.entries(palette(accent)).map(([name, color]) => [name, `rgb(${color.replaceAll(' ', ', ')})`])) as Record<ColorName, string>);
  colors.set(accent, found);
  return found;
}

import { vars } from 'nativewind';
import { createContext, useContext, useMemo } from 'react';
import { useColorScheme } from 'react-native';
import { accentColors } from './accents';
import type { Kit } from './context';
import type { Accent, Theme, Tone } from '@/core/model';
import { type AppSettings, textScale } from '@/core/settings';

interface Tinted {
  ink: string;
  tint: string;
}

/**
 * The colours of choices and styles, each with a tint behind it; the pairs reach WCAG AA, on the tint and on a card.
 */
export const toneColors: Record<Tone, Tinted> = {
  green: { ink: 'rgb(28, 92, 48)', tint: 'rgb(222, 240, 224)' },
  amber: { ink: 'rgb(112, 68, 4)', tint: 'rgb(252, 236, 200)' },
  red: { ink: 'rgb(150, 32, 32)', tint: 'rgb(252, 226, 224)' },
  blue: { ink: 'rgb(28, 72, 132)', tint: 'rgb(222, 234, 250)' },
  plum: { ink: 'rgb(104, 44, 104)', tint: 'rgb(244, 228, 244)' },
  grey: { ink: 'rgb(72, 76, 86)', tint: 'rgb(232, 234, 238)' },
};

const nightTones: Record<Tone, Tinted> = {
  green: { ink: 'rgb(160, 214, 172)', tint: 'rgb(30, 56, 38)' },
  amber: { ink: 'rgb(238, 198, 122)', tint: 'rgb(62, 48, 20)' },
  red: { ink: 'rgb(246, 166, 160)', tint: 'rgb(72, 34, 34)' },
  blue: { ink: 'rgb(164, 196, 240)', tint: 'rgb(30, 44, 70)' },
  plum: { ink: 'rgb(226, 176, 226)', tint: 'rgb(62, 38, 62)' },
  grey: { ink: 'rgb(192, 198, 208)', tint: 'rgb(50, 54, 62)' },
};

const day = {
  'on-accent': '255 255 255',
  ground: '250 250 251',
  card: '255 255 255',
  ink: '28 30 36',
  soft: '88 92 102',
  line: '224 226 231',
  danger: '170 36 36',
  'on-danger': '255 255 255',
};

const night: typeof day = {
  'on-accent': '22 24 28',
  ground: '20 22 26',
  card: '30 33 38',
  ink: '236 238 242',
  soft: '168 174 186',
  line: '58 62 70',
  danger: '246 150 144',
  'on-danger': '40 12 12',
};

export type ColorName = 'accent' | 'tint' | keyof typeof day;

function palette(accent: Accent, isDark: boolean): Record<ColorName, string> {
  const { accent: main, tint, night: dark, nightTint } = accentColors[accent];
  return isDark ? { accent: dark, tint: nightTint, ...night } : { accent: main, tint, ...day };
}

export const cornerSizes = { square: '2px', soft: '12px', round: '22px' } as const;

/** What is added to the height of rows and the space around them, in points. */
export const densitySpace = { compact: -8, normal: 0, roomy: 12 } as const;

/** The built app's own colours and corners as variables for class names, apart from the studio's. */
export function appTheme({ accent, corner = 'soft' }: Theme, isDark: boolean) {
  return vars({
    ...Object.fromEntries(Object.entries(palette(accent, isDark)).map(([name, color]) => [`--app-${name}`, color])),
    '--app-corner': cornerSizes[corner],
  });
}

/** How the app looks now, as whole values for what takes no class names: icons, switches, texts that grow. */
export interface Look {
  isDark: boolean;
  colors: Record<ColorName, string>;
  tones: Record<Tone, Tinted>;
  /** By how much texts are larger. */
  scale: number;
}

/** A look by what it follows from. */
export function lookOf(accent: Accent, isDark: boolean, textSize: AppSettings['textSize']): Look {
  const colors = Object.fromEntries(
    Object.entries(palette(accent, isDark)).map(([name, color]) => [name, `rgb(${color.replaceAll(' ', ', ')})`]),
  ) as Record<ColorName, string>;
  return { isDark, colors, tones: isDark ? nightTones : toneColors, scale: textScale[textSize] };
}

/**
 * Apart from the kit, which is another one with each edit of the plan: what only asks for colours is not drawn anew for
 * that.
 */
const LookContext = createContext<Look>(lookOf('moss', false, 'normal'));

export const LookProvider = LookContext.Provider;

export const useLook = (): Look => useContext(LookContext);

export const useColors = (): Look['colors'] => useLook().colors;

export const useTones = (): Look['tones'] => useLook().tones;

/** The look of a kit's app: dark or light as the person chose, else as its theme says, else as the phone is. */
export function useLookOf({ app, settings }: Kit): Look {
  const system = useColorScheme();
  const chosen = settings.scheme === 'app' ? (app.theme.scheme ?? 'light') : settings.scheme;
  const isDark = chosen === 'system' ? system === 'dark' : chosen === 'dark';
  const { accent } = app.theme;
  return useMemo(() => lookOf(accent, isDark, settings.textSize), [accent, isDark, settings.textSize]);
}

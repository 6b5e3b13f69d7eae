import { vars } from 'nativewind';
import type { Accent } from '@/core/definition';

/** Each accent as RGB: for itself, for a tint behind text, and for text upon it. All pairs reach WCAG AA. */
export const accentColors: Record<Accent, { accent: string; tint: string; name: string }> = {
  moss: { accent: '61 107 54', tint: '231 240 224', name: 'Moss' },
  wine: { accent: '134 38 68', tint: '248 229 235', name: 'Wine' },
  ochre: { accent: '138 90 6', tint: '250 238 210', name: 'Ochre' },
  slate: { accent: '62 84 112', tint: '227 234 243', name: 'Slate' },
  clay: { accent: '160 70 36', tint: '251 231 221', name: 'Clay' },
  lagoon: { accent: '12 106 114', tint: '219 240 241', name: 'Lagoon' },
};

/** The built app's own colours, apart from the studio's. */
export function appTheme(accent: Accent) {
  const { accent: color, tint } = accentColors[accent];
  return vars({
    '--app-accent': color,
    // React Native for Web takes a whole colour from a variable, not one that is put together.
    '--app-switch-on': `rgb(${color})`,
    '--app-placeholder': 'rgb(88 92 102)',
    '--app-tint': tint,
    '--app-on-accent': '255 255 255',
    '--app-ground': '250 250 251',
    '--app-card': '255 255 255',
    '--app-ink': '28 30 36',
    '--app-soft': '88 92 102',
    '--app-line': '224 226 231',
    '--app-danger': '170 36 36',
  });
}

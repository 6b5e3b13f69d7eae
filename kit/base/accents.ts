import type { Accent } from '@/core/model';

/** Each accent as RGB: for itself, and for a tint behind text; by day and by night. All pairs reach WCAG AA. */
export const accentColors: Record<
  Accent,
  { accent: string; tint: string; night: string; nightTint: string; name: string }
> = {
  moss: { accent: '61 107 54', tint: '231 240 224', night: '158 206 146', nightTint: '38 54 36', name: 'Moss' },
  wine: { accent: '134 38 68', tint: '248 229 235', night: '240 160 182', nightTint: '66 32 44', name: 'Wine' },
  ochre: { accent: '138 90 6', tint: '250 238 210', night: '232 190 112', nightTint: '60 46 20', name: 'Ochre' },
  slate: { accent: '62 84 112', tint: '227 234 243', night: '164 190 222', nightTint: '36 46 60', name: 'Slate' },
  clay: { accent: '160 70 36', tint: '251 231 221', night: '242 170 140', nightTint: '66 40 30', name: 'Clay' },
  lagoon: { accent: '12 106 114', tint: '219 240 241', night: '124 206 212', nightTint: '24 54 58', name: 'Lagoon' },
};

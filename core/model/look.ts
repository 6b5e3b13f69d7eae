import { z } from 'zod';

export const corners = ['square', 'soft', 'round'] as const;

export const densities = ['compact', 'normal', 'roomy'] as const;

export const schemes = ['light', 'dark', 'system'] as const;

export const appSymbols = [
  'leaf',
  'shirt',
  'box',
  'tools',
  'star',
  'heart',
  'home',
  'barcode',
  'calendar',
  'note',
] as const;

/** The icon of an app: letters, or a symbol that ships. */
export const AppIcon = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('letters'), text: z.string().min(1).max(3) }),
  z.strictObject({ kind: z.literal('symbol'), name: z.enum(appSymbols) }),
]);

export type AppIcon = z.infer<typeof AppIcon>;

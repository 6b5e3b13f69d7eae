import { z } from 'zod';
import { endKeys, leadKeys } from '@/core/scan';

/** The languages whose formats people can choose; '' is the phone's own. */
export const formatLocales = ['en-GB', 'en-US', 'de-DE', 'fr-FR', 'pt-PT', 'nl-NL', 'ja-JP', 'ar-EG'] as const;

/** What the person who uses a built app chose; kept on their phone. */
export const AppSettings = z.object({
  locale: z.string().catch('en-GB'),
  /** Which units measures are shown and typed in; `planned` leaves each in its column's own. */
  units: z.enum(['planned', 'metric', 'imperial']).catch('planned'),
  currency: z.enum(['symbol', 'code', 'name']).catch('symbol'),
  /** 0 is Sunday. */
  firstDay: z.union([z.literal(0), z.literal(1), z.literal(6)]).catch(1),
  textSize: z.enum(['small', 'normal', 'large', 'huge']).catch('normal'),
  scheme: z.enum(['app', 'light', 'dark']).catch('app'),
  /** The keys that the hand scanner sends before and after a code; '' is none. */
  scanLead: z.enum(['', ...leadKeys]).catch(''),
  scanEnd: z.enum(['', ...endKeys]).catch('Enter'),
  /** The longest time between two of its keys, in milliseconds. */
  scanGap: z.union([z.literal(20), z.literal(35), z.literal(60)]).catch(35),
  scanSound: z.enum(['on', 'off']).catch('on'),
  scanVibration: z.enum(['on', 'off']).catch('on'),
});
export type AppSettings = z.infer<typeof AppSettings>;

export const DEFAULT_SETTINGS: AppSettings = {
  locale: 'en-GB',
  units: 'planned',
  currency: 'symbol',
  firstDay: 1,
  textSize: 'normal',
  scheme: 'app',
  scanLead: '',
  scanEnd: 'Enter',
  scanGap: 35,
  scanSound: 'on',
  scanVibration: 'on',
};

/** Settings as they were kept, whatever may have become of them: what cannot be read is as at first. */
export function readSettings(text: string | null): AppSettings {
  try {
    return AppSettings.parse({ ...DEFAULT_SETTINGS, ...(JSON.parse(text ?? '{}') as object) });
  } catch {
    return DEFAULT_SETTINGS;
  }
}

/** By how much texts are larger. */
export const textScale: Record<AppSettings['textSize'], number> = { small: 0.9, normal: 1, large: 1.2, huge: 1.45 };

import { type Place } from '../base/context';

/** Where each screen stands among the routes, by its id: `/garments`, `/garments/[id]`. A form may have two places. */
export type ScreenPaths = Readonly<Record<string, { path: string; edit?: string }>>;

type Params = Record<string, string | string[] | undefined>;

/** The address of a place. What a form begins with, and what a list is narrowed to, stand behind it. */
export function addressOf(paths: ScreenPaths, { screenId, recordId, linked, values }: Place): string {
  const { path, edit } = paths[screenId] ?? { path: '/' };
  const filled = (recordId === undefined ? path : (edit ?? path)).replace('[id]', String(recordId ?? ''));
  const asked = new URLSearchParams({
    ...(linked ? { of: `${linked.columnId}:${linked.recordId}` } : {}),
    ...(values ? { with: JSON.stringify(values) } : {}),
  }).toString();
  return asked ? `${filled}?${asked}` : filled;
}

/** The place of a screen, by what stands in its address; what cannot be read of that is left out. */
export function placeAt(screenId: string, { id, of, with: given }: Params): Place {
  const recordId = wholeNumber(id);
  const [columnId, linkedId] = String(of ?? '').split(/:(?=\d+$)/);
  const linked = wholeNumber(linkedId);
  return {
    screenId,
    ...(recordId === undefined ? {} : { recordId }),
    ...(columnId && linked !== undefined ? { linked: { columnId, recordId: linked } } : {}),
    ...valuesIn(given),
  };
}

const wholeNumber = (text: unknown): number | undefined =>
  typeof text === 'string' && /^\d{1,15}$/.test(text) ? Number(text) : undefined;

function valuesIn(given: unknown): Pick<Place, 'values'> {
  if (typeof given !== 'string') return {};
  try {
    const read: unknown = JSON.parse(given);
    const entries = typeof read === 'object' && read !== null && !Array.isArray(read) ? Object.entries(read) : [];
    const values = entries.filter(([, value]) => value === null || ['string', 'number'].includes(typeof value));
    return { values: Object.fromEntries(values) as NonNullable<Place['values']> };
  } catch {
    return {};
  }
}

/** The screen that a route of this name shows: `garments/[id]/edit`, `garments/index`. */
export function screenAt(paths: ScreenPaths, route: string): string | undefined {
  const path = `/${route.replace(/(^|\/)index$/, '')}`.replace(/\/$/, '') || '/';
  return Object.entries(paths).find(([, of]) => of.path === path || of.edit === path)?.[0];
}

import { isDraft } from 'immer';
import { memo } from '@/core/memo';
import type { Definition, Screen } from '@/core/model';
import { screensOf } from './madeScreens';
import { traitsOfScreen, type Way } from './screens';

/** A way from one screen to another, and what people do to take it. */
export interface ScreenPath {
  from: string;
  to: string;
  by: string;
}

type App = Pick<Definition, 'tables' | 'people' | 'screens' | 'routines'>;

/** Every way between the screens of an app. */
export const screenPaths = memo(
  (app: App): readonly ScreenPath[] => {
    const paths = screensOf(app).list.flatMap((screen) =>
      pathsFrom(app, screen).map(({ to, by }) => ({ from: screen.id, to, by })),
    );
    const seen = new Set<string>();
    return paths.filter(({ from, to, by }) => {
      const key = `${from} ${to} ${by}`;
      return !seen.has(key) && seen.add(key) !== undefined;
    });
  },
  { unless: isDraft },
);

const pathsFrom = (app: App, screen: Screen): Way[] => traitsOfScreen(screen).ways(app, screen);

/** The screens that people can come to from the start, or by the frame. */
export function reachable(app: App, paths: readonly ScreenPath[] = screenPaths(app)): Set<string> {
  const { startId, frame } = screensOf(app);
  const leads = leadsOf(paths);
  const found = new Set<string>();
  const next = [startId, ...(frame?.screenIds ?? [])];
  while (next.length > 0) {
    const id = next.pop() as string;
    if (found.has(id)) continue;
    found.add(id);
    next.push(...(leads.get(id) ?? []));
  }
  return found;
}

/** The first way from the start to a screen, as the ids of the screens on it, or null where none leads there. */
export function pathTo(app: App, screenId: string, paths: readonly ScreenPath[] = screenPaths(app)): string[] | null {
  const { startId } = screensOf(app);
  const leads = leadsOf(paths);
  const queue: string[][] = [[startId]];
  const seen = new Set([startId]);
  for (let way = queue.shift(); way; way = queue.shift()) {
    const at = way.at(-1) as string;
    if (at === screenId) return way;
    for (const to of leads.get(at) ?? []) {
      if (seen.has(to)) continue;
      seen.add(to);
      queue.push([...way, to]);
    }
  }
  return null;
}

/** Where each screen leads, by its id. */
const leadsOf = memo((paths: readonly ScreenPath[]): ReadonlyMap<string, readonly string[]> => {
  const leads = new Map<string, string[]>();
  for (const { from, to } of paths) {
    const tos = leads.get(from);
    if (tos) tos.push(to);
    else leads.set(from, [to]);
  }
  return leads;
});

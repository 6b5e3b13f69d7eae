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
export function screenPaths(app: App): ScreenPath[] {
  const screens = screensOf(app);
  const paths = screens.list.flatMap((screen) =>
    pathsFrom(app, screen).map(({ to, by }) => ({ from: screen.id, to, by })),
  );
  const seen = new Set<string>();
  return paths.filter(({ from, to, by }) => {
    const key = `${from} ${to} ${by}`;
    return !seen.has(key) && seen.add(key) !== undefined;
  });
}

const pathsFrom = (app: App, screen: Screen): Way[] => traitsOfScreen(screen).ways(app, screen);

/** The screens that people can come to from the start, or by the frame. */
export function reachable(app: App, paths: readonly ScreenPath[] = screenPaths(app)): Set<string> {
  const { startId, frame } = screensOf(app);
  const found = new Set<string>();
  const next = [startId, ...(frame?.screenIds ?? [])];
  while (next.length > 0) {
    const id = next.pop() as string;
    if (found.has(id)) continue;
    found.add(id);
    for (const { from, to } of paths) if (from === id) next.push(to);
  }
  return found;
}

/** The first way from the start to a screen, as the ids of the screens on it, or null where none leads there. */
export function pathTo(app: App, screenId: string, paths: readonly ScreenPath[] = screenPaths(app)): string[] | null {
  const { startId } = screensOf(app);
  const queue: string[][] = [[startId]];
  const seen = new Set([startId]);
  for (let way = queue.shift(); way; way = queue.shift()) {
    const at = way.at(-1) as string;
    if (at === screenId) return way;
    for (const { from, to } of paths) {
      if (from !== at || seen.has(to)) continue;
      seen.add(to);
      queue.push([...way, to]);
    }
  }
  return null;
}

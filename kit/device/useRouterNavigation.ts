import { type Href, useRouter } from 'expo-router';
import { useMemo, useRef } from 'react';
import type { CompiledApp } from '@/core/compiled';
import { moved, navigationBy, type Way } from '../app/way';
import type { Among, KitNavigation } from '../base/context';
import { addressOf, type ScreenPaths } from './screenPaths';

/** The place that a record has in the list that it was opened from, by screen and record: no address holds that. */
export type Amongst = Map<string, Among>;

/** The kit's moves as moves between routes. */
export function useRouterNavigation(app: CompiledApp, paths: ScreenPaths, way: Way, among: Amongst): KitNavigation {
  const router = useRouter();
  const latest = useRef(way);
  latest.current = way;
  return useMemo(
    () =>
      navigationBy((move) => {
        const now = latest.current;
        if (move.kind === 'go' || move.kind === 'replace' || move.kind === 'reset') {
          const { place } = move;
          if (place.among) among.set(`${place.screenId} ${place.recordId ?? ''}`, place.among);
          const href = addressOf(paths, place) as Href;
          if (move.kind === 'go') return router.push(href);
          if (move.kind === 'reset' && router.canDismiss()) router.dismissAll();
          return router.replace(href);
        }
        const count = now.length - moved(app, now, move).length;
        if (count > 0 && router.canDismiss()) return router.dismiss(count);
        if (count > 0 || move.kind === 'leaveRecord')
          router.replace(addressOf(paths, { screenId: app.startId }) as Href);
      }),
    [router, app, paths, among],
  );
}

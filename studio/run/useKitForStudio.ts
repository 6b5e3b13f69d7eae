import { useMemo } from 'react';
import { DEFAULT_FORMAT } from '@/core/format';
import type { Kit, KitNotice, Place } from '@/kit';
import { untilRefreshed, useBench, worker } from '../client';
import { useApp } from '../useApp';
import { attachments } from './attachments';

const go = (place: Place) => useBench.setState(({ stack }) => ({ stack: [...stack, place] }));
const back = () => useBench.setState(({ stack }) => (stack.length > 1 ? { stack: stack.slice(0, -1) } : {}));
const leaveRecord = (tableId: string, recordId: number) =>
  useBench.setState(({ stack }) => ({ stack: stack.filter((place) => !(place.recordId === recordId && place.screenId.endsWith(`-${tableId}`))) }));
const signIn = (person: number | null) => useBench.setState({ person, stack: [{ screenId: 'start' }], notice: null });
const randomBytes = (count: number) => crypto.getRandomValues(new Uint8Array(count));
const notify = (notice: KitNotice | null) => useBench.setState({ notice });

/** What the kit needs, as the studio's preview gives it: the database in the worker, navigation in the page. */
export function useKitForStudio(): Kit {
  const { appId, state, compiled } = useApp();
  const person = useBench((bench) => bench.person);
  const database = useMemo<Kit['database']>(() => {
    const { api } = worker();
    return {
      scope: [appId, state.generation, person ?? 'nobody'],
      read: (request) => api.read(appId, { ...request, person }),
      write: (request) => untilRefreshed(api.write(appId, { ...request, person })),
      undo: (seq) => untilRefreshed(api.undoEntry(appId, seq)),
      warmSearch: (name) => api.warmSearch(appId, name),
    };
  }, [appId, state.generation, person]);
  return useMemo(
    () => ({ app: compiled, database, attachments, people: { current: person, signIn, randomBytes }, navigation: { go, back, leaveRecord }, settings: DEFAULT_FORMAT, today: () => new Date().toLocaleDateString('sv-SE'), notify }),
    [compiled, database, person],
  );
}

/** The places of the bench phone that the plan still has: a place whose table was removed is no longer one. */
export function useStackForStudio(): readonly Place[] {
  const { screens } = useApp().compiled;
  const stack = useBench((bench) => bench.stack);
  return useMemo(() => stack.filter((place) => isThere(place, screens)), [stack, screens]);
}

function isThere(place: Place, screens: readonly { id: string }[]): boolean {
  return screens.some(({ id }) => id === place.screenId);
}

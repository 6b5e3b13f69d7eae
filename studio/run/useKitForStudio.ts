import { createAsyncStorage } from '@react-native-async-storage/async-storage';
import { useEffect, useMemo, useRef } from 'react';
import { type AppSettings, readSettings } from '@/core/format';
import { type Kit, type KitKeep, noticed, type Place, screenOf } from '@/kit';
import { untilRefreshed, useBench, worker } from '../client';
import { useApp } from '../useApp';
import { attachments } from './attachments';
import { catalogue } from './catalogue';
import { cue } from './cue';
import { printHtml } from './printHtml';

const go = (place: Place) => useBench.setState(({ stack }) => ({ stack: [...stack, place] }));
const replace = (place: Place) => useBench.setState(({ stack }) => ({ stack: [...stack.slice(0, -1), place] }));
const reset = (place: Place) => useBench.setState({ stack: [place], notices: [] });
const back = () => useBench.setState(({ stack }) => (stack.length > 1 ? { stack: stack.slice(0, -1) } : {}));
const backTo = (depth: number) => useBench.setState(({ stack }) => ({ stack: stack.slice(0, Math.max(1, depth + 1)) }));
const randomBytes = (count: number) => crypto.getRandomValues(new Uint8Array(count));
const changeNotices: Kit['changeNotices'] = (change) =>
  useBench.setState(({ notices }) => ({ notices: change(notices) }));
const notify: Kit['notify'] = (notice) => changeNotices((now) => noticed(now, notice));
const today = () => new Date().toLocaleDateString('sv-SE');

// A draft may hold pictures: more than a few megabytes fit in here.
const storage = createAsyncStorage('fern-shelf-bench');
const keep: KitKeep = {
  read: (key) => storage.getItem(key),
  write: (key, text) => (text === null ? storage.removeItem(key) : storage.setItem(key, text)),
};

/** Reads what was set on the bench phone of an app, each time that it is opened. */
export function useBenchSettings(appId: string): void {
  useEffect(() => {
    void keep.read(`settings/${appId}`).then((text) => useBench.setState({ settings: readSettings(text) }));
  }, [appId]);
}

/** What the kit needs, as the studio's preview gives it: the database in the worker, navigation in the page. */
export function useKitForStudio(): Kit {
  const { appId, state, compiled } = useApp();
  const person = useBench((bench) => bench.person);
  const settings = useBench((bench) => bench.settings);
  const database = useMemo<Kit['database']>(() => {
    const { api } = worker();
    return {
      scope: [appId, state.generation, person ?? 'nobody'],
      read: (request) => api.read(appId, { ...request, person }),
      write: (request) => untilRefreshed(api.write(appId, { ...request, person })),
      runRoutine: (request) => untilRefreshed(api.runRoutine(appId, { ...request, person })),
      undo: (seq) => untilRefreshed(api.undoEntry(appId, seq)),
      warmSearch: (name) => api.warmSearch(appId, name),
    };
  }, [appId, state.generation, person]);
  const { startId } = compiled;
  const people = useMemo(
    () => ({
      current: person,
      signIn: (id: number | null) => useBench.setState({ person: id, stack: [{ screenId: startId }], notices: [] }),
      randomBytes,
    }),
    [person, startId],
  );
  // Navigation stays the same from one edit to the next, so that no screen is drawn anew for it.
  const latest = useRef(compiled);
  latest.current = compiled;
  const navigation = useMemo(
    () => ({
      go,
      replace,
      reset,
      back,
      backTo,
      leaveRecord: (tableId: string, recordId: number) =>
        useBench.setState(({ stack }) => ({
          stack: stack.filter((place) => {
            const screen = screenOf(latest.current, place.screenId);
            return !(place.recordId === recordId && screen && 'tableId' in screen && screen.tableId === tableId);
          }),
        })),
    }),
    [],
  );
  const day = today();
  const dated = useMemo(() => ({ ...settings, today: day }), [settings, day]);
  return useMemo(
    () => ({
      app: compiled,
      database,
      attachments,
      people,
      navigation,
      settings: dated,
      changeSettings: (next) => changeSettings(appId, next),
      keep,
      catalogue,
      cue,
      print: printHtml,
      notify,
      changeNotices,
    }),
    [appId, compiled, database, people, navigation, dated],
  );
}

function changeSettings(appId: string, settings: AppSettings): void {
  useBench.setState({ settings });
  void keep.write(`settings/${appId}`, JSON.stringify(settings)).catch(() => undefined);
}

/** The places of the bench phone that the app still has: a place whose screen was removed is no longer one. */
export function useStackForStudio(): readonly Place[] {
  const { screens, startId } = useApp().compiled;
  const stack = useBench((bench) => bench.stack);
  return useMemo(() => {
    // An empty id stands for the start, whichever that is.
    const places = stack
      .map((place) => (place.screenId === '' ? { ...place, screenId: startId } : place))
      .filter((place) => screens.some(({ id }) => id === place.screenId));
    return places.length > 0 ? places : [{ screenId: startId }];
  }, [stack, screens, startId]);
}

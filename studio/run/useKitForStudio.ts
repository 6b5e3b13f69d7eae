import { createAsyncStorage } from '@react-native-async-storage/async-storage';
import { useEffect, useMemo, useRef } from 'react';
import { type AppSettings, readSettings } from '@/core/settings';
import {
  type AppDatabase,
  AT_START,
  cue,
  type Kit,
  type KitKeep,
  moved,
  navigationBy,
  noticed,
  personalDatabase,
  placesOn,
  type Way,
} from '@/kit';
import { untilRefreshed, useBench, worker } from '../client';
import { noteRead, RECALLED, recalledRead } from '../recall';
import { useApp, useGeneration } from '../useApp';
import { attachments } from './attachments';
import { catalogue } from './catalogue';
import { printHtml } from './printHtml';

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
  const { appId, compiled } = useApp();
  const generation = useGeneration();
  const person = useBench((bench) => bench.person);
  const settings = useBench((bench) => bench.settings);
  const database = useMemo<Kit['database']>(() => {
    const { api } = worker();
    const opened: AppDatabase = {
      read: (request) => {
        noteRead(appId, request);
        const early = generation === RECALLED ? recalledRead(request) : null;
        return early ? Promise.resolve(early) : api.read(appId, request);
      },
      write: (request) => api.write(appId, request),
      runRoutine: (request) => api.runRoutine(appId, request),
      undoEntry: (seq) => api.undoEntry(appId, seq),
      trigrams: true,
      warmSearch: (search, person) => api.warmSearch(appId, search, person),
    };
    return personalDatabase(opened, person, [appId, generation], untilRefreshed);
  }, [appId, generation, person]);
  const people = useMemo(
    () => ({
      current: person,
      signIn: (id: number | null) => useBench.setState({ person: id, way: AT_START, notices: [] }),
      randomBytes,
    }),
    [person],
  );
  // Navigation stays the same from one edit to the next, so that no screen is drawn anew for it.
  const latest = useRef(compiled);
  latest.current = compiled;
  const navigation = useMemo(
    () =>
      navigationBy((move) =>
        useBench.setState(({ way, notices }) => ({
          way: moved(latest.current, way, move),
          notices: move.kind === 'reset' ? [] : notices,
        })),
      ),
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
      // The studio has its own.
      backup: null,
      cue,
      print: printHtml,
      notify,
      changeNotices,
    }),
    [appId, compiled, database, people, navigation, dated],
  );
}

/** Sets how the bench phone is used, and keeps it for the next time. */
export function changeSettings(appId: string, settings: AppSettings): void {
  useBench.setState({ settings });
  void keep.write(`settings/${appId}`, JSON.stringify(settings)).catch(() => undefined);
}

/** The places of the bench phone that the app still has. */
export function useWayForStudio(): Way {
  const { compiled } = useApp();
  const way = useBench((bench) => bench.way);
  return useMemo(() => placesOn(compiled, way), [compiled, way]);
}

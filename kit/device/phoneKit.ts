import { createAsyncStorage } from '@react-native-async-storage/async-storage';
import type { QueryClient } from '@tanstack/react-query';
import { getRandomBytes } from 'expo-crypto';
import { useCallback, useEffect, useMemo, useState } from 'react';
import type { CompiledApp } from '@/core/compiled';
import { type AppSettings, readSettings } from '@/core/settings';
import type { Kit, KitKeep, KitNavigation } from '../base/context';
import { noticed, type Notices } from '../app/notices';
import { personalDatabase } from '../data/personalDatabase';
import { refreshTouched } from '../data/refresh';
import { attachments } from './attachments';
import { backupOf } from './backupFile';
import { catalogue } from './catalogue';
import { phoneDatabase } from './phoneDatabase';
import type { PhoneDriver } from './phoneDriver';
import { printHtml } from './printHtml';
import { cue } from '../scanning/cue';

const storage = createAsyncStorage('app');
const keep: KitKeep = {
  read: (key) => storage.getItem(key),
  write: (key, text) => (text === null ? storage.removeItem(key) : storage.setItem(key, text)),
};

const randomBytes = (count: number): Uint8Array => getRandomBytes(count);

/** What the kit needs, as a phone gives it. */
export function usePhoneKit(
  app: CompiledApp,
  driver: PhoneDriver,
  client: QueryClient,
  way: KitNavigation,
): { kit: Kit; notices: Notices } {
  const [person, setPerson] = useState<number | null>(null);
  const [notices, changeNotices] = useState<Notices>([]);
  // What was told of is left behind with the way to it.
  const navigation = useMemo<KitNavigation>(
    () => ({
      ...way,
      reset: (place) => {
        changeNotices([]);
        way.reset(place);
      },
    }),
    [way],
  );
  const { settings, changeSettings } = useSettings();
  const notify = useCallback<Kit['notify']>((notice) => changeNotices((now) => noticed(now, notice)), []);
  const opened = useMemo(() => {
    let refreshed: Promise<unknown> = Promise.resolve();
    const database = phoneDatabase(app, driver, (changes) => (refreshed = refreshTouched(client, changes)));
    const untilRefreshed = async <T>(change: Promise<T>): Promise<T> => {
      const result = await change;
      await refreshed;
      return result;
    };
    return { database, untilRefreshed };
  }, [app, driver, client]);
  const database = useMemo(
    () => personalDatabase(opened.database, person, [app.id], opened.untilRefreshed),
    [app.id, opened, person],
  );
  const people = useMemo<Kit['people']>(
    () => ({
      current: person,
      signIn: (id) => {
        setPerson(id);
        navigation.reset({ screenId: app.startId });
      },
      randomBytes,
    }),
    [app.startId, navigation, person],
  );
  const backup = useMemo<Kit['backup']>(
    () =>
      backupOf(app, driver.db, async () => {
        opened.database.forget();
        people.signIn(null);
        await client.invalidateQueries();
      }),
    [app, driver, opened, people, client],
  );
  const today = new Date().toLocaleDateString('sv-SE');
  const dated = useMemo(() => ({ ...settings, today }), [settings, today]);
  const kit = useMemo<Kit>(
    () => ({
      app,
      database,
      attachments,
      people,
      navigation,
      settings: dated,
      changeSettings,
      keep,
      catalogue,
      backup,
      cue,
      print: printHtml,
      notify,
      changeNotices,
    }),
    [app, database, people, navigation, dated, changeSettings, backup, notify],
  );
  return { kit, notices };
}

function useSettings() {
  const [settings, setSettings] = useState<AppSettings>(() => readSettings(null));
  useEffect(() => {
    void keep.read('settings').then((text) => setSettings(readSettings(text)));
  }, []);
  const changeSettings = useCallback((next: AppSettings) => {
    setSettings(next);
    void keep.write('settings', JSON.stringify(next));
  }, []);
  return { settings, changeSettings };
}

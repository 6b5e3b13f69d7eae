import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { type ReactElement, useMemo, useState } from 'react';
import { hostEnvironment } from './host';
import { compileApp } from '@/core/compile';
import type { CompiledApp, Ripple } from '@/core/compiled';
import type { TableChange } from '@/core/driver';
import type { CatalogueEntry } from '@/core/scan';
import { type AppSettings, DEFAULT_SETTINGS } from '@/core/settings';
import { type KeyValueStore, memoryStore } from '@/core/store';
import type { AppFile } from '@/core/transfer';
import { theatre } from '@/demo';
import {
  AT_START,
  type Kit,
  moved,
  navigationBy,
  noticed,
  type Notices,
  personalDatabase,
  placesOn,
  refreshTouched,
  RunningApp,
  type Way,
} from '@/kit';
import { AppHost } from '@/worker/appHost';

/** A picture of one pixel. */
export const onePixel =
  'data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==';

/** A phone app on the real engine, without the studio: what a test of the kit stands on. */
export async function onPhone(
  garments = 30,
  kv: KeyValueStore = memoryStore(),
  person: number | null = 1,
  file: AppFile = theatre(garments),
): Promise<OnBench> {
  await AppHost.install(await hostEnvironment(kv), file);
  const host = await AppHost.open(await hostEnvironment(kv));
  // No loan stops the delete of a garment.
  if (file.definition.tables.some(({ identifier }) => identifier === 'loans'))
    await host.write({ verb: 'Cleared', statements: [{ sql: 'DELETE FROM loans', params: {}, table: 'loans' }] });
  const client = new QueryClient({ defaultOptions: { queries: { gcTime: Infinity } } });
  const printed: string[] = [];
  const kept = new Map<string, string>();
  return {
    host,
    client,
    printed,
    kept,
    element: <Bench host={host} client={client} asPerson={person} printed={printed} kept={kept} />,
  };
}

/** What the catalogue knows, and which cues were given. */
export const catalogue = new Map<string, CatalogueEntry>();

/** What the next backup that is read back does; none is offered while it is null. */
export let backup: Kit['backup'] = null;
export const giveBackup = (next: Kit['backup']): void => void (backup = next);

export const cuesHeard: string[] = [];

/** What the next photos of codes are read as. */
export const codes: string[] = [];

export interface OnBench {
  host: AppHost;
  element: ReactElement;
  client: QueryClient;
  /** Pages handed to the printer. */
  printed: string[];
  /** What outlasts a restart. */
  kept: Map<string, string>;
}

/** What a write or a routine changed; nothing where the routine did not run to its end. */
function changesOf(made: unknown): readonly TableChange[] {
  const { changes, ripple } = made as { changes?: TableChange[]; ripple?: Ripple };
  return changes ?? ripple?.changes ?? [];
}

function Bench({
  host,
  client,
  asPerson,
  printed,
  kept,
}: Pick<OnBench, 'host' | 'client' | 'printed' | 'kept'> & { asPerson: number | null }) {
  const [settings, changeSettings] = useState<AppSettings>(DEFAULT_SETTINGS);
  // As it comes out of JSON: what the kit runs is plain data.
  const app = useMemo(() => JSON.parse(JSON.stringify(compileApp(host.state().definition))) as CompiledApp, [host]);
  const [person, setPerson] = useState<number | null>(asPerson);
  const [way, setWay] = useState<Way>(AT_START);
  const [notices, changeNotices] = useState<Notices>([]);
  const kit = useMemo<Kit>(
    () => ({
      app,
      database: personalDatabase(host, person, ['phone'], async (change) => {
        const made = await change;
        await (made ? refreshTouched(client, changesOf(made)) : client.invalidateQueries());
        return made;
      }),
      attachments: {
        choosePicture: async () => onePixel,
        takePicture: async () => onePixel,
        codes: { inPhoto: async () => ({ code: codes.shift() ?? null }), inFrame: async () => null },
        chooseFile: async () => 'data:text/plain;name=Care%20label.txt;base64,V29vbA==',
        open: () => undefined,
      },
      people: {
        current: person,
        signIn: (id) => {
          setPerson(id);
          setWay(AT_START);
        },
        randomBytes: (count) => new Uint8Array(count).fill(5),
      },
      navigation: navigationBy((move) => setWay((now) => moved(app, now, move))),
      settings: { ...settings, today: '2026-11-20' },
      changeSettings,
      keep: {
        read: async (key) => kept.get(key) ?? null,
        write: async (key, text) => void (text === null ? kept.delete(key) : kept.set(key, text)),
      },
      backup,
      catalogue: { ask: async (code) => catalogue.get(code) ?? null },
      cue: (cue) => void cuesHeard.push(cue),
      print: (_title, html) => void printed.push(html),
      notify: (notice) => changeNotices((now) => noticed(now, notice)),
      changeNotices,
    }),
    [host, client, person, app, settings, printed, kept],
  );
  return (
    <QueryClientProvider client={client}>
      <RunningApp kit={kit} stack={placesOn(app, way)} notices={notices} />
    </QueryClientProvider>
  );
}

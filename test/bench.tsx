import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { type ReactElement, useMemo, useState } from 'react';
import { type CompiledApp, compileApp } from '@/core/compile';
import { type AppSettings, DEFAULT_SETTINGS } from '@/core/format';
import type { CatalogueEntry } from '@/core/scan';
import { type KeyValueStore, memoryStore } from '@/core/store';
import { theatre } from '@/demo';
import { type Kit, noticed, type Notices, type Place, refreshTouched, RunningApp, screenOf } from '@/kit';
import type { AppFile } from '@/core/transfer';
import { AppHost } from '@/worker/appHost';
import { hostEnvironment } from './host';

/** A picture of one pixel. */
export const onePixel =
  'data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==';

/** A phone app on the real engine, without the studio: what a test of the kit stands on. */
export async function onBench(
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
  const [stack, setStack] = useState<Place[]>([{ screenId: 'start' }]);
  const [notices, changeNotices] = useState<Notices>([]);
  const kit = useMemo<Kit>(
    () => ({
      app,
      database: {
        scope: ['bench', person ?? 'nobody'],
        read: (request) => host.read({ ...request, person }),
        write: async (request) => {
          const ripple = await host.write({ ...request, person });
          await refreshTouched(client, ripple.changes);
          return ripple;
        },
        runRoutine: async (request) => {
          const result = await host.runRoutine({ ...request, person });
          if (result.kind === 'done') await refreshTouched(client, result.ripple.changes);
          return result;
        },
        undo: async (seq) => {
          await host.undoEntry(seq);
          await client.invalidateQueries();
        },
        warmSearch: (name) => host.warmSearch(name),
      },
      attachments: {
        choosePicture: async () => onePixel,
        readCode: async () => ({ code: codes.shift() ?? null }),
        decodeFrame: async () => null,
        chooseFile: async () => 'data:text/plain;name=Care%20label.txt;base64,V29vbA==',
        open: () => undefined,
      },
      people: {
        current: person,
        signIn: (id) => {
          setPerson(id);
          setStack([{ screenId: 'start' }]);
        },
        randomBytes: (count) => new Uint8Array(count).fill(5),
      },
      navigation: {
        go: (place) => setStack((now) => [...now, place]),
        back: () => setStack((now) => (now.length > 1 ? now.slice(0, -1) : now)),
        replace: (place) => setStack((now) => [...now.slice(0, -1), place]),
        reset: (place) => setStack([place]),
        backTo: (depth) => setStack((now) => now.slice(0, depth + 1)),
        leaveRecord: (tableId, recordId) =>
          setStack((now) =>
            now.filter((place) => {
              const screen = screenOf(app, place.screenId);
              return !(place.recordId === recordId && screen && 'tableId' in screen && screen.tableId === tableId);
            }),
          ),
      },
      settings: { ...settings, today: '2026-11-20' },
      changeSettings,
      keep: {
        read: async (key) => kept.get(key) ?? null,
        write: async (key, text) => void (text === null ? kept.delete(key) : kept.set(key, text)),
      },
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
      <RunningApp kit={kit} stack={stack} notices={notices} />
    </QueryClientProvider>
  );
}

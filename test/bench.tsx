import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { type ReactElement, useMemo, useState } from 'react';
import { compileApp } from '@/core/compile';
import { DEFAULT_FORMAT } from '@/core/format';
import { type KeyValueStore, memoryStore } from '@/core/store';
import { theatre } from '@/demo';
import { type Kit, type KitNotice, type Place, refreshTouched, RunningApp } from '@/kit';
import { AppHost } from '@/worker/appHost';
import { hostEnvironment } from './host';

/** A picture of one pixel. */
export const onePixel = 'data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==';

/** A phone app on the real engine, without the studio: what a test of the kit stands on. */
export async function onBench(garments = 30, kv: KeyValueStore = memoryStore(), person: number | null = 1): Promise<{ host: AppHost; element: ReactElement; client: QueryClient }> {
  await AppHost.install(await hostEnvironment(kv), theatre(garments));
  const host = await AppHost.open(await hostEnvironment(kv));
  // No loan stops the delete of a garment.
  await host.write({ verb: 'Cleared', statements: [{ sql: 'DELETE FROM loans', params: {}, table: 'loans' }] });
  const client = new QueryClient({ defaultOptions: { queries: { gcTime: Infinity } } });
  return { host, client, element: <Bench host={host} client={client} asPerson={person} /> };
}

function Bench({ host, client, asPerson }: { host: AppHost; client: QueryClient; asPerson: number | null }) {
  const [person, setPerson] = useState<number | null>(asPerson);
  const [stack, setStack] = useState<Place[]>([{ screenId: 'start' }]);
  const [notice, notify] = useState<KitNotice | null>(null);
  const kit = useMemo<Kit>(
    () => ({
      app: compileApp(host.state().definition),
      database: {
        scope: ['bench', person ?? 'nobody'],
        read: (request) => host.read({ ...request, person }),
        write: async (request) => {
          const ripple = await host.write({ ...request, person });
          await refreshTouched(client, ripple.changes);
          return ripple;
        },
        undo: async (seq) => {
          await host.undoEntry(seq);
          await client.invalidateQueries();
        },
        warmSearch: (name) => host.warmSearch(name),
      },
      attachments: { choosePicture: async () => onePixel, chooseFile: async () => 'data:text/plain;name=Care%20label.txt;base64,V29vbA==', open: () => undefined },
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
        leaveRecord: (tableId, recordId) => setStack((now) => now.filter((place) => !(place.recordId === recordId && place.screenId.endsWith(`-${tableId}`)))),
      },
      settings: DEFAULT_FORMAT,
      today: () => '2026-11-20',
      notify,
    }),
    [host, client, person],
  );
  return (
    <QueryClientProvider client={client}>
      <RunningApp kit={kit} stack={stack} notice={notice} />
    </QueryClientProvider>
  );
}

import type { Edit } from '@/core/edit';
import type { Definition } from '@/core/model';
import { tableStatements } from '@/core/compile';
import { type KeyValueStore, memoryStore } from '@/core/store';
import { AppHost } from '@/worker/appHost';
import type { HostEnvironment } from '@/worker/hostEnvironment';
import type { WorkerEvent } from '@/worker';
import { sqlite } from './sqlite';

let tokens = 0;

/** A host's surroundings for tests: the real engine over a store in memory, time standing still. */
export async function hostEnvironment(
  kv: KeyValueStore = memoryStore(),
): Promise<HostEnvironment & { events: WorkerEvent[] }> {
  const events: WorkerEvent[] = [];
  return {
    sqlite3: await sqlite(),
    kv,
    token: `token${++tokens}`,
    clock: () => performance.now(),
    now: () => '2026-11-20T10:00:00.000Z',
    emit: (event) => events.push(event),
    // What is put off until later is left to the tests that are about it.
    wait: () => new Promise(() => undefined),
    events,
  };
}

export const blank: Definition = { id: 'app', name: 'Trial', theme: { accent: 'moss' }, tables: [] };

/** A new app with one table "Garments" and the column "Name". */
export async function installedHost(kv: KeyValueStore = memoryStore(), edits: Edit[] = []): Promise<AppHost> {
  await AppHost.install(await hostEnvironment(kv), { format: 'fern-shelf-app', version: 1, definition: blank });
  const host = await AppHost.open(await hostEnvironment(kv));
  for (const edit of [{ kind: 'addTable', tableId: 't1', columnId: 'c01', name: 'Garments' } as Edit, ...edits])
    await host.edit(edit, {});
  return host;
}

/** Saves a record of the first table as its form would. */
export function insert(host: AppHost, values: Record<string, string | number | null>, tableId?: string) {
  const { tables } = host.state().definition;
  const table = tableId === undefined ? tables[0] : tables.find(({ id }) => id === tableId);
  if (!table) throw new Error('no table');
  const statements = tableStatements(host.state().definition, table);
  const params = Object.fromEntries(
    table.columns.map(({ id, identifier, kind }) => [identifier, values[id] ?? (kind === 'yesNo' ? 0 : null)]),
  );
  return host.write({
    verb: 'Saved',
    subject: { ...statements.record, id: 'last', when: 'after' },
    statements: [{ ...statements.insert, params, table: table.identifier }],
  });
}

export async function rowsOf(host: AppHost, identifier = 'garments') {
  return (await host.read({ sql: `SELECT * FROM "${identifier}" ORDER BY "id"` })).rows;
}

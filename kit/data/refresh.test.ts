import { QueryClient, QueryObserver } from '@tanstack/react-query';
import type { KitDatabase } from '../base/context';
import { refreshTouched } from './refresh';
import { rowsQuery } from './rowsQuery';
import { compileApp } from '@/core/compile';
import { countSql, hitsSql, listSql, searchTerms } from '@/core/compiled';
import { memoryStore } from '@/core/store';
import { theatre } from '@/demo';
import { hostEnvironment } from '@/test/host';
import { AppHost } from '@/worker/appHost';

const clients: QueryClient[] = [];

// A client's timers would keep the test run from ending.
afterEach(() => clients.splice(0).forEach((client) => client.clear()));

/**
 * The demo on the real engine, with the lists, counts and records of two tables on screen, and their fetches counted.
 */
async function onScreen() {
  const kv = memoryStore();
  await AppHost.install(await hostEnvironment(kv), theatre(50));
  const host = await AppHost.open(await hostEnvironment(kv));
  const app = compileApp(host.state().definition);
  const database = {
    scope: ['app', 1],
    read: (request: Parameters<AppHost['read']>[0]) => host.read(request),
  } as unknown as KitDatabase;
  const client = new QueryClient();
  clients.push(client);
  const fetches: Record<string, number> = {};
  const table = (name: string) => app.tables.find((each) => each.name === name) as (typeof app.tables)[number];
  const watch = async (name: string, request: Parameters<typeof rowsQuery>[1]) => {
    const options = rowsQuery(database, request);
    const queryFn = () => {
      fetches[name] = (fetches[name] ?? 0) + 1;
      return database.read(request);
    };
    new QueryObserver(client, { ...options, queryFn }).subscribe(() => undefined);
    await client.ensureQueryData({ ...options, queryFn });
  };
  const garments = table('Garments');
  const loans = table('Loans');
  const byName = { by: 'name', direction: 'ascending' } as const;
  const page = { limit: 40, offset: 0 };
  await watch('garments', { ...listSql(garments.list, byName, {}), params: page });
  await watch('garments count', { ...countSql(garments.list, {}) });
  await watch('garments search', {
    ...hitsSql(garments.list, searchTerms('blue')),
    params: { ...searchTerms('blue').params, most: 100 },
  });
  await watch('garment 3', { ...garments.statements.record, params: { id: 3 }, key: { table: 'garments', id: 3 } });
  await watch('garment 4', { ...garments.statements.record, params: { id: 4 }, key: { table: 'garments', id: 4 } });
  await watch('loans', { ...listSql(loans.list, byName, {}), params: page });
  const start = app.screens.find(({ id }) => id === app.startId);
  await watch('all counts', (start?.kind === 'menu' && start.menu.state) || { sql: 'SELECT 1' });
  const write = async (sql: string, name = 'garments') => {
    for (const key of Object.keys(fetches)) fetches[key] = 0;
    const ripple = await host.write({ verb: 'Did', statements: [{ sql, params: {}, table: name }] });
    const { refreshed } = await refreshTouched(client, ripple.changes);
    const again = Object.keys(fetches)
      .filter((key) => (fetches[key] ?? 0) > 0)
      .sort();
    expect(again.every((key) => fetches[key] === 1)).toBe(true);
    expect(refreshed).toBe(again.length);
    return again;
  };
  return { write };
}

describe('a change fetches again exactly what it touches', () => {
  it('a column that only the record shows', async () => {
    const { write } = await onScreen();
    expect(await write("UPDATE garments SET kept_at = 'Attic' WHERE id = 3")).toEqual(['garment 3', 'garments search']);
    expect(await write('UPDATE garments SET lent_out = 1 - lent_out WHERE id = 4')).toEqual(['garment 4']);
  });

  it('a column that the list shows', async () => {
    const { write } = await onScreen();
    expect(await write('UPDATE garments SET value = 1 WHERE id = 9')).toEqual(['garments']);
  });

  it('a new row, and a deleted one', async () => {
    const { write } = await onScreen();
    expect(await write("INSERT INTO garments (name, tag, condition) VALUES ('Cloak', '1', 'Good')")).toEqual([
      'all counts',
      'garments',
      'garments count',
      'garments search',
      'loans',
    ]);
    await write('DELETE FROM loans WHERE garment = 4', 'loans');
    // Its repairs go too, and the record of another one counts repairs.
    expect(await write('DELETE FROM garments WHERE id = 4')).toEqual([
      'all counts',
      'garment 3',
      'garment 4',
      'garments',
      'garments count',
      'garments search',
      'loans',
    ]);
    expect(await write('DELETE FROM loans WHERE id = (SELECT max(id) FROM loans)', 'loans')).toEqual([
      'all counts',
      'loans',
    ]);
  });

  it('the name of a record that others are linked to', async () => {
    const { write } = await onScreen();
    expect(await write("UPDATE garments SET name = 'Renamed' WHERE id = 9")).toEqual([
      'garments',
      'garments search',
      'loans',
    ]);
  });

  it('a write that changes nothing fetches nothing', async () => {
    const { write } = await onScreen();
    expect(await write('UPDATE garments SET value = value WHERE id = 9')).toEqual([]);
  });
});

import type { ColumnSettings } from '@/core/column';
import { memoryStore } from '@/core/store';
import { hostEnvironment, insert, installedHost } from '@/test/host';
import { rehearsed } from '@/test/rehearsed';
import { AppHost } from './appHost';

const pocket = (name: string): ColumnSettings =>
  ({ ...{ id: 'p', name, kind: 'text', required: false, unique: false }, default: { kind: 'none' } }) as ColumnSettings;

/** An app that was changed since its release, with what was tried of the upgrade. */
async function tried() {
  const kv = memoryStore();
  const host = await installedHost(kv);
  await insert(host, { c01: 'Coat' });
  await host.release({ version: '1.0.0', notes: '' });
  await host.edit({ kind: 'addColumn', tableId: 't1', column: pocket('Pocket') }, {});
  await rehearsed(host, host.state().releases[0]?.id ?? '');
  return { kv, host };
}

const again = async (host: AppHost, kv: ReturnType<typeof memoryStore>) => {
  await host.close();
  return AppHost.open(await hostEnvironment(kv));
};

test('what was tried is there after the app was closed, and goes into the release', async () => {
  const { kv, host } = await tried();
  const trials = await host.trials();
  const opened = await again(host, kv);
  expect(opened.state().rehearsed).toBe('holds');
  expect(await opened.trials()).toEqual(trials);
  // A row changes nothing about it.
  await insert(opened, { c01: 'Hat' });
  const later = await again(opened, kv);
  expect(later.state().rehearsed).toBe('holds');
  await later.release({ version: '1.1.0', notes: '' });
  expect((await later.releaseReport(later.state().releases[1]?.id ?? ''))?.trials).toEqual(trials);
});

test('of a plan that was changed since, nothing was tried', async () => {
  const { kv, host } = await tried();
  await host.edit({ kind: 'changeColumn', tableId: 't1', column: pocket('Pockets') }, {});
  expect(host.state().rehearsed).toBe('none');
  const opened = await again(host, kv);
  expect(opened.state().rehearsed).toBe('none');
  // Undone, it is the plan that was tried.
  await opened.undo();
  expect((await again(opened, kv)).state().rehearsed).toBe('holds');
});

test.each(['{', '{"of":"x","trials":[]}', '{"of":1}', '[]'])('what cannot be read is no trial: %s', async (text) => {
  const { kv, host } = await tried();
  await host.close();
  await kv.setMany({ tried: text });
  expect((await AppHost.open(await hostEnvironment(kv))).state().rehearsed).toBe('none');
});

test('an app opens where it cannot be read, and a rehearsal tells what it found where it cannot be kept', async () => {
  const { kv, host } = await tried();
  await host.close();
  const refusing = {
    ...kv,
    getMany: (keys: string[]) => (keys.includes('tried') ? Promise.reject(new Error('no')) : kv.getMany(keys)),
    setMany: (entries: Record<string, string>) =>
      'tried' in entries ? Promise.reject(new Error('full')) : kv.setMany(entries),
  };
  const opened = await AppHost.open({ ...(await hostEnvironment(kv)), kv: refusing });
  expect(opened.state().rehearsed).toBe('none');
  await rehearsed(opened, opened.state().releases[0]?.id ?? '');
  expect(opened.state().rehearsed).toBe('holds');
});

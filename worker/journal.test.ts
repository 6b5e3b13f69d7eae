import { type KeyValueStore, memoryStore } from '@/core/store';
import { hostEnvironment, insert, installedHost, rowsOf } from '@/test/host';
import { AppHost } from './appHost';

/** A store in memory that counts snapshots, and fails where a test says so. */
function troubledStore() {
  const memory = memoryStore();
  const trouble: { snapshots: number; fails(call: string, keys: readonly string[]): boolean } = {
    snapshots: 0,
    fails: () => false,
  };
  const refuse = (call: string, keys: readonly string[]) => {
    if (trouble.fails(call, keys)) throw new Error('out of order');
  };
  const kv: KeyValueStore = {
    getMany: async (keys) => (refuse('get', keys), memory.getMany(keys)),
    setMany: async (entries) => {
      refuse('set', Object.keys(entries));
      if (Object.keys(entries).some((key) => key.startsWith('snapshot/'))) trouble.snapshots++;
      await memory.setMany(entries);
    },
    removeMany: async (keys) => (refuse('remove', keys), memory.removeMany(keys)),
    getAllKeys: async () => (refuse('keys', []), memory.getAllKeys()),
  };
  return { kv, trouble };
}

/** A host whose puttings-off are over at once, and whose clock a test sets. */
async function openHost(kv: KeyValueStore) {
  const time = { now: 0 };
  const environment = {
    ...(await hostEnvironment(kv)),
    clock: () => time.now,
    wait: () => new Promise<void>((resolve) => setTimeout(resolve, 1)),
  };
  return { host: await AppHost.open(environment), time, events: environment.events };
}

const LARGE = 300_000;
jest.setTimeout(60_000);
const soon = () => new Promise((resolve) => setTimeout(resolve, 30));

describe('the journal is folded into a snapshot', () => {
  it('far fewer times than there are large writes', async () => {
    const { kv, trouble } = troubledStore();
    await (await installedHost(kv)).close();
    const { host } = await openHost(kv);
    trouble.snapshots = 0;
    for (let write = 0; write < 30; write++) {
      await insert(host, { c01: `${write}${'x'.repeat(LARGE)}` });
      await soon();
    }
    await host.close();
    expect(trouble.snapshots).toBeGreaterThan(1);
    expect(trouble.snapshots).toBeLessThanOrEqual(10);
    expect((await rowsOf((await openHost(kv)).host)).length).toBe(30);
  });

  it('again after it failed, some time later; nothing is lost meanwhile', async () => {
    const { kv, trouble } = troubledStore();
    await (await installedHost(kv)).close();
    const { host, time } = await openHost(kv);
    trouble.snapshots = 0;
    let tries = 0;
    trouble.fails = (call, keys) => call === 'set' && keys.some((key) => key.startsWith('piece/')) && ++tries > 0;
    const write = async () => {
      await insert(host, { c01: 'x'.repeat(8 * LARGE) });
      await soon();
    };
    await write();
    await write();
    expect(tries).toBe(1);
    time.now += 5001;
    await write();
    expect(tries).toBe(2);
    time.now += 5001;
    await write();
    expect(tries).toBe(2);
    trouble.fails = () => false;
    time.now += 5001;
    await write();
    expect(trouble.snapshots).toBe(1);
    expect((await rowsOf((await openHost(kv)).host)).length).toBe(5);
  });
});

describe('a store that answers nothing', () => {
  it('leaves the last write in doubt: it is said as that, nothing more is written, and opening shows what is so', async () => {
    const { kv, trouble } = troubledStore();
    await (await installedHost(kv)).close();
    const { host, events } = await openHost(kv);
    await insert(host, { c01: 'Cloak' });
    trouble.fails = () => true;
    await expect(insert(host, { c01: 'Cape' })).rejects.toMatchObject({ problem: { code: 'store-doubt' } });
    expect(events).toContainEqual({ kind: 'lost', appId: 'app', inDoubt: true });
    trouble.fails = () => false;
    await expect(insert(host, { c01: 'Hat' })).rejects.toMatchObject({ problem: { code: 'store-doubt' } });
    expect((await rowsOf((await openHost(kv)).host)).map(({ name }) => name)).toEqual(['Cloak']);
  });

  it('while the app is started anew, leaves the one that is open as it is', async () => {
    const { kv, trouble } = troubledStore();
    await (await installedHost(kv)).close();
    const { host } = await openHost(kv);
    await insert(host, { c01: 'Cloak' });
    trouble.fails = (call) => call === 'get' || call === 'keys';
    await expect(host.restart()).rejects.toMatchObject({ problem: { code: 'store-failed' } });
    trouble.fails = () => false;
    await insert(host, { c01: 'Cape' });
    expect((await rowsOf(host)).map(({ name }) => name)).toEqual(['Cloak', 'Cape']);
    expect((await host.restart()).news.damaged).toBe(0);
    expect((await rowsOf((await openHost(kv)).host)).map(({ name }) => name)).toEqual(['Cloak', 'Cape']);
  });
});

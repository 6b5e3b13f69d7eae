import { theatre } from '@/demo';
import { describeProblem, ProblemError } from '@/core/problem';
import { type KeyValueStore, memoryStore } from '@/core/store';
import { hostEnvironment, insert, installedHost, rowsOf } from '@/test/host';
import { AppHost } from './appHost';

const size = {
  id: 'c02',
  name: 'Size',
  kind: 'text',
  required: false,
  unique: false,
  default: { kind: 'none' },
} as const;

describe('an open app', () => {
  it('keeps acknowledged writes over a reopening', async () => {
    const kv = memoryStore();
    const host = await installedHost(kv);
    const ripple = await insert(host, { c01: 'Blue tailcoat' });
    expect(ripple).toMatchObject({
      label: 'Saved Blue tailcoat',
      changes: [{ table: 'garments', inserted: 1, keys: [1] }],
    });
    const again = await AppHost.open(await hostEnvironment(kv));
    expect(await rowsOf(again)).toEqual([{ id: 1, name: 'Blue tailcoat' }]);
  });

  it('refuses a blank name and says where', async () => {
    const host = await installedHost();
    const refused = await insert(host, { c01: null }).catch((error: ProblemError) => error.problem);
    expect(refused).toMatchObject({ code: 'constraint', rule: 'required', table: 'Garments', column: 'Name' });
    expect(await rowsOf(host)).toEqual([]);
  });

  it('takes a write back when the store refuses it', async () => {
    const values = memoryStore();
    let failing = false;
    const kv: KeyValueStore = {
      ...values,
      setMany: (entries) => (failing ? Promise.reject(new Error('QuotaExceededError')) : values.setMany(entries)),
    };
    const host = await installedHost(kv);
    await insert(host, { c01: 'Cloak' });
    failing = true;
    const refused = await insert(host, { c01: 'Cape' }).catch((error: ProblemError) => error.problem);
    expect(refused).toEqual({ code: 'store-full' });
    expect((await rowsOf(host)).map(({ name }) => name)).toEqual(['Cloak']);
    failing = false;
    await insert(host, { c01: 'Cape' });
    expect((await rowsOf(host)).map(({ name }) => name)).toEqual(['Cloak', 'Cape']);
  });

  it('undoes and redoes rows and plan in one timeline, also after a reopening', async () => {
    const kv = memoryStore();
    const host = await installedHost(kv);
    await insert(host, { c01: 'Cloak' });
    await host.edit({ kind: 'addColumn', tableId: 't1', column: size }, {});
    await insert(host, { c01: 'Cape', c02: 'M' });
    await host.edit({ kind: 'removeColumn', tableId: 't1', columnId: 'c02' }, {});
    const again = await AppHost.open(await hostEnvironment(kv));
    await again.undo();
    expect(await rowsOf(again)).toEqual([
      { id: 1, name: 'Cloak', size: null },
      { id: 2, name: 'Cape', size: 'M' },
    ]);
    await again.undo();
    await again.undo();
    expect(await rowsOf(again)).toEqual([{ id: 1, name: 'Cloak' }]);
    await again.redo();
    await again.redo();
    expect(await rowsOf(again)).toEqual([
      { id: 1, name: 'Cloak', size: null },
      { id: 2, name: 'Cape', size: 'M' },
    ]);
    expect(again.state().redo).toBe('Removed Size from Garments');
  });

  it('brings a removed table back with its rows', async () => {
    const host = await installedHost();
    await insert(host, { c01: 'Cloak' });
    await host.edit({ kind: 'removeTable', tableId: 't1' }, {});
    expect(host.state().definition.tables).toEqual([]);
    await host.undo();
    expect(await rowsOf(host)).toEqual([{ id: 1, name: 'Cloak' }]);
  });

  it('says what an edit would lose, makes it, and gives the values back on undo', async () => {
    const host = await installedHost(memoryStore(), [{ kind: 'addColumn', tableId: 't1', column: size }]);
    for (const value of ['12', 'XL', null]) await insert(host, { c01: 'Cloak', c02: value });
    const edit = { kind: 'changeColumn', tableId: 't1', column: { ...size, kind: 'wholeNumber' } } as const;
    expect(await host.previewEdit(edit, {})).toMatchObject([
      { kind: 'values-changed', count: 1, total: 3, samples: ['XL'] },
    ]);
    await host.edit(edit, {});
    expect((await rowsOf(host)).map((row) => row.size)).toEqual([12, null, null]);
    await host.undo();
    expect((await rowsOf(host)).map((row) => row.size)).toEqual(['12', 'XL', null]);
  });

  it('blocks a rule that rows break, until a fill is given', async () => {
    const host = await installedHost(memoryStore(), [{ kind: 'addColumn', tableId: 't1', column: size }]);
    await insert(host, { c01: 'Cloak' });
    const edit = { kind: 'changeColumn', tableId: 't1', column: { ...size, required: true } } as const;
    const blocked = await host.edit(edit, {}).catch((error: ProblemError) => error);
    expect(describeProblem((blocked as ProblemError).problem).what).toContain('blank in 1 of 1 row');
    await host.edit(edit, { c02: 'M' });
    expect(await rowsOf(host)).toEqual([{ id: 1, name: 'Cloak', size: 'M' }]);
  });

  it('starts fresh with starting rows or without, and undoes it', async () => {
    const kv = memoryStore();
    await AppHost.install(await hostEnvironment(kv), theatre(30));
    const host = await AppHost.open(await hostEnvironment(kv));
    expect((await rowsOf(host)).length).toBe(30);
    await host.startFresh(false, {});
    expect(await rowsOf(host)).toEqual([]);
    await host.restart();
    expect(await rowsOf(host)).toEqual([]);
    await host.undo();
    expect((await rowsOf(host)).length).toBe(30);
    await host.startFresh(true, {});
    expect((await rowsOf(host)).length).toBe(30);
  });

  it('asks about starting rows that no longer fit the plan, before anything goes', async () => {
    const host = await installedHost(memoryStore(), [{ kind: 'addColumn', tableId: 't1', column: size }]);
    await insert(host, { c01: 'Cloak', c02: null });
    await insert(host, { c01: 'Cape', c02: 'M' });
    await host.keepRowsAsStarting();
    await host.startFresh(false, {});
    // With no row on the phone nothing stands in the way of the rule.
    await host.edit({ kind: 'changeColumn', tableId: 't1', column: { ...size, required: true } }, {});
    await insert(host, { c01: 'Sash', c02: 'S' });
    expect(await host.previewFresh({})).toMatchObject([
      { kind: 'blanks', blocks: true, column: 'Size', count: 1, total: 2 },
    ]);
    const refused = await host.startFresh(true, {}).catch((error: ProblemError) => error.problem);
    expect(refused).toMatchObject({ code: 'edit-blocked' });
    expect((await rowsOf(host)).map(({ name }) => name)).toEqual(['Sash']);
    expect(await host.previewFresh({ c02: 'XL' })).toEqual([]);
    await host.startFresh(true, { c02: 'XL' });
    expect((await rowsOf(host)).map((row) => [row.name, row.size])).toEqual([
      ['Cloak', 'XL'],
      ['Cape', 'M'],
    ]);
  });

  it('tells what it opened again, with another generation', async () => {
    const kv = memoryStore();
    const environment = await hostEnvironment(kv);
    await AppHost.install(environment, theatre(5));
    const host = await AppHost.open(environment);
    const before = host.state();
    const after = await host.restart();
    expect(after.generation).not.toBe(before.generation);
    expect({ ...after, generation: '' }).toEqual({ ...before, generation: '' });
    expect(environment.events.at(-1)).toEqual({ kind: 'state-changed', appId: before.definition.id, state: after });
    await host.write({
      verb: 'Set',
      statements: [{ sql: "UPDATE garments SET size = 'M' WHERE id = 1", params: {}, table: 'garments' }],
    });
    expect(host.state().seq).toBe(after.seq + 1);
  });

  it('opens at the last snapshot after compaction, with history', async () => {
    const kv = memoryStore();
    const host = await installedHost(kv);
    for (let number = 1; number <= 5; number++) await insert(host, { c01: `Garment ${number}` });
    await host.compact();
    await insert(host, { c01: 'After' });
    const again = await AppHost.open(await hostEnvironment(kv));
    expect((await rowsOf(again)).length).toBe(6);
    await again.undo();
    await again.undo();
    expect((await rowsOf(again)).length).toBe(4);
  });

  it('stops acknowledging once another has opened the store', async () => {
    const kv = memoryStore();
    const first = await installedHost(kv);
    await insert(first, { c01: 'Cloak' });
    const second = await AppHost.open(await hostEnvironment(kv));
    const refused = await insert(first, { c01: 'Late' }).catch((error: ProblemError) => error.problem);
    expect(refused).toEqual({ code: 'not-owner' });
    await insert(second, { c01: 'Cape' });
    const third = await AppHost.open(await hostEnvironment(kv));
    expect((await rowsOf(third)).map(({ name }) => name)).toEqual(['Cloak', 'Cape']);
  });
});

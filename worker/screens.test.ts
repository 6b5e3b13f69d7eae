import { AppHost } from './appHost';
import { compileApp } from '@/core/compile';
import { NO_STATEMENT } from '@/core/compiled';
import type { Edit } from '@/core/edit';
import type { ScreenOf } from '@/core/model';
import { screensOf } from '@/core/plan';
import { memoryStore } from '@/core/store';
import { hostEnvironment, rowsOf } from '@/test/host';
import { hives } from '@/test/screens';

async function book() {
  const kv = memoryStore();
  await AppHost.install(await hostEnvironment(kv), hives());
  return { kv, host: await AppHost.open(await hostEnvironment(kv)) };
}

const list = (host: AppHost) =>
  screensOf(host.state().definition).list.find(({ id }) => id === 'list-v') as ScreenOf<'list'>;

const style: Edit = { kind: 'setTheme', theme: { accent: 'clay', scheme: 'dark' } };

describe('edits of screens', () => {
  it('touch no row and no statement of before, and outlast a restart', async () => {
    const { kv, host } = await book();
    const { generation } = host.state();
    await host.edit(
      { kind: 'setScreen', screen: { ...list(host), sort: [{ text: 'frames', direction: 'descending' }] } },
      {},
    );
    await host.edit(style, {});
    expect(host.state().generation).toBe(generation);
    const again = await AppHost.open(await hostEnvironment(kv));
    expect(list(again).sort).toEqual([{ text: 'frames', direction: 'descending' }]);
    expect(again.state().definition.theme).toEqual({ accent: 'clay', scheme: 'dark' });
    expect(await rowsOf(again, 'hives')).toHaveLength(3);
  });

  it('are undone and redone in turn with edits of the plan and changes of rows', async () => {
    const { host } = await book();
    const states = [host.state().definition];
    const edits: Edit[] = [
      {
        kind: 'setScreen',
        screen: { ...list(host), totals: [{ id: 't', label: 'Frames', aggregate: 'sum', text: 'frames' }] },
      },
      {
        kind: 'changeColumn',
        tableId: 'v',
        column: {
          id: 'v5',
          name: 'Combs',
          kind: 'wholeNumber',
          required: false,
          unique: false,
          default: { kind: 'none' },
          min: 0,
          max: 20,
        },
      },
      { kind: 'removeColumn', tableId: 'v', columnId: 'v5' },
      style,
    ];
    for (const edit of edits) {
      await host.edit(edit, {});
      states.push(host.state().definition);
    }
    await host.write({
      verb: 'Deleted',
      statements: [{ sql: 'DELETE FROM hives WHERE id = 1', params: {}, table: 'hives' }],
    });
    expect(list(host).totals).toEqual([]);
    await host.undo();
    for (const state of [...states].reverse().slice(1)) {
      await host.undo();
      expect(host.state().definition).toEqual(state);
    }
    expect((await rowsOf(host, 'hives')).map(({ frames }) => frames)).toEqual([12, 8, null]);
    for (const state of states.slice(1)) {
      await host.redo();
      expect(host.state().definition).toEqual(state);
    }
  });

  it('that cannot stand are refused whole: nothing of them is kept', async () => {
    const { kv, host } = await book();
    const before = host.state();
    await expect(
      host.edit(
        { kind: 'setScreen', screen: { ...list(host), sort: [{ text: 'fames', direction: 'ascending' }] } },
        {},
      ),
    ).rejects.toMatchObject({ problem: { code: 'definition', place: 'the screen Hives' } });
    await expect(
      host.edit({ kind: 'setFrame', frame: { kind: 'tabs', screenIds: ['gone'] } }, {}),
    ).rejects.toMatchObject({ problem: { code: 'definition' } });
    expect(host.state()).toEqual(before);
    expect((await AppHost.open(await hostEnvironment(kv))).state().definition).toEqual(before.definition);
  });
});

describe('a record saved with its lines', () => {
  const statements = (host: AppHost) => {
    const [table, lines] = compileApp(host.state().definition).tables;
    if (!table || !lines) throw new Error('the hive book has two tables');
    return { hive: table.statements, jar: lines.statements };
  };
  const params = { name: 'Dewlit', place: null, height: null, set_up: null, frames: null, weak: 0 };

  it('gives each line the id that the record was given, in one change', async () => {
    const { host } = await book();
    const { hive, jar } = statements(host);
    const line = (name: string | null) => ({
      ...jar.insert,
      params: { name, price: null },
      table: 'jars',
      mustChange: true,
      ofFirst: 'hive',
    });
    const ripple = await host.write({
      verb: 'Saved',
      subject: { ...hive.record, id: 'last', when: 'after' },
      statements: [{ ...hive.insert, params, table: 'hives', mustChange: true }, line('Mint'), line('Sage')],
    });
    expect([ripple.label, ripple.lastId]).toEqual(['Saved Dewlit', 4]);
    expect((await rowsOf(host, 'jars')).slice(4)).toMatchObject([
      { name: 'Mint', hive: 4 },
      { name: 'Sage', hive: 4 },
    ]);
    await host.undo();
    expect([(await rowsOf(host, 'hives')).length, (await rowsOf(host, 'jars')).length]).toEqual([3, 4]);
  });

  it('is not saved at all where one of its lines cannot be', async () => {
    const { host } = await book();
    const { hive, jar } = statements(host);
    const broken = {
      ...jar.insert,
      params: { name: null, price: null },
      table: 'jars',
      mustChange: true,
      ofFirst: 'hive',
    };
    await expect(
      host.write({ verb: 'Saved', statements: [{ ...hive.insert, params, table: 'hives' }, broken] }),
    ).rejects.toMatchObject({ problem: { code: 'constraint', rule: 'required', table: 'Jars', column: 'Name' } });
    expect(await rowsOf(host, 'hives')).toHaveLength(3);
  });

  it('gives its lines to the older record where that was kept instead', async () => {
    const { host } = await book();
    await host.edit(
      {
        kind: 'changeColumn',
        tableId: 'v',
        column: {
          id: 'v1',
          name: 'Name',
          kind: 'text',
          required: true,
          unique: true,
          onSame: 'keep',
          default: { kind: 'none' },
        },
      },
      {},
    );
    const { hive, jar } = statements(host);
    const amber = { ...params, name: 'Amber' };
    await host.write({
      verb: 'Saved',
      unchangedVerb: 'Kept',
      subject: { ...(hive.same ?? NO_STATEMENT), id: 'last', params: amber, when: 'after' },
      statements: [
        { ...hive.insert, params: amber, table: 'hives' },
        {
          ...jar.insert,
          params: { name: 'Mint', price: null },
          table: 'jars',
          mustChange: true,
          ofFirst: 'hive',
        },
      ],
    });
    expect(await rowsOf(host, 'hives')).toHaveLength(3);
    expect((await rowsOf(host, 'jars')).at(-1)).toMatchObject({ name: 'Mint', hive: 1 });
  });
});

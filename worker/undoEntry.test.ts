import { openDemo } from '@/test/demoHost';
import { plainColumn } from '@/test/hats';

const priced = (host: Awaited<ReturnType<typeof openDemo>>['host'], id: number, value: number) =>
  host.write({
    verb: 'Set',
    statements: [
      { sql: 'UPDATE garments SET value = :value WHERE id = :id', params: { id, value }, table: 'garments' },
    ],
  });
const conflict = { problem: { code: 'undo-conflict' } };

describe('an entry of the history', () => {
  it('is undone past later changes of other rows, not past those of its own', async () => {
    const { host, rows } = await openDemo(6);
    const before = await rows('SELECT value FROM garments WHERE id = 1');
    const { seq } = await priced(host, 1, 111);
    await priced(host, 2, 222);
    await host.undoEntry(seq);
    expect(await rows('SELECT value FROM garments WHERE id = 1')).toEqual(before);
    expect(await rows('SELECT value FROM garments WHERE id = 2')).toEqual([{ value: 222 }]);
    const again = await priced(host, 1, 333);
    await priced(host, 1, 444);
    await expect(host.undoEntry(again.seq)).rejects.toMatchObject(conflict);
    expect(await rows('SELECT value FROM garments WHERE id = 1')).toEqual([{ value: 444 }]);
  });

  it('is not undone past a later change of the schema, but past one of a screen', async () => {
    const { host, rows } = await openDemo(6);
    const before = await rows('SELECT value FROM garments WHERE id = 1');
    const { seq } = await priced(host, 1, 111);
    await host.edit({ kind: 'addScreen', screen: { kind: 'menu', id: 'n', name: 'More', entries: [] } }, {});
    await host.undoEntry(seq);
    expect(await rows('SELECT value FROM garments WHERE id = 1')).toEqual(before);
    const later = await priced(host, 1, 222);
    const column = { ...plainColumn('t3-note', 'Side note'), kind: 'text' as const };
    await host.edit({ kind: 'addColumn', tableId: 't3', column }, {});
    await expect(host.undoEntry(later.seq)).rejects.toMatchObject(conflict);
    expect(await rows('SELECT value FROM garments WHERE id = 1')).toEqual([{ value: 222 }]);
  });

  it('of the plan is undone only while it is the last', async () => {
    const { host } = await openDemo(6);
    await host.edit({ kind: 'addScreen', screen: { kind: 'menu', id: 'n', name: 'More', entries: [] } }, {});
    const { seq } = host.state();
    await priced(host, 1, 111);
    await expect(host.undoEntry(seq)).rejects.toMatchObject(conflict);
    await host.undo();
    await host.undoEntry(seq);
    expect(host.state().definition.screens?.list.some(({ id }) => id === 'n')).toBe(false);
  });
});

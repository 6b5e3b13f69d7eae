import { type ColumnSettings, printAttachment } from '@/core/column';
import type { Edit } from '@/core/edit';
import { memoryStore } from '@/core/store';
import { hostEnvironment, insert, installedHost, rowsOf } from '@/test/host';
import { AppHost } from './appHost';

const common = { required: false, unique: false, default: { kind: 'none' } } as const;
const photo: ColumnSettings = { ...common, id: 'c02', name: 'Photo', kind: 'picture' };
const receipt: ColumnSettings = { ...common, id: 'c03', name: 'Receipt', kind: 'file' };
const add = (column: ColumnSettings): Edit => ({ kind: 'addColumn', tableId: 't1', column });
const bytes = new Uint8Array([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 9]);
const text = printAttachment({ type: 'text/plain', name: 'Care label.txt', bytes: new Uint8Array([87, 111]) });

describe('pictures and files in the database', () => {
  it('stand as a BLOB and as text, and outlive a restart, an app file and an undo of their column', async () => {
    const kv = memoryStore();
    const host = await installedHost(kv, [add(photo), add(receipt)]);
    await insert(host, { c01: 'Cloak', c02: bytes as never, c03: text });
    const stored = { id: 1, name: 'Cloak', photo: bytes, receipt: text };
    expect(await rowsOf(host)).toEqual([stored]);
    await host.restart();
    expect(await rowsOf(host)).toEqual([stored]);

    const file = await host.file();
    const copy = memoryStore();
    await AppHost.install(await hostEnvironment(copy), JSON.parse(JSON.stringify(file)));
    expect(await rowsOf(await AppHost.open(await hostEnvironment(copy)))).toEqual([stored]);

    await host.edit({ kind: 'removeColumn', tableId: 't1', columnId: 'c02' }, {});
    expect(await rowsOf(host)).toEqual([{ id: 1, name: 'Cloak', receipt: text }]);
    await host.undo();
    expect(await rowsOf(host)).toEqual([stored]);
  });

  it('tell a ripple only how long they are', async () => {
    const host = await installedHost(memoryStore(), [add(photo)]);
    const ripple = await insert(host, { c01: 'Cloak', c02: bytes as never });
    expect(ripple.statements[0]?.params.photo).toBe('(9 bytes)');
  });

  it('cannot be computed, but asked for', async () => {
    const host = await installedHost(memoryStore(), [add(photo)]);
    const computed = (text: string): Edit => add({ ...common, id: 'c09', name: 'Shown', kind: 'expression', text });
    await expect(host.edit(computed('photo'), {})).rejects.toThrow(/can be asked for/);
    await expect(host.edit(computed("photo || '!'"), {})).rejects.toThrow(/not a picture or file/);
    await host.edit(computed('photo IS NOT NULL'), {});
    await insert(host, { c01: 'Cloak', c02: bytes as never });
    expect((await rowsOf(host, 'garments_computed'))[0]).toMatchObject({ shown: 1 });
  });
});

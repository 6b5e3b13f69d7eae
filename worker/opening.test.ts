import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { theatre } from '@/demo';
import { parseAppFile, printAppFile } from '@/core/transfer';
import { createStore, memoryStore, openStore, readAside } from '@/core/store';
import { hostEnvironment, insert, installedHost, rowsOf } from '@/test/host';
import { AppHost } from './appHost';

const wait = async () => undefined;
const text = (bytes: Uint8Array | undefined) => new TextDecoder().decode(bytes);

/** The same store with another document: as a build with other limits would have left it. */
async function withDocument(
  kv: ReturnType<typeof memoryStore>,
  change: (document: { definition: unknown; starting: unknown }) => unknown,
) {
  const opened = await openStore(kv, 'other build', wait, (parts, entries) => ({
    value: parts,
    replayed: entries.length,
  }));
  const document = change(JSON.parse(text(opened?.value.document)));
  await createStore(
    kv,
    'other build, after',
    wait,
    { ...opened?.value, document: new TextEncoder().encode(JSON.stringify(document)) },
    opened?.last,
  );
}

async function theatreStore() {
  const kv = memoryStore();
  await AppHost.install(await hostEnvironment(kv), theatre(12));
  return kv;
}
type Loose = { tables: { columns: Record<string, unknown>[] }[] };
const columnOf = (definition: unknown, kind: string) =>
  (definition as Loose).tables.flatMap(({ columns }) => columns).find((column) => column.kind === kind) as Record<
    string,
    unknown
  >;

describe('opening', () => {
  it('mends a plan that breaks limits, tells it once, and goes on', async () => {
    const kv = await theatreStore();
    await withDocument(kv, (document) => {
      Object.assign(columnOf(document.definition, 'text'), { maxLength: 0 });
      columnOf(document.definition, 'expression').text = 'nobody * 2';
      return document;
    });
    const host = await AppHost.open(await hostEnvironment(kv));
    expect(host.state().news.mends).toEqual([
      expect.stringContaining('at least 1; it was left out'),
      expect.stringContaining('blank until it is written anew'),
    ]);
    expect(host.state()).toMatchObject({ undo: null, redo: null });
    expect((await rowsOf(host)).length).toBe(12);
    await host.edit({ kind: 'renameApp', name: 'Mended' }, {});
    await host.undo();
    expect(host.state().undo).toBeNull();
    await host.compact();
    const again = await AppHost.open(await hostEnvironment(kv));
    expect(again.state().news).toEqual({ damaged: 0, mends: [], rescued: false });
    expect(parseAppFile(printAppFile(await again.file())).definition).toEqual(again.state().definition);
  });

  it('makes a plan from the rows where the plan cannot be read, and keeps what was stored of it', async () => {
    const kv = await theatreStore();
    const before = await (
      await AppHost.open(await hostEnvironment(kv))
    ).read({ sql: 'SELECT id, name, tag FROM garments ORDER BY id' });
    await withDocument(kv, () => ({ definition: { hologram: true }, starting: null }));
    const host = await AppHost.open(await hostEnvironment(kv), { id: 'theatre', name: 'Lantern Lane' });
    expect(host.state()).toMatchObject({
      news: { rescued: true },
      definition: { id: 'theatre', name: 'Lantern Lane' },
      undo: null,
    });
    expect((await host.read({ sql: 'SELECT id, name, tag FROM garments ORDER BY id' })).rows).toEqual(before.rows);
    expect(Object.values(await readAside(kv))).toEqual(['{"definition":{"hologram":true},"starting":null}']);
    await host.edit({ kind: 'renameApp', name: 'Rescued' }, {});
    expect((await AppHost.open(await hostEnvironment(kv))).state()).toMatchObject({
      definition: { name: 'Rescued' },
      news: { rescued: false },
    });
  });

  it('opens an app without a table, too, whose plan cannot be read', async () => {
    const kv = memoryStore();
    await AppHost.install(await hostEnvironment(kv), {
      format: 'fern-shelf-app',
      version: 1,
      definition: { id: 'a', name: 'A', theme: { accent: 'moss' }, tables: [] },
    });
    await withDocument(kv, () => ({ definition: 7 }));
    expect((await AppHost.open(await hostEnvironment(kv))).state().definition.tables).toEqual([]);
  });

  it('takes starting rows that cannot be read away, and says so', async () => {
    const kv = await theatreStore();
    await withDocument(kv, ({ definition }) => ({ definition, starting: { tables: 3 } }));
    const host = await AppHost.open(await hostEnvironment(kv));
    expect(host.state()).toMatchObject({
      starting: null,
      news: { mends: ['The starting rows could not be read; they were left out'] },
    });
  });

  it('opens a store from before there were releases, and takes those away that cannot be read', async () => {
    const kv = await theatreStore();
    await withDocument(kv, ({ definition, starting }) => ({ definition, starting }));
    const host = await AppHost.open(await hostEnvironment(kv));
    expect(host.state()).toMatchObject({ releases: [], news: { mends: [], rescued: false } });
    await host.release({ version: '1.0.0', notes: '' });
    await host.compact();
    await host.close();
    await withDocument(kv, (document) => ({ ...document, releases: { newest: 7, list: [] } }));
    expect((await AppHost.open(await hostEnvironment(kv))).state()).toMatchObject({
      releases: [],
      news: { mends: ['The releases could not be read; they were left out'], rescued: false },
    });
  });

  it('goes on before an entry that does not replay, and keeps it', async () => {
    const kv = memoryStore();
    const host = await installedHost(kv);
    await insert(host, { c01: 'Cloak' });
    await insert(host, { c01: 'Cape' });
    await host.close();
    // The change set no longer fits: the row that it changes is not there.
    const opened = await openStore(kv, 'meddler', wait, (parts, entries) => ({
      value: parts,
      replayed: entries.length,
    }));
    const [, first] = (opened?.entries ?? []).slice(-3);
    await opened?.store.append({
      kind: 'plan',
      seq: (opened?.last ?? 0) + 1,
      label: 'Broken',
      at: '',
      patches: [],
      inverse: [],
      statements: ['DROP TABLE nowhere'],
      undoing: [],
    });
    await opened?.store.append({
      kind: 'rows',
      seq: (opened?.last ?? 0) + 2,
      label: 'After it',
      at: '',
      changeSet: first?.kind === 'rows' ? first.changeSet : '',
    });
    const again = await AppHost.open(await hostEnvironment(kv));
    expect(again.state()).toMatchObject({ news: { damaged: 2 }, undo: 'Saved Cape' });
    expect((await rowsOf(again)).map(({ name }) => name)).toEqual(['Cloak', 'Cape']);
    expect(Object.values(await readAside(kv)).join()).toContain('DROP TABLE nowhere');
    await insert(again, { c01: 'Hat' });
    expect((await rowsOf(await AppHost.open(await hostEnvironment(kv)))).map(({ name }) => name)).toEqual([
      'Cloak',
      'Cape',
      'Hat',
    ]);
  });
});

describe('a store of format 1', () => {
  it('is taken over with all that was acknowledged', async () => {
    const stored = JSON.parse(readFileSync(join(__dirname, '../test/formatOne.json'), 'utf8')) as Record<
      string,
      string
    >;
    const kv = memoryStore(new Map(Object.entries(stored)));
    const host = await AppHost.open(await hostEnvironment(kv));
    expect(await rowsOf(host)).toEqual([
      { id: 1, name: 'Cloak', size: 'M' },
      { id: 2, name: 'Cape', size: null },
      { id: 3, name: 'Hat', size: 'S' },
    ]);
    expect(host.state()).toMatchObject({ undo: null, starting: { t1: 2 }, news: { damaged: 0, mends: [] } });
    expect([...kv.values.keys()].filter((key) => /^(owners|manifest|extra)/.test(key))).toEqual([]);
    await insert(host, { c01: 'Boots' });
    expect((await rowsOf(await AppHost.open(await hostEnvironment(kv)))).length).toBe(4);
  });
});

import type { Match } from '@/core/model';
import type { ColumnSettings } from '@/core/column';
import type { Edit } from '@/core/edit';
import { matchReportSql } from '@/core/schema';
import { memoryStore } from '@/core/store';
import { blank, hostEnvironment } from '@/test/host';
import { AppHost } from './appHost';

const column = (id: string, name: string, kind: 'text' | 'barcode' = 'text') =>
  ({
    id,
    name,
    required: false,
    unique: false,
    default: { kind: 'none' },
    kind,
    ...(kind === 'barcode' ? { symbology: 'free' } : {}),
  }) as ColumnSettings;
const edits: Edit[] = [
  { kind: 'addTable', tableId: 'p', columnId: 'p1', name: 'Performers' },
  { kind: 'addColumn', tableId: 'p', column: column('p2', 'Badge', 'barcode') },
  { kind: 'addTable', tableId: 'f', columnId: 'f1', name: 'Fittings' },
  { kind: 'addColumn', tableId: 'f', column: column('f2', 'Performer') },
];
const link: ColumnSettings = {
  id: 'f3',
  name: 'Performer',
  kind: 'link',
  tableId: 'p',
  inverse: 'Fittings',
  onDelete: 'stop',
  required: false,
  unique: false,
  default: { kind: 'none' },
};
const byName: Match = { textColumnId: 'f2', targetTableId: 'p', by: null };

async function fittings(texts: (string | null)[]) {
  const kv = memoryStore();
  await AppHost.install(await hostEnvironment(kv), { format: 'fern-shelf-app', version: 1, definition: blank });
  const host = await AppHost.open(await hostEnvironment(kv));
  for (const edit of edits) await host.edit(edit, {});
  const run = (sql: string, table: string, params = {}) =>
    host.write({ verb: 'Did', statements: [{ sql, params, table }] });
  await run(
    "INSERT INTO performers (name, badge) VALUES ('Ada Ashgrove', '007'), ('Bram', '12'), ('Bram', '13'), ('Cosima', NULL)",
    'performers',
  );
  for (const [index, text] of texts.entries())
    await run('INSERT INTO fittings (name, performer) VALUES (:name, :text)', 'fittings', { name: `F${index}`, text });
  const rows = async () => (await host.read({ sql: 'SELECT * FROM fittings ORDER BY id' })).rows;
  const report = async (match: Match) => {
    const { definition } = host.state();
    const table = definition.tables.find(({ id }) => id === 'f');
    return (await host.read({ sql: (table && matchReportSql(definition, table, match)) ?? '' })).rows;
  };
  return { host, kv, rows, report, run };
}

describe('turning a text into a link', () => {
  const texts = ['ada ashgrove', ' Ada Ashgrove ', 'Bram', 'Nobody', 'Nobody', '', null, 'Cosima'];

  it('tells first what matches, what does not, and what names several', async () => {
    const { report } = await fittings(texts);
    expect(await report(byName)).toEqual([
      { value: 'Nobody', rows: 2, found: 0 },
      { value: 'Bram', rows: 1, found: 2 },
      { value: 'Ada Ashgrove', rows: 1, found: 1 },
      { value: 'Cosima', rows: 1, found: 1 },
      { value: 'ada ashgrove', rows: 1, found: 1 },
    ]);
    expect(await report({ ...byName, by: 'p2' })).toEqual(
      expect.arrayContaining([{ value: 'Bram', rows: 1, found: 0 }]),
    );
  });

  it('comes to starting rows, too, that were laid down before, also when its tables and columns are called otherwise since', async () => {
    const { host } = await fittings(texts);
    await host.keepRowsAsStarting();
    await host.edit({ kind: 'linkText', tableId: 'f', columnId: 'f2', link, keepText: false }, { f3: byName });
    for (const [tableId, name] of [
      ['p', 'Players'],
      ['f', 'Trials'],
    ] as const)
      await host.edit({ kind: 'renameTable', tableId, name, recordName: name.slice(0, -1) }, {});
    await host.edit({ kind: 'changeColumn', tableId: 'p', column: { ...column('p1', 'Called'), required: true } }, {});
    const { set } = await host.startingTable('f');
    expect(set.rows.map((row) => row[1 + set.columns.indexOf('f3')])).toEqual([1, 1, null, null, null, null, null, 4]);
  });

  it('links what is named exactly, keeps every text, and comes back by undo and redo, also after a reopening', async () => {
    const { host, kv, rows } = await fittings(texts);
    const before = await rows();
    await host.edit({ kind: 'linkText', tableId: 'f', columnId: 'f2', link, keepText: true }, { f3: byName });
    const linked = await rows();
    expect(linked.map(({ performer }) => performer)).toEqual([1, 1, null, null, null, null, null, 4]);
    expect(linked.map((row) => row.performer_as_text)).toEqual(before.map(({ performer }) => performer));
    expect(host.state().definition.tables[1]?.columns.map(({ name }) => name)).toEqual([
      'Name',
      'Performer',
      'Performer as text',
    ]);
    await host.undo();
    expect(await rows()).toEqual(before);
    await host.redo();
    expect(await rows()).toEqual(linked);
    const again = await AppHost.open(await hostEnvironment(kv));
    expect((await again.read({ sql: 'SELECT * FROM fittings ORDER BY id' })).rows).toEqual(linked);
  });

  it('by names that speak of today, is made again the same on another day', async () => {
    const { host, kv, rows } = await fittings(['Ada Ashgrove since 2000', 'Bram']);
    await host.edit(
      {
        kind: 'setNaming',
        tableId: 'p',
        naming: { kind: 'expression', text: "name || CASE WHEN :today > '2000-01-01' THEN ' since 2000' ELSE '' END" },
      },
      {},
    );
    await host.edit({ kind: 'linkText', tableId: 'f', columnId: 'f2', link, keepText: true }, { f3: byName });
    const linked = await rows();
    expect(linked.map(({ performer }) => performer)).toEqual([1, null]);
    const journaled =
      [...kv.values].filter(([key, value]) => key.startsWith('journal/') && value.includes('_rebuild')).at(-1)?.[1] ??
      '';
    expect(journaled).toContain(`'${new Date().toLocaleDateString('sv-SE')}' > '2000-01-01'`);
    expect(journaled).not.toContain("'now'");
    const again = await AppHost.open(await hostEnvironment(kv));
    expect((await again.read({ sql: 'SELECT * FROM fittings ORDER BY id' })).rows).toEqual(linked);
  });

  it('can let the text go once every row is linked; undo gives it back', async () => {
    const { host, rows } = await fittings(['Cosima', 'ada ashgrove']);
    const before = await rows();
    await host.edit({ kind: 'linkText', tableId: 'f', columnId: 'f2', link, keepText: false }, { f3: byName });
    expect(await rows()).toEqual([
      { id: 1, name: 'F0', performer: 4 },
      { id: 2, name: 'F1', performer: 1 },
    ]);
    await host.undo();
    expect(await rows()).toEqual(before);
  });

  it('finds by a code, leading zeros and all', async () => {
    const { host, rows } = await fittings(['007', '7', '13']);
    await host.edit(
      { kind: 'linkText', tableId: 'f', columnId: 'f2', link, keepText: true },
      { f3: { ...byName, by: 'p2' } },
    );
    expect((await rows()).map(({ performer }) => performer)).toEqual([1, null, 3]);
  });

  it('does not require what would be blank', async () => {
    const { host } = await fittings(texts);
    const edit: Edit = {
      kind: 'linkText',
      tableId: 'f',
      columnId: 'f2',
      link: { ...link, required: true },
      keepText: true,
    };
    expect(await host.previewEdit(edit, { f3: byName })).toMatchObject([{ kind: 'blanks', blocks: true, count: 5 }]);
  });

  it('links the starting rows the same way', async () => {
    const { host, rows } = await fittings(['Cosima', 'Nobody']);
    await host.keepRowsAsStarting();
    await host.edit({ kind: 'linkText', tableId: 'f', columnId: 'f2', link, keepText: true }, { f3: byName });
    const linked = await rows();
    await host.startFresh(true, {});
    expect(await rows()).toEqual(linked);
  });
});

import { compileApp } from '@/core/compile';
import type { ColumnSettings } from '@/core/column';
import type { Edit } from '@/core/edit';
import type { SamePolicy } from '@/core/model';
import { byHeading } from '@/core/plan';
import { memoryStore } from '@/core/store';
import { blank, hostEnvironment } from '@/test/host';
import { AppHost } from './appHost';

const tag = (onSame: SamePolicy): ColumnSettings => ({
  id: 'c2',
  name: 'Tag',
  kind: 'text',
  required: true,
  unique: true,
  onSame,
  default: { kind: 'none' },
});

/** A table whose tag must be different, and a form's save to it. */
async function garments(onSame: SamePolicy) {
  const kv = memoryStore();
  await AppHost.install(await hostEnvironment(kv), { format: 'fern-shelf-app', version: 1, definition: blank });
  const host = await AppHost.open(await hostEnvironment(kv));
  for (const edit of [
    { kind: 'addTable', tableId: 't', columnId: 'c1', name: 'Garments' },
    { kind: 'addColumn', tableId: 't', column: tag(onSame) },
    {
      kind: 'addColumn',
      tableId: 't',
      column: { id: 'c3', name: 'Seen', kind: 'changed', required: false, unique: false, default: { kind: 'none' } },
    },
  ] satisfies Edit[])
    await host.edit(edit, {});
  const { statements } = compileApp(host.state().definition).tables[0] as ReturnType<
    typeof compileApp
  >['tables'][number];
  const save = (name: string, code: string) => {
    const params = { name, tag: code };
    const subject = statements.same
      ? { ...statements.same, id: 'last' as const, params, when: 'after' as const }
      : { ...statements.record, id: 'last' as const, when: 'after' as const };
    return host.write({
      verb: 'Saved',
      unchangedVerb: 'Kept',
      subject,
      statements: [...statements.replaced, statements.insert].map((each) => ({ ...each, params, table: 'garments' })),
    });
  };
  await save('Cloak', '1');
  await save('Cape', '2');
  return {
    host,
    save,
    rows: async () => (await host.read({ sql: 'SELECT id, name, tag FROM garments ORDER BY id' })).rows,
  };
}

describe('adding the same again', () => {
  it('is refused', async () => {
    const { save, rows } = await garments('refuse');
    await expect(save('Sash', '1')).rejects.toMatchObject({ problem: { rule: 'unique', column: 'Tag' } });
    expect(await rows()).toHaveLength(2);
  });

  it('keeps the old record, and says which', async () => {
    const { save, rows } = await garments('keep');
    expect((await save('Sash', '1')).label).toBe('Kept Cloak');
    expect(await rows()).toEqual([
      { id: 1, name: 'Cloak', tag: '1' },
      { id: 2, name: 'Cape', tag: '2' },
    ]);
  });

  it('updates it, its id and what links to it kept; undo brings the old values back', async () => {
    const { host, save, rows } = await garments('update');
    expect(await save('Sash', '1')).toMatchObject({ label: 'Saved Sash', changes: [{ updated: 1, inserted: 0 }] });
    expect(await rows()).toEqual([
      { id: 1, name: 'Sash', tag: '1' },
      { id: 2, name: 'Cape', tag: '2' },
    ]);
    await host.undo();
    expect((await rows())[0]).toMatchObject({ name: 'Cloak' });
  });

  it('takes its place as a new record; undo brings the old one back', async () => {
    const { host, save, rows } = await garments('replace');
    expect((await save('Sash', '1')).label).toBe('Saved Sash');
    expect(await rows()).toEqual([
      { id: 2, name: 'Cape', tag: '2' },
      { id: 3, name: 'Sash', tag: '1' },
    ]);
    await host.undo();
    expect(await rows()).toEqual([
      { id: 1, name: 'Cloak', tag: '1' },
      { id: 2, name: 'Cape', tag: '2' },
    ]);
  });

  it('does not take its place while records elsewhere stop that; they are named', async () => {
    const { host, save, rows } = await garments('replace');
    const loan: Edit[] = [
      { kind: 'addTable', tableId: 'l', columnId: 'l1', name: 'Loans' },
      {
        kind: 'addColumn',
        tableId: 'l',
        column: {
          id: 'l2',
          name: 'Garment',
          kind: 'link',
          tableId: 't',
          inverse: 'Loans',
          onDelete: 'stop',
          required: false,
          unique: false,
          default: { kind: 'none' },
        },
      },
    ];
    for (const edit of loan) await host.edit(edit, {});
    await host.write({
      verb: 'Lent',
      statements: [{ sql: "INSERT INTO loans (name, garment) VALUES ('Tarn Quay', 1)", params: {}, table: 'loans' }],
    });
    await expect(save('Sash', '1')).rejects.toMatchObject({
      problem: { code: 'linked', name: 'Cloak', by: [{ what: 'Loans', count: 1, names: ['Tarn Quay'] }] },
    });
    expect(await rows()).toHaveLength(2);
    await save('Sash', '2');
    expect((await rows()).at(-1)).toMatchObject({ name: 'Sash', tag: '2' });
  });

  it('notes when a record was changed', async () => {
    const { host } = await garments('update');
    const [row] = (await host.read({ sql: 'SELECT seen FROM garments' })).rows;
    expect(String(row?.seen)).toMatch(/^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\dZ$/);
  });
});

it('tables stand by their headings, in the order of the plan', () => {
  const tables = [{ name: 'a', heading: 'X' }, { name: 'b' }, { name: 'c', heading: 'Y' }, { name: 'd', heading: 'X' }];
  expect(
    byHeading(tables).map(({ heading, tables: group }) => [heading, group.map(({ name }) => name).join('')]),
  ).toEqual([
    [null, 'b'],
    ['X', 'ad'],
    ['Y', 'c'],
  ]);
});

import { AppHost } from './appHost';
import type { ColumnSettings } from '@/core/column';
import { compileApp } from '@/core/compile';
import { listSql } from '@/core/compiled';
import type { Edit } from '@/core/edit';
import { ProblemError } from '@/core/problem';
import { memoryStore } from '@/core/store';
import { parseAppFile, printAppFile } from '@/core/transfer';
import { theatre } from '@/demo';
import { hostEnvironment } from '@/test/host';

const computed = (id: string, name: string, text: string): ColumnSettings => ({
  id,
  name,
  kind: 'expression',
  text,
  required: false,
  unique: false,
  default: { kind: 'none' },
});

const cost: Edit = { kind: 'addColumn', tableId: 't6', column: computed('t6-90', 'Labour', 'hours * hourly_rate') };

const total: Edit = {
  kind: 'addColumn',
  tableId: 't1',
  column: computed('t1-90', 'Owed', 'sum(repairs.labour) FILTER (WHERE NOT repairs.charged)'),
};

async function playhouse(edits: Edit[] = [cost, total]) {
  const kv = memoryStore();
  await AppHost.install(await hostEnvironment(kv), theatre(40));
  const host = await AppHost.open(await hostEnvironment(kv));
  for (const edit of edits) await host.edit(edit, {});
  const table = (name: string) => {
    const found = compileApp(host.state().definition).tables.find((each) => each.name === name);
    if (!found) throw new Error(name);
    return found;
  };
  const rows = async (sql: string, params = {}) => (await host.read({ sql, params })).rows;
  return { host, kv, table, rows };
}

const refusal = (work: Promise<unknown>) =>
  work.then(
    () => '',
    (error: ProblemError) => error.message,
  );

const textOf = (host: AppHost, id: string) =>
  host
    .state()
    .definition.tables.flatMap(({ columns }) => columns)
    .flatMap((column) => (column.id === id && column.kind === 'expression' ? [column.text] : []))[0];

describe('computed columns', () => {
  it('stand in lists and records as what they give, and follow what they are made of', async () => {
    const { host, table, rows } = await playhouse();
    const productions = table('Productions');
    expect(productions.list.sorts.at(-1)).toMatchObject({ name: 'Owed', kind: 'money', currency: 'EUR' });
    expect(productions.columns.some(({ name }) => name === 'Owed')).toBe(false);
    const owed = async (id: number) => (await rows(productions.statements.record.sql, { id }))[0]?.owed;
    const byHand = async (id: number) =>
      (
        await rows(
          'SELECT sum(CAST(round(hours * hourly_rate) AS INTEGER)) AS n FROM repairs WHERE production = :id AND NOT charged',
          { id },
        )
      )[0]?.n;
    expect(await owed(3)).toBe(await byHand(3));
    expect(Number(await owed(3))).toBeGreaterThan(0);
    await host.write({
      verb: 'Charged',
      statements: [{ sql: 'UPDATE repairs SET charged = 1 WHERE production = 3', params: {}, table: 'repairs' }],
    });
    expect(await owed(3)).toBeNull();
  });

  it('order a list, and tell what they read', async () => {
    const { host, table } = await playhouse();
    const page = await host.read({
      ...listSql(table('Repairs').list, { by: 't6-90', direction: 'descending' }, {}),
      params: { limit: 5, offset: 0 },
    });
    const best = await host.read({ sql: 'SELECT max(CAST(round(hours * hourly_rate) AS INTEGER)) AS n FROM repairs' });
    const [first] = page.rows;
    expect(
      (await host.read({ ...table('Repairs').statements.record, params: { id: Number(first?.id) } })).rows[0]?.labour,
    ).toBe(best.rows[0]?.n);
    const record = await host.read({ ...table('Productions').statements.record, params: { id: 1 } });
    expect(record.reads.tables.repairs).toEqual(
      expect.arrayContaining(['hours', 'hourly_rate', 'charged', 'production']),
    );
  });

  it('are in one view a table, for whoever opens the file', async () => {
    const { host, rows } = await playhouse();
    expect((await rows('SELECT labour FROM repairs_computed ORDER BY id LIMIT 1')).length).toBe(1);
    const bytes = await host.download();
    expect(bytes.length).toBeGreaterThan(1000);
    expect(await rows("SELECT name FROM sqlite_schema WHERE type = 'view' ORDER BY name")).toEqual(
      expect.arrayContaining([{ name: 'productions_computed' }, { name: 'repairs_computed' }]),
    );
  });

  it('take up the new names of what they use, tables and links included, and undo gives the old ones back', async () => {
    const { host, rows } = await playhouse();
    const before = await rows('SELECT id, owed FROM productions_computed ORDER BY id');
    await host.edit(
      {
        kind: 'changeColumn',
        tableId: 't6',
        column: {
          id: 't6-05',
          name: 'Time',
          kind: 'decimal',
          places: 2,
          required: false,
          unique: false,
          default: { kind: 'none' },
        },
      },
      {},
    );
    await host.edit(
      {
        kind: 'changeColumn',
        tableId: 't6',
        column: {
          id: 't6-03',
          name: 'Production',
          kind: 'link',
          tableId: 't1',
          inverse: 'Mendings',
          onDelete: 'unlink',
          required: false,
          unique: false,
          default: { kind: 'none' },
        },
      },
      {},
    );
    await host.edit(
      { kind: 'changeColumn', tableId: 't6', column: computed('t6-90', 'Case', 'time * hourly_rate') },
      {},
    );
    await host.edit({ kind: 'renameTable', tableId: 't6', name: 'Jobs', recordName: 'Job' }, {});
    expect([textOf(host, 't6-90'), textOf(host, 't1-90')]).toEqual([
      'time * hourly_rate',
      'sum(mendings."case") FILTER (WHERE NOT mendings.charged)',
    ]);
    expect(await rows('SELECT id, owed FROM productions_computed ORDER BY id')).toEqual(before);
    for (let undone = 0; undone < 4; undone++) await host.undo();
    expect([textOf(host, 't6-90'), textOf(host, 't1-90')]).toEqual([
      'hours * hourly_rate',
      'sum(repairs.labour) FILTER (WHERE NOT repairs.charged)',
    ]);
    expect(await rows('SELECT id, owed FROM productions_computed ORDER BY id')).toEqual(before);
  });

  it('keep what they are made of from being removed, and from being made of themselves', async () => {
    const { host } = await playhouse();
    expect(await refusal(host.edit({ kind: 'removeColumn', tableId: 't6', columnId: 't6-05' }, {}))).toBe(
      'Repairs › Hours is used by Repairs › Cost and Repairs › Labour.',
    );
    expect(await refusal(host.edit({ kind: 'removeColumn', tableId: 't6', columnId: 't6-90' }, {}))).toBe(
      'Repairs › Labour is used by Productions › Owed.',
    );
    expect(await refusal(host.edit({ kind: 'removeColumn', tableId: 't6', columnId: 't6-03' }, {}))).toMatch(
      /^Repairs › Production is used by Productions › Repair costs and /,
    );
    expect(await refusal(host.edit({ kind: 'removeTable', tableId: 't6' }, {}))).toMatch(/^Repairs is used by /);
    expect(
      await refusal(
        host.edit(
          { kind: 'changeColumn', tableId: 't6', column: computed('t6-90', 'Labour', 'production.owed * 2') },
          {},
        ),
      ),
    ).toMatch(/goes round in a circle: labour → owed → labour|goes round in a circle: owed → labour → owed/);
    expect(
      await refusal(
        host.edit({ kind: 'addColumn', tableId: 't6', column: computed('t6-91', 'Sum', 'hours + reported') }, {}),
      ),
    ).toMatch(/a number plus a date makes no sense/);
  });

  it('come through a plan that changes beneath them, a reopening, and a file', async () => {
    const { host, kv, rows } = await playhouse();
    const before = await rows('SELECT id, labour FROM repairs_computed ORDER BY id');
    // These rebuild the table that the views read.
    await host.edit(
      {
        kind: 'changeColumn',
        tableId: 't6',
        column: {
          id: 't6-01',
          name: 'Fault',
          kind: 'longText',
          required: true,
          unique: false,
          default: { kind: 'none' },
        },
      },
      {},
    );
    await host.edit({ kind: 'removeColumn', tableId: 't6', columnId: 't6-09' }, {});
    await host.edit({ kind: 'removeTable', tableId: 't5' }, {});
    await host.undo();
    const again = await AppHost.open(await hostEnvironment(kv));
    expect((await again.read({ sql: 'SELECT id, labour FROM repairs_computed ORDER BY id' })).rows).toEqual(before);
    const other = memoryStore();
    await AppHost.install(await hostEnvironment(other), parseAppFile(printAppFile(await again.file())));
    const copy = await AppHost.open(await hostEnvironment(other));
    expect((await copy.read({ sql: 'SELECT id, labour FROM repairs_computed ORDER BY id' })).rows).toEqual(before);
    await copy.startFresh(true, {});
    expect((await copy.read({ sql: 'SELECT count(labour) AS n FROM repairs_computed' })).rows).toEqual([
      { n: before.filter(({ labour }) => labour !== null).length },
    ]);
  });

  it('can name a record, alone or through a link', async () => {
    const { host, table, rows } = await playhouse([
      cost,
      { kind: 'setNaming', tableId: 't6', naming: { kind: 'expression', text: "fault || ' of ' || garment.name" } },
      {
        kind: 'addColumn',
        tableId: 't3',
        column: computed('t3-90', 'Label', "upper(name) || ' ' || coalesce(size, '')"),
      },
      { kind: 'setNaming', tableId: 't3', naming: { kind: 'column', columnId: 't3-90' } },
    ]);
    const [repair] = await rows(listSql(table('Repairs').list, { by: 'name', direction: 'ascending' }, {}).sql, {
      limit: 1,
      offset: 0,
    });
    expect(String(repair?._name)).toMatch(/^[A-Z][a-z]+ [a-z]+ of [A-Z]/);
    const plan = await rows(
      `EXPLAIN QUERY PLAN ${listSql(table('Garments').list, { by: 'name', direction: 'ascending' }, {}).sql}`,
      { limit: 1, offset: 0 },
    );
    expect(plan.map(({ detail }) => detail).join()).toMatch(/USING INDEX garments_by_name/);
    void host;
  });
});

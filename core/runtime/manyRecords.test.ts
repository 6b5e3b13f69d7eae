import { tableStatements } from '@/core/compile';
import type { Statement, WriteRequest } from '@/core/compiled';
import { applyEdit, type Edit } from '@/core/edit';
import type { Definition, Routine } from '@/core/model';
import { memoryStore } from '@/core/store';
import { openDemo } from '@/test/demoHost';
import { plainColumn } from '@/test/hats';
import { blank, hostEnvironment } from '@/test/host';
import { AppHost } from '@/worker/appHost';

type Demo = Awaited<ReturnType<typeof openDemo>>;

function statementsOf(definition: Definition, name: string) {
  const table = definition.tables.find((each) => each.identifier === name);
  if (!table) throw new Error(name);
  return { table, ...tableStatements(definition, table) };
}

const removal = (host: AppHost, table: string, many: readonly number[]): WriteRequest => ({
  verb: 'Deleted',
  statements: [
    { ...statementsOf(host.state().definition, table).removeMany, params: {}, many, table, mustChange: true },
  ],
});

function setting(
  { host }: Demo,
  column: string,
  value: string | number,
  many: readonly number[],
  table = 'garments',
  person: number | null = null,
): WriteRequest {
  return {
    verb: 'Set',
    person,
    statements: [
      {
        ...(statementsOf(host.state().definition, table).setMany[column] as Statement),
        params: { value },
        many,
        table,
        mustChange: true,
      },
    ],
  };
}

describe('many records', () => {
  it('are given a value in one statement, all of them or none', async () => {
    const demo = await openDemo(6);
    const { host, rows } = demo;
    const ripple = await host.write(setting(demo, 'care', 'Steam first', [2, 4, 5]));
    expect([ripple.statements.length, ripple.changes[0]?.updated]).toEqual([1, 3]);
    const dump = await host.dump();
    await expect(host.write(setting(demo, 'care', 'Dry only', [2, 77]))).rejects.toMatchObject({
      problem: { code: 'row-gone', table: 'Garment' },
    });
    expect(await host.dump()).toBe(dump);
    await host.undo();
    expect(await rows("SELECT id FROM garments WHERE care = 'Steam first'")).toEqual([]);
  });

  it('start what saving each of them starts', async () => {
    const demo = await openDemo(6);
    const seen: Routine = {
      id: 'seen',
      name: 'Note',
      tableId: 't3',
      starts: ['saving'],
      steps: [{ id: 's', kind: 'update', record: ':this', values: [{ columnId: 't3-10', text: "'Seen ' || name" }] }],
    };
    await demo.host.edit({ kind: 'setRoutine', routine: seen }, {});
    const ripple = await demo.host.write(setting(demo, 'condition', 'Poor', [1, 3]));
    // The routine's steps are run for both at once.
    expect(ripple.statements).toHaveLength(2);
    expect(await demo.rows("SELECT id FROM garments WHERE care = 'Seen ' || name")).toEqual([{ id: 1 }, { id: 3 }]);
  });

  it('that are not all one’s own stay as they are', async () => {
    const demo = await openDemo(6);
    const [mine, theirs] = await Promise.all(
      [1, 2].map(async (owner) =>
        Number((await demo.rows(`SELECT min(id) AS id FROM errands WHERE _owner = ${owner}`))[0]?.id),
      ),
    );
    const both = [mine as number, theirs as number];
    await expect(demo.host.write(setting(demo, 'what', 'Done with', both, 'errands', 1))).rejects.toMatchObject({
      problem: { code: 'row-gone', table: 'Errand' },
    });
    expect(await demo.rows("SELECT id FROM errands WHERE what = 'Done with'")).toEqual([]);
  });

  it('are not deleted where one is somebody else’s, and none of them is', async () => {
    const { host, rows } = await openDemo(6);
    const ids = await Promise.all(
      [1, 1, 2].map(async (owner, at) =>
        Number(
          (await rows(`SELECT id FROM errands WHERE _owner = ${owner} ORDER BY id LIMIT 1 OFFSET ${at % 2}`))[0]?.id,
        ),
      ),
    );
    const before = await rows('SELECT id FROM errands ORDER BY id');
    await expect(host.write({ ...removal(host, 'errands', ids), person: 1 })).rejects.toMatchObject({
      problem: { code: 'row-gone', table: 'Errand' },
    });
    expect(await rows('SELECT id FROM errands ORDER BY id')).toEqual(before);
    await host.write({ ...removal(host, 'errands', ids.slice(0, 2)), person: 1 });
    expect(await rows('SELECT count(*) AS n FROM errands')).toEqual([{ n: before.length - 2 }]);
  });

  it('are not deleted where one is held, and that one is named', async () => {
    const { host, rows } = await openDemo(30);
    const [loan] = await rows('SELECT garment FROM loans ORDER BY id LIMIT 1');
    const held = Number(loan?.garment);
    const free = Number(
      (await rows('SELECT min(id) AS id FROM garments WHERE id NOT IN (SELECT garment FROM loans)'))[0]?.id,
    );
    const [named] = await rows(`SELECT name FROM garments WHERE id = ${held}`);
    await expect(host.write(removal(host, 'garments', [free, held]))).rejects.toMatchObject({
      problem: { code: 'linked', name: named?.name, by: [expect.objectContaining({ what: 'Loans' })] },
    });
    expect(await rows('SELECT count(*) AS n FROM garments')).toEqual([{ n: 30 }]);
    await host.write(removal(host, 'garments', [free]));
    expect(await rows('SELECT count(*) AS n FROM garments')).toEqual([{ n: 29 }]);
  });

  it('may be in one another: a cascaded delete of one of them is well', async () => {
    const plan = (
      [
        { kind: 'addTable', tableId: 'b', columnId: 'b1', name: 'Boxes' },
        {
          kind: 'addColumn',
          tableId: 'b',
          column: { ...plainColumn('b2', 'Inside'), kind: 'link', tableId: 'b', inverse: 'Holds', onDelete: 'cascade' },
        },
      ] as Edit[]
    ).reduce((definition, edit) => applyEdit(definition, edit).definition, blank);
    const kv = memoryStore();
    await AppHost.install(await hostEnvironment(kv), { format: 'fern-shelf-app', version: 1, definition: plan });
    const host = await AppHost.open(await hostEnvironment(kv));
    await host.write({
      verb: 'Laid',
      statements: [
        {
          sql: "INSERT INTO boxes (id, name, inside) VALUES (1, 'Big', NULL), (2, 'Middle', 1), (3, 'Small', 2), (4, 'Other', NULL)",
          params: {},
          table: 'boxes',
        },
      ],
    });
    await host.write(removal(host, 'boxes', [1, 2, 3]));
    expect((await host.read({ sql: 'SELECT id FROM boxes' })).rows).toEqual([{ id: 4 }]);
    await host.undo();
    expect((await host.read({ sql: 'SELECT count(*) AS n FROM boxes' })).rows).toEqual([{ n: 4 }]);
  });
});

import { AppHost } from './appHost';
import { compileApp } from '@/core/compile';
import { countSql, listSql } from '@/core/compiled';
import type { Edit } from '@/core/edit';
import { describeProblem, type Problem, ProblemError } from '@/core/problem';
import { memoryStore } from '@/core/store';
import { theatre } from '@/demo';
import { blank, hostEnvironment } from '@/test/host';
import { linkedTables } from '@/test/links';

const problemOf = (work: Promise<unknown>): Promise<Problem | null> =>
  work.then(
    () => null,
    (error: unknown) => (error instanceof ProblemError ? error.problem : Promise.reject(error)),
  );

const sql = (text: string, table: string, params = {}) => ({ verb: 'Did', statements: [{ sql: text, params, table }] });

async function linked(kv = memoryStore(), more: Edit[] = []) {
  await AppHost.install(await hostEnvironment(kv), { format: 'fern-shelf-app', version: 1, definition: blank });
  const host = await AppHost.open(await hostEnvironment(kv));
  for (const edit of [...linkedTables, ...more]) await host.edit(edit, {});
  await host.write(sql("INSERT INTO performers (name) VALUES ('Ada'), ('Bram'), ('Cosima')", 'performers'));
  await host.write(
    sql("INSERT INTO fittings (name, performer) VALUES ('First', 1), ('Second', 1), ('Other', 2)", 'fittings'),
  );
  await host.write(sql("INSERT INTO lockers (name, performer) VALUES ('L1', 1), ('L2', 3)", 'lockers'));
  return { host, kv };
}

const tables = ['performers', 'fittings', 'loans', 'lockers'];

const all = async (host: AppHost) =>
  Promise.all(tables.map(async (table) => (await host.read({ sql: `SELECT * FROM ${table} ORDER BY id` })).rows));

const remove = (id: number) => ({
  verb: 'Deleted',
  statements: [{ sql: 'DELETE FROM performers WHERE id = :id', params: { id }, table: 'performers', mustChange: true }],
});

describe('deleting a record that others belong to', () => {
  it('takes the children along and unlinks the rest, in one change that an undo brings back whole', async () => {
    const { host, kv } = await linked();
    const before = await all(host);
    const ripple = await host.write(remove(1));
    expect(ripple.changes).toEqual(
      expect.arrayContaining([
        expect.objectContaining({ table: 'performers', deleted: 1 }),
        expect.objectContaining({ table: 'fittings', deleted: 2 }),
        expect.objectContaining({ table: 'lockers', updated: 1, columns: ['performer'] }),
      ]),
    );
    expect((await all(host))[1]).toMatchObject([{ name: 'Other' }]);
    await host.undo();
    expect(await all(host)).toEqual(before);
    await host.redo();
    await host.undo();
    const again = await AppHost.open(await hostEnvironment(kv));
    expect(await all(again)).toEqual(before);
  });

  it('is stopped where the plan says so; the message names and counts what stands in the way', async () => {
    const { host } = await linked();
    await host.write(
      sql("INSERT INTO loans (name, performer) VALUES ('Cape', 1), ('Hat', 1), ('Boots', 1), ('Cane', 1)", 'loans'),
    );
    const before = await all(host);
    const problem = await problemOf(host.write(remove(1)));
    expect(problem).toEqual({
      code: 'linked',
      name: 'Ada',
      by: [{ what: 'Loans', count: 4, names: ['Cape', 'Hat', 'Boots'], others: false }],
    });
    expect(describeProblem(problem as Problem).what).toBe('Ada still has 4 in Loans (Cape, Hat, Boots, and 1 more).');
    expect(await all(host)).toEqual(before);
    expect(await problemOf(host.write(remove(2)))).toBeNull();
  });

  it('never leaves a link to a record that is not there', async () => {
    const { host } = await linked();
    expect(
      await problemOf(host.write(sql("INSERT INTO fittings (name, performer) VALUES ('Astray', 99)", 'fittings'))),
    ).toMatchObject({ code: 'constraint', rule: 'foreign-key', table: 'Fittings' });
    expect(
      await problemOf(host.write(sql("INSERT INTO lockers (name, performer) VALUES ('Second', 1)", 'lockers'))),
    ).toMatchObject({ code: 'constraint', rule: 'unique', table: 'Lockers', column: 'Performer' });
  });
});

describe('a link of a table to itself', () => {
  it('does not go round in a circle, however long', async () => {
    const { host } = await linked();
    const stand = (id: number, forWhom: number) =>
      host.write({
        verb: 'Saved',
        statements: [
          {
            sql: 'UPDATE performers SET stand_in_for = :whom WHERE id = :id',
            params: { id, whom: forWhom },
            table: 'performers',
          },
        ],
      });
    await stand(1, 2);
    await stand(2, 3);
    expect(await problemOf(stand(3, 1))).toEqual({ code: 'circle', column: 'Stand-in for', name: 'Cosima' });
    expect(await problemOf(stand(3, 3))).toMatchObject({ code: 'circle' });
    expect((await host.read({ sql: 'SELECT stand_in_for AS s FROM performers ORDER BY id' })).rows).toEqual([
      { s: 2 },
      { s: 3 },
      { s: null },
    ]);
  });
});

describe('links and the plan', () => {
  it.each<[string, Edit[]]>([
    ['the table that they lead to is removed', [{ kind: 'removeTable', tableId: 'p' }]],
    ['the table that has them is removed', [{ kind: 'removeTable', tableId: 'f' }]],
    ['the link is removed', [{ kind: 'removeColumn', tableId: 'f', columnId: 'f2' }]],
    [
      'both tables are renamed',
      [
        { kind: 'renameTable', tableId: 'p', name: 'Players', recordName: 'Player' },
        { kind: 'renameTable', tableId: 'f', name: 'Performers', recordName: 'Performer' },
      ],
    ],
    [
      'the delete rule changes',
      [
        {
          kind: 'changeColumn',
          tableId: 'f',
          column: {
            id: 'f2',
            name: 'Wearer',
            kind: 'link',
            tableId: 'p',
            inverse: 'Tries',
            onDelete: 'stop',
            required: true,
            unique: false,
            default: { kind: 'none' },
          },
        },
      ],
    ],
    [
      'a column is added to the table that they lead to, and made to hold numbers',
      [
        {
          kind: 'addColumn',
          tableId: 'p',
          column: {
            id: 'p0',
            name: 'Size',
            kind: 'wholeNumber',
            required: false,
            unique: false,
            default: { kind: 'none' },
          },
          to: 0,
        },
      ],
    ],
  ])('rows are kept when %s, and all is as it was after an undo', async (_what, edits) => {
    const { host, kv } = await linked();
    const before = await all(host);
    const rules = async (engine: AppHost) =>
      (
        await engine.read({
          sql: "SELECT m.name, f.\"table\" AS target, f.on_delete FROM sqlite_schema m, pragma_foreign_key_list(m.name) f WHERE m.type = 'table' AND m.name NOT GLOB '_fern*' ORDER BY 1, 2",
        })
      ).rows;
    const ruled = await rules(host);
    for (const edit of edits) await host.edit(edit, {});
    // What waits aside neither holds up nor follows what happens now.
    expect(
      (
        await host.read({
          sql: "SELECT m.name FROM sqlite_schema m, pragma_foreign_key_list(m.name) f WHERE m.name GLOB '_fern*'",
        })
      ).rows,
    ).toEqual([]);
    const again = await AppHost.open(await hostEnvironment(kv));
    for (let undone = 0; undone < edits.length; undone++) await again.undo();
    expect(await all(again)).toEqual(before);
    expect(await rules(again)).toEqual(ruled);
    await again.write(remove(1));
    expect((await all(again))[1]).toMatchObject([{ name: 'Other' }]);
  });

  it('are refused by a rule that the rows break', async () => {
    const { host } = await linked(memoryStore(), [
      {
        kind: 'addColumn',
        tableId: 'l',
        column: { id: 'l3', name: 'Size', kind: 'text', required: false, unique: false, default: { kind: 'none' } },
      },
    ]);
    await host.write(sql("INSERT INTO loans (name) VALUES ('Cape')", 'loans'));
    const link = {
      id: 'l2',
      name: 'Performer',
      kind: 'link',
      tableId: 'p',
      inverse: 'Loans',
      onDelete: 'stop',
      required: true,
      unique: false,
      default: { kind: 'none' },
    } as const;
    expect(await host.previewEdit({ kind: 'changeColumn', tableId: 'l', column: link }, {})).toMatchObject([
      { kind: 'blanks', blocks: true, count: 1 },
    ]);
  });
});

describe('the demo', () => {
  it('starts fresh whatever leads where, and its file comes back the same', async () => {
    const kv = memoryStore();
    await AppHost.install(await hostEnvironment(kv), theatre(40));
    const host = await AppHost.open(await hostEnvironment(kv));
    const file = await host.file();
    await host.startFresh(true, {});
    expect((await host.file()).rows).toEqual(file.rows);
    const other = memoryStore();
    await AppHost.install(await hostEnvironment(other), file);
    expect(await (await AppHost.open(await hostEnvironment(other))).file()).toEqual(file);
  });

  it('is refused with the place of a row that links to nothing', async () => {
    const file = theatre(40);
    const broken = structuredClone(file);
    (broken.starting?.rows.t5?.rows[7] as unknown[])[2] = 4000;
    expect(await problemOf(hostEnvironment().then((environment) => AppHost.install(environment, broken)))).toEqual({
      code: 'file-broken',
      place: 'Loans, the row with id 8',
      reason: 'it links to a row of Garments that is not there',
    });
  });

  it('shows the names of linked records in its lists, and lists what belongs to a record', async () => {
    const kv = memoryStore();
    await AppHost.install(await hostEnvironment(kv), theatre(40));
    const host = await AppHost.open(await hostEnvironment(kv));
    const app = compileApp(host.state().definition);
    const table = (name: string) => app.tables.find((each) => each.name === name) as (typeof app.tables)[number];
    const { rows } = await host.read({
      ...listSql(table('Fittings').list, { by: 't4-02', direction: 'ascending' }, {}),
      params: { limit: 500, offset: 0 },
    });
    const garments = new Map(
      (await host.read({ sql: 'SELECT id, name FROM garments' })).rows.map(({ id, name }) => [id, name]),
    );
    expect(rows.map((row) => row._line0)).toEqual(rows.map((row) => garments.get(row._line0_id ?? null)));
    const shown = rows.map((row) => String(row._line0).toLowerCase());
    expect(shown).toEqual([...shown].sort());
    const performer = Number(
      rows[0]?.id && (await host.read({ sql: 'SELECT performer FROM fittings LIMIT 1' })).rows[0]?.performer,
    );
    const record = app.screens.find((screen) => screen.kind === 'record' && screen.tableId === 't2');
    const list =
      record?.kind === 'record'
        ? record.record.parts.find((part) => part.kind === 'linked' && part.title === 'Fittings')
        : undefined;
    const count = await host.read({
      ...countSql(table('Fittings').list, { linked: list?.kind === 'linked' ? list.column.identifier : '' }),
      params: { linked: performer },
    });
    expect(count.rows).toEqual(
      (
        await host.read({
          sql: 'SELECT count(*) AS count FROM fittings WHERE performer = :performer',
          params: { performer },
        })
      ).rows,
    );
  });
});

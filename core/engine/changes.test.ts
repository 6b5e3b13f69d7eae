import fc from 'fast-check';
import { sqlite } from '@/test/sqlite';
import { Engine } from '.';

async function pegs(): Promise<Engine> {
  const engine = Engine.open(await sqlite(), null, () => 0);
  engine
    .migrate([
      'CREATE TABLE pegs (id INTEGER PRIMARY KEY AUTOINCREMENT, name TEXT, n INTEGER, r REAL, b BLOB) STRICT',
      'CREATE TABLE "odd ""name" (id INTEGER PRIMARY KEY, t TEXT) STRICT',
    ])
    .commit();
  return engine;
}

describe('a change set read from its bytes', () => {
  it('tells of each row what was and what is, values of every kind', async () => {
    const engine = await pegs();
    engine.write(({ run }) => run("INSERT INTO pegs (name, n) VALUES ('old', 1), ('gone', NULL)")).commit();
    const { changeSet, changes } = engine.write(({ run }) => {
      run("UPDATE pegs SET name = 'Ünïcode 🧵', r = -0.5 WHERE id = 1");
      run('DELETE FROM pegs WHERE id = 2');
      run("INSERT INTO pegs (name, n, b) VALUES (NULL, -9007199254740991, x'00ff')");
      run(`INSERT INTO "odd ""name" VALUES (7, '${'x'.repeat(20_000)}')`);
    });
    const rows = engine.rowChanges(changeSet, 10);
    expect(rows).toHaveLength(4);
    expect(rows).toEqual(
      expect.arrayContaining([
        { table: 'pegs', key: 1, before: { name: 'old', r: null }, after: { name: 'Ünïcode 🧵', r: -0.5 } },
        { table: 'pegs', key: 2, before: { id: 2, name: 'gone', n: null, r: null, b: null }, after: null },
        {
          table: 'pegs',
          key: 3,
          before: null,
          after: { id: 3, name: null, n: -9007199254740991, r: null, b: new Uint8Array([0, 255]) },
        },
        { table: 'odd "name', key: 7, before: null, after: { id: 7, t: 'x'.repeat(20_000) } },
      ]),
    );
    expect(changes).toEqual(
      expect.arrayContaining([
        {
          table: 'pegs',
          inserted: 1,
          updated: 1,
          deleted: 1,
          columns: ['name', 'r'],
          keys: expect.arrayContaining([1, 2, 3]),
        },
      ]),
    );
    expect(engine.rowChanges(changeSet, 2)).toHaveLength(2);
    engine.close();
  });

  it('counts what happened, for whatever writes', async () => {
    const step = fc.oneof(
      fc.record({ kind: fc.constant('insert' as const), text: fc.string(), n: fc.integer() }),
      fc.record({ kind: fc.constant('update' as const), id: fc.integer({ min: 1, max: 8 }), text: fc.string() }),
      fc.record({ kind: fc.constant('delete' as const), id: fc.integer({ min: 1, max: 8 }) }),
    );
    await fc.assert(
      fc.asyncProperty(fc.array(step, { maxLength: 20 }), async (steps) => {
        const engine = await pegs();
        engine.write(({ run }) => run("INSERT INTO pegs (name) VALUES ('a'), ('b'), ('c'), ('d')")).commit();
        const rows = () =>
          new Map(engine.query('SELECT * FROM pegs').rows.map((row) => [Number(row.id), JSON.stringify(row)]));
        const before = rows();
        const { changes, changeSet, commit } = engine.write(({ run }) => {
          for (const each of steps) {
            if (each.kind === 'insert')
              run('INSERT INTO pegs (name, n) VALUES (:text, :n)', { text: each.text.replaceAll('\0', ''), n: each.n });
            else if (each.kind === 'update')
              run('UPDATE pegs SET name = :text WHERE id = :id', { id: each.id, text: each.text.replaceAll('\0', '') });
            else run('DELETE FROM pegs WHERE id = :id', { id: each.id });
          }
        });
        commit();
        const after = rows();
        const ids = [...new Set([...before.keys(), ...after.keys()])].filter((id) => before.get(id) !== after.get(id));
        const counted = changes[0] ?? { inserted: 0, updated: 0, deleted: 0, keys: [] };
        expect([...(counted.keys ?? [])].sort()).toEqual(ids.sort());
        expect([counted.inserted, counted.updated, counted.deleted]).toEqual([
          ids.filter((id) => !before.has(id)).length,
          ids.filter((id) => before.has(id) && after.has(id)).length,
          ids.filter((id) => !after.has(id)).length,
        ]);
        expect(engine.rowChanges(changeSet, 100)).toHaveLength(ids.length);
        engine.close();
      }),
      { numRuns: 60 },
    );
  });
});

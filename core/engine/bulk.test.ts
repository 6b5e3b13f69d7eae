import fc from 'fast-check';
import { sqlite } from '@/test/sqlite';
import { Engine } from './engine';

const open = async () => Engine.open(await sqlite(), null, () => performance.now());
const DDL = 'CREATE TABLE t (id INTEGER PRIMARY KEY AUTOINCREMENT, a TEXT, b ANY, c REAL CHECK (c <> 13)) STRICT';

/** Rows put in without the wrapper, and what is then there. */
async function put(rows: readonly (readonly (string | number | null)[])[]) {
  const engine = await open();
  engine.migrate([DDL]).commit();
  const migration = engine.beginMigration();
  try {
    migration.runRows('INSERT INTO t (a, b, c) VALUES (?, ?, ?)', rows);
    migration.finish().commit();
    return engine.query('SELECT a, b, c FROM t ORDER BY id').rows.map(({ a, b, c }) => [a, b, c]);
  } catch (error) {
    migration.rollback();
    throw error;
  } finally {
    engine.close();
  }
}

test('texts of any length and script, whole numbers, decimals and blanks come back as they were', async () => {
  // A text ends for SQLite's JavaScript side where it has a NUL, and half a pair of surrogates is no letter.
  const text = fc.string({ unit: 'binary', maxLength: 200 }).map((value) => value.replaceAll('\0', '').toWellFormed());
  const number = fc.oneof(fc.maxSafeInteger(), fc.integer(), fc.double({ noNaN: true, noDefaultInfinity: true }));
  const value = fc.oneof(text, number, fc.constant(null));
  await fc.assert(
    fc.asyncProperty(
      fc.array(
        fc.tuple(
          fc.oneof(text, fc.constant(null)),
          value,
          fc.oneof(
            number.filter((each) => each !== 13),
            fc.constant(null),
          ),
        ),
        { maxLength: 12 },
      ),
      async (rows) => {
        const asStored = rows.map((row) => row.map((each) => (each === 0 ? 0 : each)));
        expect(await put(rows)).toEqual(asStored);
      },
    ),
    { numRuns: 60 },
  );
});

test('a text larger than the buffer, and many beside it, are whole', async () => {
  const long = 'ä€😀'.repeat(60_000);
  expect(
    await put([
      [long, long, 1],
      ['short', 'b', 2],
      [long.slice(0, 20_000), null, null],
    ]),
  ).toEqual([
    [long, long, 1],
    ['short', 'b', 2],
    [long.slice(0, 20_000), null, null],
  ]);
});

test('a row that breaks a rule throws a Problem, and nothing of the change stays', async () => {
  await expect(
    put([
      ['a', 1, 1],
      ['b', 2, 13],
    ]),
  ).rejects.toMatchObject({ problem: { code: 'constraint', rule: 'check' } });
  const engine = await open();
  engine.migrate([DDL]).commit();
  const migration = engine.beginMigration();
  migration.runRows('INSERT INTO t (a) VALUES (?)', [['kept no longer']]);
  migration.rollback();
  expect(engine.query('SELECT count(*) AS n FROM t').rows).toEqual([{ n: 0 }]);
});

test('a script of a database makes the same database anew', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(
        fc.tuple(
          fc.string({ unit: 'grapheme', maxLength: 30 }).map((each) => each.replaceAll('\0', '')),
          fc.double({ noNaN: true, noDefaultInfinity: true }),
        ),
        { maxLength: 8 },
      ),
      async (rows) => {
        const [engine, copy] = [await open(), await open()];
        engine
          .migrate([
            'CREATE TABLE "odd ""name" (id INTEGER PRIMARY KEY AUTOINCREMENT, "a\'b" TEXT, c REAL, d BLOB) STRICT',
            'CREATE INDEX i ON "odd ""name" ("a\'b")',
            'CREATE VIEW v AS SELECT c FROM "odd ""name"',
          ])
          .commit();
        engine
          .write((writer) =>
            rows.forEach(([a, c]) =>
              writer.run('INSERT INTO "odd ""name" ("a\'b", c, d) VALUES (:a, :c, :d)', {
                a,
                c,
                d: new Uint8Array([0, 255, 7]),
              }),
            ),
          )
          .commit();
        engine
          .write((writer) => writer.run('DELETE FROM "odd ""name" WHERE id = (SELECT max(id) FROM "odd ""name")'))
          .commit();
        const script = engine.dump();
        copy.script(script);
        expect(copy.dump()).toBe(script);
        expect(copy.query('SELECT * FROM "odd ""name" ORDER BY id').rows).toEqual(
          engine.query('SELECT * FROM "odd ""name" ORDER BY id').rows,
        );
        // An id that was given once is not given again.
        expect(copy.query('SELECT seq FROM sqlite_sequence').rows).toEqual(
          engine.query('SELECT seq FROM sqlite_sequence').rows,
        );
        engine.close();
        copy.close();
      },
    ),
    { numRuns: 30 },
  );
});

test('a database in another journal mode, beside: read like any other', async () => {
  const engine = await open();
  const other = await open();
  other.migrate(['CREATE TABLE t (a TEXT)', "INSERT INTO t VALUES ('x')"]).commit();
  const bytes = other.export().slice();
  bytes[18] = 2;
  bytes[19] = 2;
  engine.attach('incoming', bytes);
  expect(engine.query('SELECT a FROM incoming.t').rows).toEqual([{ a: 'x' }]);
  engine.attach('broken', new Uint8Array(600).fill(7));
  expect(() => engine.query('SELECT * FROM broken.sqlite_schema')).toThrow('file is not a database');
});

import fc from 'fast-check';
import { Engine } from './engine';
import { searchName, searchTexts, type TableChange, touches } from '@/core/driver';
import { ready } from '@/test/ready';
import { sqlite } from '@/test/sqlite';

const DDL = [
  'CREATE TABLE "t" ("id" INTEGER PRIMARY KEY AUTOINCREMENT, "name" TEXT NOT NULL, "note" TEXT, "price" INTEGER CHECK ("price" >= 0)) STRICT',
  'CREATE UNIQUE INDEX "t_name_unique" ON "t" ("name")',
];

async function engine(): Promise<Engine> {
  const opened = Engine.open(await sqlite(), null, () => performance.now());
  opened.migrate(DDL).commit();
  return opened;
}

const insert = (target: Engine, name: string, note: string | null = null) => {
  const pending = target.write((writer) =>
    writer.run('INSERT INTO t (name, note) VALUES (:name, :note)', { name, note }, 't'),
  );
  pending.commit();
  return pending;
};

const all = (target: Engine) => target.query('SELECT * FROM t ORDER BY id').rows;

const operation = fc.oneof(
  fc.record({ kind: fc.constant('insert' as const), name: fc.string({ minLength: 1 }), note: fc.option(fc.string()) }),
  fc.record({
    kind: fc.constant('update' as const),
    id: fc.integer({ min: 1, max: 12 }),
    note: fc.option(fc.string()),
  }),
  fc.record({ kind: fc.constant('delete' as const), id: fc.integer({ min: 1, max: 12 }) }),
);

type Operation = typeof operation extends fc.Arbitrary<infer T> ? T : never;

function run(target: Engine, operations: readonly Operation[]) {
  return target.write((writer) => {
    for (const each of operations) {
      if (each.kind === 'insert')
        writer.run(
          'INSERT INTO t (name, note) VALUES (:name, :note) ON CONFLICT DO NOTHING',
          { name: each.name, note: each.note },
          't',
        );
      if (each.kind === 'update')
        writer.run('UPDATE t SET note = :note WHERE id = :id', { id: each.id, note: each.note }, 't');
      if (each.kind === 'delete') writer.run('DELETE FROM t WHERE id = :id', { id: each.id }, 't');
    }
  });
}

describe('change sets', () => {
  it('followed by their inverse change nothing, and replay to the same rows', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(operation, { maxLength: 15 }),
        fc.array(operation, { maxLength: 15 }),
        async (before, operations) => {
          const target = await engine();
          const copy = await engine();
          const first = run(target, before);
          first.commit();
          copy.applyChangeSet(first.changeSet).commit();
          const start = all(target);
          const pending = run(target, operations);
          pending.commit();
          copy.applyChangeSet(pending.changeSet).commit();
          expect(all(copy)).toEqual(all(target));
          target.applyChangeSet(target.invert(pending.changeSet)).commit();
          expect(all(target)).toEqual(start);
          target.close();
          copy.close();
        },
      ),
      { numRuns: 60 },
    );
  });

  it('name tables, keys and the columns that changed', async () => {
    const target = await engine();
    insert(target, 'cloak');
    const pending = target.write((writer) =>
      writer.run('UPDATE t SET note = :note, name = name', { note: 'torn' }, 't'),
    );
    expect(pending.changes).toEqual([
      { table: 't', inserted: 0, updated: 1, deleted: 0, columns: ['note'], keys: [1] },
    ]);
    pending.rollback();
    expect(all(target)[0]?.note).toBeNull();
  });

  it('refuse to apply over rows that were changed since', async () => {
    const target = await engine();
    const { changeSet } = insert(target, 'cloak');
    target.write((writer) => writer.run("UPDATE t SET note = 'new'")).commit();
    expect(() => target.applyChangeSet(target.invert(changeSet))).toThrow();
    expect(all(target)).toHaveLength(1);
  });
});

describe('the engine', () => {
  it('reports what a statement reads', async () => {
    const target = await engine();
    expect(target.query('SELECT name FROM t WHERE price > 3').reads).toEqual({ tables: { t: ['name', 'price'] } });
    expect(Object.keys(target.query('SELECT count(*) FROM t').reads.tables)).toEqual(['t']);
  });

  it.each([
    ['INSERT INTO t (name) VALUES (NULL)', 'required', 'name'],
    ["INSERT INTO t (name) VALUES ('cloak')", 'unique', 'name'],
    ["INSERT INTO t (name, price) VALUES ('cape', -1)", 'check', 'price'],
    ["INSERT INTO t (name, price) VALUES ('cape', 'dear')", 'check', 'price'],
  ])('gives %s back as a typed problem', async (sql, rule, column) => {
    const target = await engine();
    insert(target, 'cloak');
    expect(() => target.write((writer) => writer.run(sql, {}, 't'))).toThrow(
      expect.objectContaining({ problem: expect.objectContaining({ code: 'constraint', rule, table: 't', column }) }),
    );
    expect(all(target)).toHaveLength(1);
  });

  it.each([
    'DELETE FROM t',
    "INSERT INTO t (name) VALUES ('x')",
    'PRAGMA user_version = 3',
    "ATTACH ':memory:' AS other",
    'DROP TABLE t',
    '',
  ])('does not run %s in the reading box', async (sql) => {
    const target = await engine();
    insert(target, 'cloak');
    expect(() => target.readOnly(sql)).toThrow();
    expect(all(target)).toHaveLength(1);
  });

  it('tells where a typed statement is wrong', async () => {
    const target = await engine();
    expect(() => target.readOnly('SELECT nam FROM t')).toThrow(
      expect.objectContaining({ problem: { code: 'sql', message: 'no such column: nam', offset: 7 } }),
    );
    expect(target.readOnly('SELECT 1 AS one').columns).toEqual(['one']);
  });

  it('stops a statement that never ends', async () => {
    let time = 0;
    const target = Engine.open(await sqlite(), null, () => (time += 100));
    expect(() =>
      target.readOnly('WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n) SELECT count(*) FROM n'),
    ).toThrow(expect.objectContaining({ problem: { code: 'slow', seconds: 4 } }));
    expect(target.query('SELECT 1 AS one').rows).toEqual([{ one: 1 }]);
  });

  it('stops a read that takes too long, does not try it again for a while, and goes on', async () => {
    let time = 0;
    const target = Engine.open(await sqlite(), null, () => time);
    const endless = 'WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n) SELECT count(*) AS n FROM n';
    const slow = expect.objectContaining({ problem: { code: 'slow', seconds: 2 } });
    const ticking = Engine.open(await sqlite(), null, () => (time += 100));
    expect(() => ticking.query(endless, {}, 2000)).toThrow(slow);
    const before = time;
    expect(() => ticking.query(endless, {}, 2000)).toThrow(slow);
    expect(time - before).toBeLessThan(500);
    expect(ticking.query('SELECT 1 AS one', {}, 2000).rows).toEqual([{ one: 1 }]);
    // A write that is stopped leaves nothing, and the next one is made.
    target.migrate(['CREATE TABLE t (a)']).commit();
    const open = ticking.beginWrite();
    expect(() => open.writer.run(`INSERT INTO t ${endless}`)).toThrow();
    open.rollback();
    expect(ticking.query('SELECT 2 AS two').rows).toEqual([{ two: 2 }]);
  });

  it('gives numbers that JavaScript does not hold exactly as the nearest that it does', async () => {
    const target = await engine();
    expect(target.query('SELECT 9223372036854775807 AS big, 9007199254740991 AS exact').rows).toEqual([
      { big: 9223372036854775807, exact: 9007199254740991 },
    ]);
    expect(target.readOnly('SELECT 9223372036854775807').rows).toEqual([[9223372036854775807]]);
  });

  it('keeps a search index in step with writes, undo included, without case and accents', async () => {
    const target = await engine();
    insert(target, 'Crème cape');
    const name = searchName('t');
    const texts = {
      name,
      table: 't',
      select: {
        sql: `SELECT "id", coalesce("name", '') || char(10) || coalesce("note", '') AS "text" FROM "t"
          WHERE "id" IN (SELECT value FROM json_each(:ids))`,
        takes: ['ids'],
      },
      others: [],
      byDay: false,
      trigrams: true,
    };
    const found = (text: string) => {
      ready(target, [texts]);
      return target.query(`SELECT rowid FROM temp."${name}" WHERE text MATCH :text`, { text: `"${text}"` }).rows.length;
    };
    expect(found('creme')).toBe(1);
    const { changeSet } = insert(target, 'BLUE CLOAK');
    expect(found('blue')).toBe(1);
    target.applyChangeSet(target.invert(changeSet)).commit();
    expect(found('blue')).toBe(0);
    expect(target.query(`SELECT id FROM ${searchTexts(name)}`).reads.tables).toEqual({ t: ['id', 'name', 'note'] });
    expect(target.query(`SELECT rowid FROM temp."${name}" WHERE text MATCH 'cape'`).reads.tables).toEqual({
      t: ['id', 'name', 'note'],
    });
  });
});

describe('touches', () => {
  const change: TableChange = { table: 't', inserted: 0, updated: 1, deleted: 0, columns: ['note'], keys: [3] };
  it.each([
    ['a column that it reads', { tables: { t: ['name', 'note'] } }, true],
    ['a column that it does not read', { tables: { t: ['name'] } }, false],
    ['another table', { tables: { u: ['note'] } }, false],
    ['another record', { tables: { t: ['note'] }, key: { table: 't', id: 4 } }, false],
    ['its record', { tables: { t: ['note'] }, key: { table: 't', id: 3 } }, true],
  ])('a query by %s: %s', (_what, reads, expected) => expect(touches(reads, [change])).toBe(expected));
  it('any query on a table that gained a row', () =>
    expect(touches({ tables: { t: [] } }, [{ ...change, inserted: 1 }])).toBe(true));
});

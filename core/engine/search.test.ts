import fc from 'fast-check';
import { Engine } from './engine';
import { searchTerms } from '@/core/compiled';
import { fold, searchName, type SearchTexts, searchTexts, SHORTEST_INDEXED } from '@/core/driver';
import { ready } from '@/test/ready';
import { sqlite } from '@/test/sqlite';

const word = fc.oneof(
  fc.constantFrom('blue', 'Blüe', 'velvet', 'cap', 'cape', 'a', 'ab', '"', '%', "it's", '*', '🎩hat', 'OR', 'NEAR('),
  fc.constantFrom('Άνοιξη', 'ЁЛКА', 'Việt', 'İstanbul', 'Straße'),
  fc.string({ minLength: 1, maxLength: 4 }),
);

const text = fc.array(word, { maxLength: 4 }).map((words) => words.join(' '));

const id = fc.integer({ min: 1, max: 10 });

const operation = fc.oneof(
  fc.record({ kind: fc.constant('insert' as const), text }),
  fc.record({ kind: fc.constant('update' as const), id, text }),
  fc.record({ kind: fc.constant('move' as const), id, to: id }),
  fc.record({ kind: fc.constant('rename' as const), id, text }),
  fc.record({ kind: fc.constant('delete' as const), id }),
  fc.record({ kind: fc.constant('take back' as const) }),
  fc.constant({ kind: 'maintain' as const }),
  fc.constant({ kind: 'search' as const }),
);

type Operation = typeof operation extends fc.Arbitrary<infer T> ? T : never;

const ids = 'WHERE t."id" IN (SELECT value FROM json_each(:ids))';

/** A text of the row alone, with trigrams or without; one that reads another table; one that a parameter changes. */
const kinds: Record<string, SearchTexts> = {
  own: {
    name: searchName('t'),
    table: 't',
    select: { sql: `SELECT t."id", t.note AS text FROM main.t AS t ${ids}`, takes: ['ids'] },
    others: [],
    byDay: false,
    trigrams: true,
  },
  scanned: {
    name: searchName('t', 'note'),
    table: 't',
    select: { sql: `SELECT t."id", t.note AS text FROM main.t AS t ${ids}`, takes: ['ids'] },
    others: [],
    byDay: false,
    trigrams: false,
  },
  linked: {
    name: searchName('t', 'u.name'),
    table: 't',
    select: {
      sql: `SELECT t."id", (SELECT u.name FROM u WHERE u.id = t.u) AS text FROM main.t AS t ${ids}`,
      takes: ['ids'],
    },
    others: ['u'],
    byDay: true,
    trigrams: false,
  },
  personal: {
    name: searchName('t', ':person'),
    table: 't',
    select: {
      sql: `SELECT t."id", CASE WHEN t.u = :person THEN t.note END AS text FROM main.t AS t ${ids}`,
      takes: ['ids', 'person'],
    },
    others: [],
    byDay: false,
    trigrams: false,
  },
};

/** The statements that a list runs, on texts with trigrams and without. */
function found(engine: Engine, { name, trigrams }: SearchTexts, typed: string): number[] {
  const { indexed, short, params } = searchTerms(fold(typed), trigrams);
  const holds = (column: string, count: number) =>
    Array.from({ length: count }, (_, index) => `instr(${column}, :term${index}) > 0`);
  const sql =
    indexed > 0
      ? `SELECT rowid AS id FROM temp."${name}" WHERE ${['text MATCH :match', ...holds('text', short)].join(' AND ')}
      ORDER BY id`
      : `SELECT id FROM ${searchTexts(name)} WHERE ${['1', ...holds('c0', short)].join(' AND ')} ORDER BY id`;
  return engine.query(sql, params).rows.map((row) => Number(row.id));
}

async function opened(): Promise<Engine> {
  const engine = Engine.open(await sqlite(), null, () => 0);
  engine
    .migrate([
      'CREATE TABLE u (id INTEGER PRIMARY KEY, name TEXT) STRICT',
      'CREATE TABLE t (id INTEGER PRIMARY KEY AUTOINCREMENT, note TEXT, u INTEGER) STRICT',
    ])
    .commit();
  engine.write((writer) => writer.run("INSERT INTO u VALUES (1, 'Rail'), (2, 'Háček box'), (3, NULL)")).commit();
  return engine;
}

/** What a list of texts finds for a person, where every row is read. */
function expected(engine: Engine, texts: SearchTexts, person: number, typed: string): number[] {
  const terms = fold(typed).replaceAll('\0', '').split(/\s+/).filter(Boolean).slice(0, 8);
  const rows = engine.query('SELECT id FROM t ORDER BY id').rows;
  const all = engine.query(texts.select.sql, { ids: JSON.stringify(rows.map((row) => row.id)), person }).rows;
  // SQLite's texts end at a NUL, so none is searched beyond it.
  return all
    .filter((row) =>
      terms.every((term) =>
        fold(String(row.text ?? ''))
          .split('\0')[0]
          ?.includes(term),
      ),
    )
    .map((row) => Number(row.id))
    .sort((one, other) => one - other);
}

describe.each(Object.entries(kinds))('searched texts (%s)', (_, texts) => {
  it('find what a reader of every row would find, whatever is written, undone and however they were filled', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(text, { maxLength: 8 }),
        fc.array(operation, { maxLength: 14 }),
        fc.array(text, { minLength: 1, maxLength: 4 }),
        async (before, operations, searches) => {
          const engine = await opened();
          const undo: Uint8Array[] = [];
          const write = (sql: string, params: Record<string, string | number>) => {
            const pending = engine.write((writer) => writer.run(sql, params));
            pending.commit();
            undo.push(pending.changeSet);
          };
          const insert = (note: string) => write('INSERT INTO t (note, u) VALUES (:note, length(:note) % 4)', { note });
          const act = (each: Operation) => {
            if (each.kind === 'insert') insert(each.text);
            else if (each.kind === 'update')
              write('UPDATE t SET note = :note WHERE id = :id', { id: each.id, note: each.text });
            else if (each.kind === 'move') write('UPDATE t SET u = :to WHERE id = :id', { id: each.id, to: each.to });
            else if (each.kind === 'rename')
              write('INSERT OR REPLACE INTO u VALUES (:id, :name)', { id: each.id, name: each.text });
            else if (each.kind === 'delete') write('DELETE FROM t WHERE id = :id', { id: each.id });
            else if (each.kind === 'take back') {
              const last = undo.pop();
              if (last) engine.applyChangeSet(engine.invert(last)).commit();
            } else if (each.kind === 'maintain') engine.maintainSearches();
            else ready(engine, [texts], { person: 1 });
          };
          before.forEach(insert);
          engine.ensureSearch(texts, { person: 1 });
          engine.freshenSearch(texts.name, 3);
          operations.forEach(act);
          if (engine.query('SELECT 1 FROM t WHERE instr(note, char(0)) > 0').rows.length > 0) return;
          for (const [at, typed] of searches.entries()) {
            const person = 1 + (at % 3);
            ready(engine, [texts], { person });
            expect(found(engine, texts, typed)).toEqual(expected(engine, texts, person, typed));
          }
          engine.close();
        },
      ),
      { numRuns: 100 },
    );
  });
});

describe('searched texts', () => {
  it('are not recorded, and are no part of the file', async () => {
    const engine = await opened();
    ready(engine, Object.values(kinds), { person: 1 });
    const { changes, commit } = engine.write((writer) => writer.run("INSERT INTO t (note) VALUES ('Cap')"));
    commit();
    expect(changes.map(({ table }) => table)).toEqual(['t']);
    ready(engine, Object.values(kinds), { person: 1 });
    const names = engine.query('SELECT name FROM main.sqlite_schema ORDER BY name').rows.map(({ name }) => name);
    expect(names).toEqual(['sqlite_sequence', 't', 'u']);
  });

  it('stop no write, whatever statement or foreign key it was that made a row stale before', async () => {
    const engine = await opened();
    engine
      .migrate([
        'CREATE TABLE c (id INTEGER PRIMARY KEY, note TEXT, t INTEGER REFERENCES t ON DELETE CASCADE ON UPDATE CASCADE)',
      ])
      .commit();
    const { own } = kinds as { own: SearchTexts };
    const name = searchName('c');
    const select = { ...own.select, sql: own.select.sql.replaceAll('t."id"', 'c."id"').replace('t.note', 'c.note') };
    const texts = {
      ...own,
      name,
      table: 'c',
      select: { ...select, sql: select.sql.replace('main.t AS t', 'main.c AS c') },
    };
    const write = (...statements: string[]) =>
      engine.write((writer) => statements.forEach((sql) => writer.run(sql))).commit();
    write("INSERT INTO t (note) VALUES ('Cap'), ('Hat'), ('Hood')", 'INSERT INTO c SELECT id, note, id FROM t');
    ready(engine, [texts]);
    write("UPDATE c SET note = 'Cape'", "UPDATE OR FAIL c SET note = 'Cloak'", 'DELETE FROM t WHERE id = 1');
    write("UPDATE c SET note = 'Robe' WHERE id = 2", "INSERT OR REPLACE INTO t VALUES (2, 'Hat again', 1)");
    write("INSERT OR ABORT INTO c VALUES (2, 'Robe', 2)", 'UPDATE t SET id = 9 WHERE id = 3');
    ready(engine, [texts]);
    expect([found(engine, texts, 'robe'), found(engine, texts, 'cloak'), found(engine, texts, 'cap')]).toEqual([
      [2],
      [3],
      [],
    ]);
  });

  it('of another statement take the place of those of before; forgotten, they are made anew', async () => {
    const engine = await opened();
    const { own } = kinds as { own: SearchTexts };
    engine.write((writer) => writer.run("INSERT INTO t (note, u) VALUES ('Cap', 2)")).commit();
    ready(engine, [own]);
    expect(found(engine, own, 'cap')).toEqual([1]);
    const other = { ...own, select: { ...own.select, sql: own.select.sql.replace('t.note', "'hat'") } };
    ready(engine, [other]);
    expect([found(engine, other, 'cap'), found(engine, other, 'hat')]).toEqual([[], [1]]);
    engine.dropSearches();
    ready(engine, [own]);
    expect(found(engine, own, 'cap')).toEqual([1]);
  });

  it('counts the characters of a term, not their UTF-16 units', () => {
    expect(SHORTEST_INDEXED).toBe(3);
    expect(searchTerms('🎩🎩 abc')).toEqual({
      indexed: 1,
      short: 1,
      params: { term0: '🎩🎩', term1: 'abc', match: '"abc"', match1: '"abc"' },
    });
  });
});

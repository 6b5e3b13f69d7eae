import fc from 'fast-check';
import { searchTerms } from '@/core/compile';
import { sqlite } from '@/test/sqlite';
import { Engine } from './engine';
import { fold } from './fold';
import { SHORTEST_INDEXED, searchName, searchTexts } from './search';

const word = fc.oneof(
  fc.constantFrom('blue', 'Blüe', 'velvet', 'cap', 'cape', 'a', 'ab', '"', '%', "it's", '*', '🎩hat', 'OR', 'NEAR('),
  fc.string({ minLength: 1, maxLength: 4 }),
);
const text = fc.array(word, { maxLength: 4 }).map((words) => words.join(' '));
const operation = fc.oneof(
  fc.record({ kind: fc.constant('insert' as const), text }),
  fc.record({ kind: fc.constant('update' as const), id: fc.integer({ min: 1, max: 10 }), text }),
  fc.record({ kind: fc.constant('delete' as const), id: fc.integer({ min: 1, max: 10 }) }),
  fc.constant({ kind: 'tend' as const }),
);
const name = searchName('t');

/** The statements that a list runs, on a table of one text. */
function found(engine: Engine, typed: string): number[] {
  const { indexed, short, params } = searchTerms(fold(typed));
  const holds = (column: string, count: number) =>
    Array.from({ length: count }, (_, index) => `instr(${column}, :term${index}) > 0`);
  const sql =
    indexed > 0
      ? `SELECT rowid AS id FROM temp."${name}" WHERE ${['text MATCH :match', ...holds('text', short)].join(' AND ')}
      ORDER BY id`
      : `SELECT id FROM ${searchTexts(name)} WHERE ${['1', ...holds('c0', short)].join(' AND ')} ORDER BY id`;
  return engine.query(sql, params).rows.map(({ id }) => Number(id));
}

describe('the search index', () => {
  it('finds what a reader of every row would find, whatever is written and however it was filled', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(text, { maxLength: 8 }),
        fc.array(operation, { maxLength: 12 }),
        fc.array(text, { minLength: 1, maxLength: 4 }),
        async (before, operations, searches) => {
          const engine = Engine.open(await sqlite(), null, () => 0);
          engine.migrate(['CREATE TABLE t (id INTEGER PRIMARY KEY AUTOINCREMENT, note TEXT) STRICT']).commit();
          const insert = (note: string) =>
            engine.write((writer) => writer.run('INSERT INTO t (note) VALUES (:note)', { note })).commit();
          before.forEach(insert);
          engine.ensureSearch({ name, table: 't', columns: ['note'] });
          engine.fillSearch(name, 3);
          for (const each of operations) {
            if (each.kind === 'insert') insert(each.text);
            else if (each.kind === 'update')
              engine
                .write((writer) =>
                  writer.run('UPDATE t SET note = :note WHERE id = :id', { id: each.id, note: each.text }),
                )
                .commit();
            else if (each.kind === 'delete')
              engine.write((writer) => writer.run('DELETE FROM t WHERE id = :id', { id: each.id })).commit();
            else engine.maintainSearches();
          }
          while (engine.maintainSearches());
          const rows = engine.query('SELECT id, note FROM t ORDER BY id').rows;
          for (const typed of searches) {
            const terms = fold(typed).replaceAll('\0', '').split(/\s+/).filter(Boolean);
            // SQLite's texts end at a NUL, so none is searched beyond it.
            const expected = rows
              .filter(({ note }) => terms.every((term) => fold(String(note)).split('\0')[0]?.includes(term)))
              .map(({ id }) => Number(id));
            if (rows.some(({ note }) => String(note).includes('\0'))) continue;
            expect(found(engine, typed)).toEqual(expected);
          }
          engine.close();
        },
      ),
      { numRuns: 150 },
    );
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

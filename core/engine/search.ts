import type { Database } from '@sqlite.org/sqlite-wasm';
import { quoteName } from '@/core/expression';

/**
 * One folded text a record in an FTS5 table of trigrams, in the connection's temp schema and kept in step by temp
 * triggers. It is not part of the database file, nor of a change set. Source:
 * sqlite.org/fts5.html#the_trigram_tokenizer
 */
export interface SearchIndex {
  /** The temp table's name; `searchName` makes it. */
  name: string;
  /** The table that is searched, and those of its columns whose text counts. */
  table: string;
  columns: string[];
}

/** No id of a definition holds a colon, so no table's index is named like the inner tables of another's. */
export const searchName = (tableId: string): string => `_search:${tableId}:`;
/** FTS5's own table of the texts, `id` and `c0`: scanned for terms too short for trigrams. */
export const searchTexts = (name: string): string => `temp.${quoteName(`${name}_content`)}`;
/** How many characters of a term trigrams need. */
export const SHORTEST_INDEXED = 3;

export function ensureSearch(db: Database, index: SearchIndex): void {
  const name = quoteName(index.name);
  const on = `main.${quoteName(index.table)}`;
  const trigger = (event: string) => `temp.${quoteName(`${index.name}_${event}`)}`;
  const updated = index.columns.map(quoteName).join(', ');
  // A column name in the WHEN of a trigger would make every write to the table evaluate it; OF limits it to these.
  db.exec(`
    CREATE VIRTUAL TABLE temp.${name} USING fts5(text, columnsize = 0, tokenize = 'trigram case_sensitive 1');
    CREATE TRIGGER ${trigger('insert')} AFTER INSERT ON ${on} BEGIN INSERT OR REPLACE INTO ${name} (rowid, text)
    VALUES (new."id", ${searchText(index, 'new.')}); END;
    CREATE TRIGGER ${trigger('update')} AFTER UPDATE OF ${updated} ON ${on} BEGIN
    INSERT OR REPLACE INTO ${name} (rowid, text) VALUES (new."id", ${searchText(index, 'new.')}); END;
    CREATE TRIGGER ${trigger('delete')} AFTER DELETE ON ${on} BEGIN DELETE FROM ${name} WHERE rowid = old."id"; END;
    INSERT INTO temp.${name} (${name}, rank) VALUES ('automerge', 0), ('crisismerge', 1999);
    CREATE TABLE IF NOT EXISTS temp._fern_search (name TEXT PRIMARY KEY, upto INTEGER NOT NULL);
  `);
}

/**
 * Fills in up to `count` records above the highest that was filled in so far; triggers see to those that change
 * meanwhile. True while there are more.
 */
export function fillSearch(db: Database, index: SearchIndex, count: number): boolean {
  const table = `main.${quoteName(index.table)}`;
  const from = Number(db.selectValue('SELECT upto FROM temp._fern_search WHERE name = ?', [index.name]) ?? 0);
  const upto = db.selectValue(
    `SELECT max("id") FROM (SELECT "id" FROM ${table} WHERE "id" > ? ORDER BY "id" LIMIT ?)`,
    [from, count],
  );
  if (upto === null || upto === undefined) return false;
  db.exec({
    sql:
      `INSERT INTO temp.${quoteName(index.name)} (rowid, text) SELECT "id", ${searchText(index, '')} FROM ${table} ` +
      `WHERE "id" > ? AND "id" <= ? AND "id" NOT IN (SELECT id FROM ${searchTexts(index.name)} WHERE id > ?)`,
    bind: [from, Number(upto), from],
  });
  db.exec({ sql: 'INSERT OR REPLACE INTO temp._fern_search VALUES (?, ?)', bind: [index.name, Number(upto)] });
  return true;
}

/**
 * Puts together some of the pieces that writes leave in the index. FTS5 would do so in the middle of a write, now and
 * then for 50 ms; here it is left to idle maintenance. True while there is more to do.
 */
export function mergeSearch(db: Database, { name }: SearchIndex, pages: number): boolean {
  const before = Number(db.changes(true));
  db.exec({ sql: `INSERT INTO temp.${quoteName(name)} (${quoteName(name)}, rank) VALUES ('merge', ?)`, bind: [pages] });
  // FTS5's own account: a merge that did nothing changes fewer than two rows.
  return Number(db.changes(true)) - before >= 2;
}

export function dropSearch(db: Database, { name }: SearchIndex): void {
  for (const event of ['insert', 'update', 'delete'])
    db.exec(`DROP TRIGGER IF EXISTS temp.${quoteName(`${name}_${event}`)}`);
  db.exec(`DROP TABLE IF EXISTS temp.${quoteName(name)}`);
  db.exec({ sql: 'DELETE FROM temp._fern_search WHERE name = ?', bind: [name] });
}

function searchText(index: SearchIndex, prefix: string): string {
  const texts = index.columns.map((column) => `coalesce(${prefix}${quoteName(column)}, '')`);
  return `fold(${texts.join(' || char(10) || ')})`;
}

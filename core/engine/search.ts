import type { Database } from '@sqlite.org/sqlite-wasm';
import { quoteName, quoteText } from '@/core/expression';

/**
 * A table in the connection's temp schema with one folded text a record, kept in step by temp triggers. It is not part
 * of the database file, nor of a change set; a search scans it, several times faster than the table itself.
 */
export interface SearchIndex {
  /** The temp table's name. */
  name: string;
  /** The table that is searched, and those of its columns whose text counts. */
  table: string;
  columns: string[];
}

export function ensureSearch(db: Database, index: SearchIndex): void {
  const name = quoteName(index.name);
  const on = `main.${quoteName(index.table)}`;
  const trigger = (event: string) => `temp.${quoteName(`${index.name}_${event}`)}`;
  const updated = index.columns.map(quoteName).join(', ');
  // A column name in the WHEN of a trigger would make every write to the table evaluate it; OF limits it to these.
  db.exec(`
    CREATE TABLE temp.${name} (id INTEGER PRIMARY KEY, text TEXT NOT NULL);
    CREATE TRIGGER ${trigger('insert')} AFTER INSERT ON ${on} BEGIN INSERT OR REPLACE INTO ${name} VALUES (new."id", ${searchText(index, 'new.')}); END;
    CREATE TRIGGER ${trigger('update')} AFTER UPDATE OF ${updated} ON ${on} BEGIN INSERT OR REPLACE INTO ${name} VALUES (new."id", ${searchText(index, 'new.')}); END;
    CREATE TRIGGER ${trigger('delete')} AFTER DELETE ON ${on} BEGIN DELETE FROM ${name} WHERE id = old."id"; END;
  `);
}

/** Fills in records above the highest that was filled in so far; triggers see to those that change meanwhile. */
export function fillSearch(db: Database, index: SearchIndex, count: number): boolean {
  const name = `temp.${quoteName(index.name)}`;
  const table = `main.${quoteName(index.table)}`;
  const mark = quoteText(`${index.name} filled`);
  db.exec('CREATE TABLE IF NOT EXISTS temp._fern_search (name TEXT PRIMARY KEY, upto INTEGER NOT NULL)');
  const from = Number(db.selectValue(`SELECT upto FROM temp._fern_search WHERE name = ${mark}`) ?? 0);
  const upto = db.selectValue(`SELECT max("id") FROM (SELECT "id" FROM ${table} WHERE "id" > ? ORDER BY "id" LIMIT ?)`, [from, count]);
  if (upto === null || upto === undefined) return false;
  db.exec({
    sql: `INSERT OR IGNORE INTO ${name} SELECT "id", ${searchText(index, '')} FROM ${table} WHERE "id" > ? AND "id" <= ?`,
    bind: [from, Number(upto)],
  });
  db.exec(`INSERT OR REPLACE INTO temp._fern_search VALUES (${mark}, ${Number(upto)})`);
  return true;
}

function searchText(index: SearchIndex, prefix: string): string {
  const texts = index.columns.map((column) => `coalesce(${prefix}${quoteName(column)}, '')`);
  return `fold(${texts.join(' || char(10) || ')})`;
}

import type { Database } from '@sqlite.org/sqlite-wasm';
import { quoteName } from '@/core/sql';

/** A whole database as a script: tables, their rows, then indexes and views. */
export function dumpSql(db: Database): string {
  const schema = (type: string) =>
    db.selectObjects(
      `SELECT name, sql FROM sqlite_schema WHERE type = '${type}' AND sql IS NOT NULL AND name NOT GLOB 'sqlite_*'
        ORDER BY rowid`,
    );
  const lines = ['PRAGMA foreign_keys = OFF;', 'BEGIN TRANSACTION;'];
  for (const { name, sql } of schema('table')) {
    lines.push(`${String(sql)};`);
    const from = quoteName(String(name));
    const values = db
      .selectValues(`SELECT name FROM pragma_table_info(?)`, [String(name)])
      .map((column) => `quote(${quoteName(String(column))})`);
    for (const row of db.selectValues(`SELECT ${values.join(" || ', ' || ")} FROM ${from}`))
      lines.push(`INSERT INTO ${from} VALUES (${String(row)});`);
  }
  // The highest id ever given, or a deleted record's id could come again.
  const counts = db.selectValue("SELECT 1 FROM sqlite_schema WHERE name = 'sqlite_sequence'");
  for (const { name, seq } of counts
    ? db.selectObjects('SELECT name, seq FROM sqlite_sequence WHERE name IN (SELECT name FROM sqlite_schema)')
    : []) {
    lines.push(
      `DELETE FROM sqlite_sequence WHERE name = '${String(name).replaceAll("'", "''")}';`,
      `INSERT INTO sqlite_sequence VALUES ('${String(name).replaceAll("'", "''")}', ${Number(seq)});`,
    );
  }
  for (const { sql } of [...schema('index'), ...schema('view')]) lines.push(`${String(sql)};`);
  return `${[...lines, 'COMMIT;'].join('\n')}\n`;
}

import { ProblemError } from '@/core/problem';
import { quoteName } from '@/core/sql';
import type { Params, Row } from '@/core/driver';
import type { PhoneSqlite } from './phoneSqlite';

/** What a backup is told by: the name that it is shared under begins with the app's, and ends so. */
export const BACKUP_TYPE = 'application/vnd.sqlite3';

/** Rows are read and written so many at a time. */
const ROWS_A_STEP = 500;

const COLUMNS = `
  SELECT m.name AS "table", c.name AS "column", c.type, c."notnull", c.pk, c.hidden
  FROM sqlite_schema AS m, pragma_table_xinfo(m.name) AS c
  WHERE m.type = 'table' AND m.name NOT LIKE 'sqlite_%'
  ORDER BY m.name, c.cid`;

const MAGIC = 'SQLite format 3\0';

function rowsOf(db: PhoneSqlite, sql: string, params: Params = {}): Row[] {
  const statement = db.prepareSync(sql);
  try {
    return statement.executeSync(params).getAllSync() as Row[];
  } finally {
    statement.finalizeSync();
  }
}

const refuse = (reason: string): never => {
  throw new ProblemError({ code: 'file-broken', place: 'the backup', reason });
};

/**
 * The bytes of a backup as a database in memory can be opened on them: one that was kept with a write-ahead log says so
 * in its header, and there is none in memory. Source: sqlite.org/fileformat.html, 1.3.3
 */
export function withoutLog(bytes: Uint8Array): Uint8Array {
  const text = String.fromCharCode(...bytes.subarray(0, MAGIC.length));
  if (text !== MAGIC) refuse('it is no SQLite database');
  const copy = bytes.slice();
  copy.set([1, 1], 18);
  return copy;
}

/** What is wrong with a database, in SQLite's words; so much may be that it cannot even be asked. */
function damageOf(backup: PhoneSqlite): string | null {
  try {
    const [found] = rowsOf(backup, 'PRAGMA integrity_check(1)');
    return found?.integrity_check === 'ok' ? null : String(found?.integrity_check);
  } catch (error) {
    return error instanceof Error ? error.message : String(error);
  }
}

/** Refuses, with a Problem, what is broken, of another app, or of another version of this one. */
export function checkBackup(backup: PhoneSqlite, db: PhoneSqlite): void {
  const damage = damageOf(backup);
  if (damage !== null) refuse(`the database is damaged: ${damage}`);
  const columns = (of: PhoneSqlite) => JSON.stringify(rowsOf(of, COLUMNS));
  if (columns(backup) !== columns(db)) refuse('its tables are not those of this app');
  const version = (of: PhoneSqlite) => rowsOf(of, 'PRAGMA user_version')[0]?.user_version;
  if (version(backup) !== version(db)) refuse('it is of another version of this app');
  if (rowsOf(backup, 'PRAGMA foreign_key_check').length > 0) refuse('some of its links lead nowhere');
}

/** Puts what a backup holds in place of what is stored: all of it, or, with what was wrong, nothing. */
export function restoreBackup(backup: PhoneSqlite, db: PhoneSqlite): void {
  checkBackup(backup, db);
  const tables = [...new Set(rowsOf(db, COLUMNS).map(({ table }) => String(table)))];
  // Rows go and come in no order of their links; at the end they are looked at.
  db.execSync('PRAGMA foreign_keys = OFF');
  try {
    db.execSync('BEGIN IMMEDIATE');
    try {
      for (const table of tables) db.execSync(`DELETE FROM main.${quoteName(table)}`);
      for (const table of tables) copyRows(backup, db, table);
      if (rowsOf(db, 'PRAGMA main.foreign_key_check').length > 0) refuse('some of its links lead nowhere');
      db.execSync('COMMIT');
    } catch (error) {
      if (db.isInTransactionSync()) db.execSync('ROLLBACK');
      throw error;
    }
  } finally {
    db.execSync('PRAGMA foreign_keys = ON');
  }
}

function copyRows(backup: PhoneSqlite, db: PhoneSqlite, table: string): void {
  const columns = rowsOf(backup, `SELECT name FROM pragma_table_xinfo(:table) WHERE hidden = 0`, {
    ':table': table,
  }).map(({ name }) => String(name));
  const names = columns.map(quoteName).join(', ');
  const values = columns.map((_, at) => `:v${at}`).join(', ');
  const insert = db.prepareSync(`INSERT INTO main.${quoteName(table)} (${names}) VALUES (${values})`);
  try {
    for (let after = Number.MIN_SAFE_INTEGER; ;) {
      const rows = rowsOf(
        backup,
        `SELECT rowid AS _rowid, ${names} FROM ${quoteName(table)}
          WHERE rowid > :after ORDER BY rowid LIMIT ${ROWS_A_STEP}`,
        { ':after': after },
      );
      for (const row of rows)
        insert.executeSync(Object.fromEntries(columns.map((column, at) => [`:v${at}`, row[column] ?? null])));
      if (rows.length < ROWS_A_STEP) return;
      after = Number(rows.at(-1)?._rowid);
    }
  } finally {
    insert.finalizeSync();
  }
}

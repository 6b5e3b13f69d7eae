import type { PhoneSqlite } from './phoneSqlite';

/** What a release changes about a database that is there: run once, on one of the version before. */
export interface Migration {
  /** `PRAGMA user_version` afterwards. */
  version: number;
  sql: string;
}

/** A copy of the database as it was before an upgrade. */
export interface UpgradeCopy {
  keep(): void;
  forget(): void;
}

/** A database that a later version of the app has written. */
export class NewerDatabaseError extends Error {}

/** The version of the database that the first release ships. */
export const FIRST_VERSION = 1;

function firstOf(db: PhoneSqlite, sql: string): Record<string, unknown> | undefined {
  const statement = db.prepareSync(sql);
  try {
    return statement.executeSync({}).getAllSync()[0] as Record<string, unknown> | undefined;
  } finally {
    statement.finalizeSync();
  }
}

/**
 * Brings a database to the newest version, one migration after another, each as one transaction: all of it, or the
 * database is as it was. One that is newer than all of them is left alone. `copy`: what is kept of the database as it was,
 * until a start that finds nothing to be done: then the upgraded one has been opened again. Throws where it cannot be done.
 */
export function migrate(db: PhoneSqlite, migrations: readonly Migration[], copy: UpgradeCopy | null = null): void {
  const version = Number(firstOf(db, 'PRAGMA user_version')?.user_version);
  const newest = Math.max(FIRST_VERSION, ...migrations.map((each) => each.version));
  if (version > newest) throw new NewerDatabaseError(`version ${version}, and the app knows ${newest}`);
  const due = migrations.filter((each) => each.version > version).sort((one, other) => one.version - other.version);
  if (due.length === 0) return copy?.forget();
  copy?.keep();
  // Tables may be made anew on the way; at the end their links are looked at.
  db.execSync('PRAGMA foreign_keys = OFF');
  try {
    for (const each of due) migrateOnce(db, each);
  } finally {
    db.execSync('PRAGMA foreign_keys = ON');
  }
}

function migrateOnce(db: PhoneSqlite, { version, sql }: Migration): void {
  db.execSync('BEGIN IMMEDIATE');
  try {
    db.execSync(sql);
    if (firstOf(db, 'PRAGMA foreign_key_check')) throw new Error(`migration ${version}: a link leads nowhere`);
    db.execSync(`PRAGMA user_version = ${version}`);
    db.execSync('COMMIT');
  } catch (error) {
    if (db.isInTransactionSync()) db.execSync('ROLLBACK');
    throw error;
  }
}

import { phoneStandIn } from '@/template/tests/phoneSqlite';
import { sqlite } from '@/test/sqlite';
import { type Migration, migrate, NewerDatabaseError } from './migrations';
import type { PhoneSqlite } from './phoneSqlite';

const rows = (db: PhoneSqlite, sql: string): unknown[] => {
  const statement = db.prepareSync(sql);
  const found = statement.executeSync({}).getAllSync();
  statement.finalizeSync();
  return found;
};

/** A database of the first version, with two hats on one peg. */
async function firstVersion() {
  const sqlite3 = await sqlite();
  const made = new sqlite3.oo1.DB(':memory:');
  made.exec(`
    CREATE TABLE pegs (id INTEGER PRIMARY KEY, name TEXT) STRICT;
    CREATE TABLE hats (id INTEGER PRIMARY KEY, name TEXT, peg INTEGER REFERENCES pegs (id)) STRICT;
    INSERT INTO pegs VALUES (1, 'By the door');
    INSERT INTO hats VALUES (1, 'Cap', 1), (2, 'Crown', 1);
    PRAGMA user_version = 1`);
  const image = sqlite3.capi.sqlite3_js_db_export(made);
  made.close();
  return phoneStandIn(sqlite3, image, { trigrams: true }).phone;
}

const state = (db: PhoneSqlite) => [
  rows(db, 'PRAGMA user_version'),
  rows(db, 'SELECT * FROM sqlite_schema'),
  rows(db, 'SELECT * FROM hats ORDER BY id'),
];

const second: Migration = { version: 2, sql: "ALTER TABLE hats ADD COLUMN size TEXT DEFAULT 'M'" };
const third: Migration = { version: 3, sql: 'ALTER TABLE hats DROP COLUMN peg; DROP TABLE pegs' };

test('each is run once, in their order, and a new start runs none', async () => {
  const db = await firstVersion();
  migrate(db, [third, second]);
  const after = state(db);
  expect(after[0]).toEqual([{ user_version: 3 }]);
  expect(after[2]).toEqual([
    { id: 1, name: 'Cap', size: 'M' },
    { id: 2, name: 'Crown', size: 'M' },
  ]);
  migrate(db, [second, third]);
  expect(state(db)).toEqual(after);
});

test.each([
  ['is no SQL', "UPDATE hats SET name = 'x'; ALTER TABLE nowhere ADD COLUMN a"],
  ['leaves a link that leads nowhere', "UPDATE hats SET name = 'x'; DELETE FROM pegs"],
])('one that %s leaves the database as it was before it, and links are held again', async (_, sql) => {
  const db = await firstVersion();
  migrate(db, [second]);
  const before = state(db);
  expect(() => migrate(db, [second, { version: 3, sql }])).toThrow();
  expect(state(db)).toEqual(before);
  expect(rows(db, 'PRAGMA foreign_keys')).toEqual([{ foreign_keys: 1 }]);
});

test('a database that is newer than the app is left alone', async () => {
  const db = await firstVersion();
  migrate(db, [second, third]);
  const before = state(db);
  expect(() => migrate(db, [second])).toThrow(NewerDatabaseError);
  expect(state(db)).toEqual(before);
});

test('a copy is kept before an upgrade, and until a start that finds nothing to be done', async () => {
  const db = await firstVersion();
  const told: string[] = [];
  const version = () => JSON.stringify(rows(db, 'PRAGMA user_version'));
  const copy = { keep: () => void told.push(`kept ${version()}`), forget: () => void told.push('forgotten') };
  expect(() => migrate(db, [second, { version: 3, sql: 'DROP TABLE nothing' }], copy)).toThrow();
  migrate(db, [second, third], copy);
  expect(told).toEqual(['kept [{"user_version":1}]', 'kept [{"user_version":2}]']);
  migrate(db, [second, third], copy);
  expect(told.at(-1)).toBe('forgotten');
});

import { memoryStore } from '@/core/store';
import { toProblem } from '@/core/problem';
import { demos, theatre } from '@/demo';
import { shippedDatabase } from '@/worker/shippedDatabase';
import { hostEnvironment } from '@/test/host';
import { sqlite } from '@/test/sqlite';
import { phoneStandIn } from '@/template/tests/phoneSqlite';
import { restoreBackup, withoutLog } from './backup';
import type { PhoneSqlite } from './phoneSqlite';

const opened = async (image: Uint8Array): Promise<PhoneSqlite> =>
  phoneStandIn(await sqlite(), image, { trigrams: true }).phone;

const shipped = async (file = theatre(30)) => shippedDatabase(await hostEnvironment(memoryStore()), file);

const rowsOf = (db: PhoneSqlite, sql: string): unknown[] => db.prepareSync(sql).executeSync({}).getAllSync();

function dump(db: PhoneSqlite): unknown {
  const tables = rowsOf(db, `SELECT name FROM sqlite_schema WHERE type = 'table' ORDER BY name`) as { name: string }[];
  return tables.map(({ name }) => [name, rowsOf(db, `SELECT * FROM "${name}"`)]);
}

const problemOf = (work: () => void): unknown => {
  try {
    work();
    return null;
  } catch (error) {
    return toProblem(error);
  }
};

test('what a backup holds comes back, whatever was changed since', async () => {
  const image = await shipped();
  const db = await opened(image);
  const before = dump(db);
  db.execSync(`DELETE FROM loans; UPDATE garments SET name = 'Ěvening cape'; DELETE FROM repairs WHERE id % 2 = 0`);
  restoreBackup(await opened(withoutLog(image)), db);
  expect(dump(db)).toEqual(before);
  expect(rowsOf(db, 'PRAGMA foreign_keys')).toEqual([{ foreign_keys: 1 }]);
});

test.each<[string, (image: Uint8Array) => Promise<Uint8Array>, RegExp]>([
  ['no database', async () => new TextEncoder().encode('PK, a zip'), /no SQLite database/],
  ['one that was cut', async (image) => image.slice(0, image.length - 40_000), /damaged/],
  ['one of another app', async () => shipped(demos.apiary()), /not those of this app/],
  [
    'one of another version',
    async (image) => {
      const other = image.slice();
      new DataView(other.buffer).setUint32(60, 9);
      return other;
    },
    /another version/,
  ],
])('%s is refused, and nothing is changed', async (_, made, why) => {
  const image = await shipped();
  const db = await opened(image);
  const before = dump(db);
  const bytes = await made(image);
  let backup: PhoneSqlite | null = null;
  const problem =
    problemOf(() => void withoutLog(bytes)) ??
    (await (async () => {
      backup = await opened(withoutLog(bytes));
      return problemOf(() => restoreBackup(backup as PhoneSqlite, db));
    })());
  expect(problem).toMatchObject({ code: 'file-broken', reason: expect.stringMatching(why) });
  expect(dump(db)).toEqual(before);
});

test('a write that fails on the way leaves all as it was', async () => {
  const image = await shipped();
  const db = await opened(image);
  db.execSync(
    `CREATE TEMP TRIGGER full BEFORE INSERT ON main.repairs WHEN NEW.id = 5 BEGIN SELECT raise(ABORT, 'full'); END`,
  );
  db.execSync(`UPDATE garments SET name = 'Kept'`);
  const before = dump(db);
  const backup = await opened(withoutLog(image));
  expect(problemOf(() => restoreBackup(backup, db))).toMatchObject({ code: 'unexpected' });
  expect(dump(db)).toEqual(before);
});

test('a database that was kept with a write-ahead log can be opened in memory', async () => {
  const image = await shipped();
  const logged = image.slice();
  logged.set([2, 2], 18);
  const db = await opened(withoutLog(logged));
  expect(rowsOf(db, 'SELECT count(*) AS n FROM garments')).toEqual([{ n: 30 }]);
});

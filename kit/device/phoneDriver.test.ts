import { PhoneDriver } from './phoneDriver';
import { ConflictError, type Driver } from '@/core/driver';
import { Engine } from '@/core/engine';
import { toProblem } from '@/core/problem';
import { openDemo } from '@/test/demoHost';
import { phoneStandIn } from '@/template/tests/phoneSqlite';
import { sqlite } from '@/test/sqlite';

/** The same database on the studio's SQLite and on a phone's. */
async function both(): Promise<[string, Driver][]> {
  const { host } = await openDemo(6);
  const image = await host.download();
  const sqlite3 = await sqlite();
  return [
    ['the studio', Engine.open(sqlite3, image, () => 0)],
    ['a phone', new PhoneDriver(phoneStandIn(sqlite3, image, { trigrams: true }).phone)],
  ];
}

/** Runs statements as one write, and gives its change set. */
function write(driver: Driver, ...statements: string[]): Uint8Array {
  const open = driver.beginWrite();
  statements.forEach((sql) => open.writer.run(sql));
  const { changeSet, commit } = open.finish(undefined);
  commit();
  return changeSet;
}

/** Every row of the tables that are written here. */
const rowsOf = (driver: Driver) =>
  ['garments', 'loans', 'fittings', 'repairs', 'productions'].map(
    (table) => driver.query(`SELECT * FROM "${table}" ORDER BY "id"`).rows,
  );

function undo(driver: Driver, changeSet: Uint8Array): 'undone' | 'conflict' {
  try {
    driver.applyChangeSet(driver.invert(changeSet)).commit();
    return 'undone';
  } catch (error) {
    if (error instanceof ConflictError) return 'conflict';
    throw error;
  }
}

const GARMENT = `INSERT INTO garments (id, name, tag, condition, lent_out) VALUES (90, 'Cape', '2000000000909', 'Good', 0)`;
const PRODUCTION = `INSERT INTO productions (id, title, stage, opening_night, finished) VALUES (90, 'Two', 'On tour', '2027-01-01', 0)`;
const REPAIR = `INSERT INTO repairs (fault, garment, reported, charged) VALUES ('Hem', 90, '2026-01-01', 0)`;
const LOAN = `INSERT INTO loans (borrower, garment, due_back, returned) VALUES ('Tarn', 90, '2026-01-01', 0)`;
const FITTING = `INSERT INTO fittings (performer, garment, production, day, done) VALUES (1, 1, 90, '2026-01-01', 0)`;

test.each<[string, string[], string[], 'undone' | 'conflict']>([
  ['a record that was made', [GARMENT], [], 'undone'],
  ['one that was changed since', [GARMENT], [`UPDATE garments SET name = 'Cloak' WHERE id = 90`], 'conflict'],
  [
    'one whose place was taken since',
    ['DELETE FROM loans WHERE id = 1'],
    [`UPDATE loans SET id = 1 WHERE id = 2`],
    'conflict',
  ],
  ['one that records have come to since, which its delete would take along', [GARMENT], [REPAIR], 'conflict'],
  ['one that records have come to since, which it would leave behind', [PRODUCTION], [FITTING], 'conflict'],
  ['one that records have come to since, which stop its delete', [GARMENT], [LOAN], 'conflict'],
  ['one that was made with what belongs to it', [GARMENT, REPAIR, LOAN], [], 'undone'],
  [
    'one that was deleted with what belongs to it',
    ['DELETE FROM loans', 'DELETE FROM garments WHERE id = 1'],
    [],
    'undone',
  ],
  [
    'one whose garment has gone since',
    ['DELETE FROM repairs WHERE garment = 1', 'DELETE FROM fittings WHERE garment = 1'],
    ['DELETE FROM loans WHERE garment = 1', 'DELETE FROM garments WHERE id = 1'],
    'conflict',
  ],
  [
    'values that have changed places, of which no two may be the same',
    [
      `UPDATE garments SET tag = 'x' WHERE id = 1`,
      `UPDATE garments SET tag = '2000000000015' WHERE id = 2`,
      `UPDATE garments SET tag = '2000000000022' WHERE id = 1`,
    ],
    [],
    'undone',
  ],
])('undoing %s', async (_, first, since, expected) => {
  for (const [name, driver] of await both()) {
    const before = rowsOf(driver);
    const changeSet = write(driver, ...first);
    if (since.length > 0) write(driver, ...since);
    const then = rowsOf(driver);
    expect([name, undo(driver, changeSet)]).toEqual([name, expected]);
    // Undone it is as before; in conflict nothing has happened.
    expect(rowsOf(driver)).toEqual(expected === 'undone' ? before : then);
  }
});

test('a commit that SQLite refuses is told as a Problem, and leaves nothing open', async () => {
  const [, [, phone] = []] = await both();
  if (!phone) throw new Error('no phone');
  const open = phone.beginWrite();
  open.writer.rows('PRAGMA defer_foreign_keys = ON');
  open.writer.run(REPAIR);
  const { commit } = open.finish(undefined);
  let problem: unknown = null;
  try {
    commit();
  } catch (error) {
    problem = toProblem(error);
  }
  expect(problem).toMatchObject({ code: 'constraint', rule: 'foreign-key' });
  expect(phone.query(`SELECT count(*) AS n FROM repairs WHERE garment = 90`).rows).toEqual([{ n: 0 }]);
  // Another write can begin.
  write(phone, GARMENT);
});

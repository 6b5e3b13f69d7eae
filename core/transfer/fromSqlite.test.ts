import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { planSqlite, type SqlitePlan } from './fromSqlite';
import { FILE_SCHEMA } from './sourceRows';
import { words } from './sqlitePlan';
import { readSource } from './sqliteSource';
import { definitionFaults } from '@/core/check';
import { isLink } from '@/core/column';
import { Engine } from '@/core/engine';
import type { Definition } from '@/core/model';
import { sqlite } from '@/test/sqlite';

/** A database that the stock program made. */
function file(sql: string): Uint8Array {
  const path = join(mkdtempSync(join(tmpdir(), 'fern-')), 'a.db');
  execFileSync('sqlite3', [path], { input: sql });
  return new Uint8Array(readFileSync(path));
}

async function planned(sql: string) {
  const engine = Engine.open(await sqlite(), null, () => performance.now());
  engine.attach(FILE_SCHEMA, file(sql));
  const plan = planSqlite(readSource((query) => engine.query(query).rows));
  const definition: Definition = { id: 'a', name: 'A', theme: { accent: 'moss' }, tables: plan.tables };
  expect(definitionFaults(definition)).toEqual([]);
  engine.write((writer) => plan.prepare.forEach((each) => writer.run(each))).commit();
  const rows: Record<string, unknown[][]> = Object.fromEntries(
    plan.copies.map((copy) => [
      plan.tables.find(({ id }) => id === copy.tableId)?.name ?? '',
      JSON.parse(String(engine.query(copy.sql, { after: 0, most: 100 }).rows[0]?.rows ?? '[]')) as unknown[][],
    ]),
  );
  return { plan, rows };
}

const table = ({ tables }: SqlitePlan, name: string) => tables.find((each) => each.name === name);

const kinds = (plan: SqlitePlan, name: string) =>
  Object.fromEntries(table(plan, name)?.columns.map((column) => [column.name, column.kind]) ?? []);

test('tables, keys, links, defaults and checks become a plan, and every value comes along', async () => {
  const { plan, rows } = await planned(`
    CREATE TABLE performer (performer_id INTEGER PRIMARY KEY, full_name TEXT NOT NULL UNIQUE, born DATE, fee DECIMAL(8,2) DEFAULT 12.5, active BOOLEAN NOT NULL DEFAULT 1);
    CREATE TABLE costume_items (id INTEGER PRIMARY KEY, title TEXT NOT NULL CHECK (length(title) <= 40), condition TEXT DEFAULT 'Good' CHECK (condition IN ('Good', 'Poor')), count INTEGER CHECK (count >= 0),
      performer_id INTEGER REFERENCES performer ON DELETE SET NULL, lent_by INTEGER NOT NULL
      REFERENCES performer(performer_id) ON DELETE CASCADE, seen DATETIME);
    CREATE INDEX by_seen ON costume_items (seen);
    CREATE INDEX by_count_title ON costume_items (count, title);
    INSERT INTO performer VALUES (3, 'Ada', '1990-02-01', 20.25, 1), (9, 'Bram', NULL, NULL, 0);
    INSERT INTO costume_items
    VALUES (5, 'Cloak', 'Good', 2, 9, 3, '2026-11-20 10:15:00'), (6, 'Cape', 'Poor', NULL, NULL, 9, NULL);
  `);
  expect(kinds(plan, 'Performer')).toEqual({ 'Full name': 'text', Born: 'date', Fee: 'decimal', Active: 'yesNo' });
  expect(table(plan, 'Performer')?.columns).toMatchObject([
    { required: true, unique: true },
    {},
    { places: 2, default: { kind: 'value', value: 12.5 } },
    { default: { kind: 'value', value: true } },
  ]);
  expect(kinds(plan, 'Costume items')).toEqual({
    Title: 'text',
    Condition: 'choice',
    Count: 'wholeNumber',
    Performer: 'link',
    'Lent by': 'link',
    Seen: 'dateTime',
  });
  expect(table(plan, 'Costume items')?.columns).toMatchObject([
    { maxLength: 40 },
    { choices: ['Good', 'Poor'], default: { value: 'Good' } },
    { min: 0 },
    { onDelete: 'unlink', required: false, inverse: 'Costume items' },
    { onDelete: 'cascade', required: true, inverse: 'Costume items by lent by' },
    { indexed: true },
  ]);
  expect(rows.Performer).toEqual([
    [3, 'Ada', '1990-02-01', 20.25, 1],
    [9, 'Bram', null, null, 0],
  ]);
  expect(rows['Costume items']).toEqual([
    [5, 'Cloak', 'Good', 2, 9, 3, '2026-11-20T10:15:00Z'],
    [6, 'Cape', 'Poor', null, null, 9, null],
  ]);
  const items = table(plan, 'Costume items');
  const namesOf = (ids: readonly string[] = []) =>
    ids.map((id) => items?.columns.find((column) => column.id === id)?.name);
  expect(items?.keys?.map(({ unique, columnIds }) => [unique, namesOf(columnIds)])).toEqual([
    [false, ['Count', 'Title']],
  ]);
  expect(plan.report).toEqual([]);
});

test('keys of text, of several columns, none at all and WITHOUT ROWID: rows get ids, links find them', async () => {
  const { plan, rows } = await planned(`
    CREATE TABLE town (code TEXT PRIMARY KEY, name TEXT) WITHOUT ROWID;
    CREATE TABLE shop (town TEXT REFERENCES town (code), number INTEGER, name TEXT, PRIMARY KEY (town, number));
    CREATE TABLE visit (town TEXT, number INTEGER, day TEXT, FOREIGN KEY (town, number) REFERENCES shop (town, number));
    CREATE TABLE below (id INTEGER PRIMARY KEY, name TEXT, before INTEGER REFERENCES below);
    INSERT INTO town VALUES ('tq', 'Tarn Quay'), ('mh', 'Marrow Hill');
    INSERT INTO shop VALUES ('tq', 1, 'Thread'), ('mh', 1, 'Buttons');
    INSERT INTO visit VALUES ('mh', 1, '2026-01-01'), ('xx', 9, '2026-01-02');
    INSERT INTO below VALUES (-4, 'first', NULL), (0, 'second', -4), (7, 'third', 0);
  `);
  expect(rows.Town).toEqual([
    [1, 'mh', 'Marrow Hill'],
    [2, 'tq', 'Tarn Quay'],
  ]);
  expect(table(plan, 'Town')?.columns[0]).toMatchObject({ name: 'Code', required: true, unique: true });
  expect(rows.Shop).toEqual([
    [1, 2, 1, 'Thread'],
    [2, 1, 1, 'Buttons'],
  ]);
  // A link of two columns stands beside them.
  expect(kinds(plan, 'Visit')).toMatchObject({ Shop: 'link', Town: 'text', Number: 'wholeNumber', Day: 'date' });
  const link = table(plan, 'Visit')?.columns.findIndex(isLink) ?? 0;
  expect(rows.Visit?.map((row) => row[link + 1])).toEqual([2, null]);
  // What was the id stays to be seen.
  expect(rows.Below).toEqual([
    [1, -4, 'first', null],
    [2, 0, 'second', 1],
    [3, 7, 'third', 2],
  ]);
  expect(plan.report.join('\n')).toMatch(
    /Visit: town, number refers to a row of shop that is not there; those are left blank/,
  );
  expect(plan.report).toEqual(
    expect.arrayContaining([
      'Town: it has no numbers for its rows; each is given one.',
      'Below: it has ids below 1; its rows are numbered anew.',
      'Shop: its primary key of 2 columns becomes ordinary columns; rows are told apart by an id of their own.',
    ]),
  );
});

test('bytes, mixed types, numbers too long, odd names and generated columns', async () => {
  const { plan, rows } = await planned(`
    CREATE TABLE "Odd ""table"", nr 1" ("select" TEXT, "a b" INTEGER, [sq] , long INTEGER, pic BLOB, raw BLOB, big REAL, twice AS ("a b" * 2), "😀" TEXT, flag INTEGER CHECK ("flag" IN (0, 1)));
    INSERT INTO "Odd ""table"", nr 1"
    VALUES ('x', 1, 'one', 9223372036854775807, x'89504E470D0A1A0A00', x'00FF', 9e999, 'smile', 1), ('', 2, 2, 1, NULL, NULL, 1.5, NULL, NULL);
    INSERT INTO "Odd ""table"", nr 1" (sq) VALUES (x'AB'), (3.5);
  `);
  const name = plan.tables[0]?.name ?? '';
  expect(kinds(plan, name)).toMatchObject({
    Select: 'text',
    'A b': 'wholeNumber',
    Sq: 'text',
    Long: 'text',
    Pic: 'picture',
    Raw: 'file',
    Big: 'decimal',
    Twice: 'wholeNumber',
    '😀': 'text',
    Flag: 'yesNo',
  });
  expect(rows[name]?.[0]).toEqual([
    1,
    'x',
    1,
    'one',
    '9223372036854775807',
    'data:image/png;base64,iVBORw0KGgoA',
    'data:application/octet-stream;base64,AP8=',
    null,
    2,
    'smile',
    1,
  ]);
  expect(rows[name]?.map((row) => row[3])).toEqual(['one', '2', "x'AB'", '3.5']);
  expect(plan.report.map((line) => line.replace(`${name}: `, ''))).toEqual([
    'it has no primary key; rows are told apart by an id of their own.',
    'Sq holds whole numbers and decimals and texts and bytes; it is kept as text, bytes in hexadecimal.',
    'Long holds 1 numbers too long to count with; it is kept as text.',
    'Raw holds bytes; they are kept as files.',
    'Big holds 1 values without an end; they are left blank.',
    'Twice was computed; its values of now are kept.',
    'Flag is blank in 3 rows; a switch has no blank, they become no.',
  ]);
});

test('views, triggers, virtual tables and what cannot be a rule are told one by one; no trigger runs', async () => {
  const { plan, rows } = await planned(`
    CREATE TABLE log (n INTEGER);
    CREATE TABLE a (id INTEGER PRIMARY KEY, x TEXT COLLATE NOCASE, y INTEGER, day TEXT DEFAULT (date('now')), CHECK (x <> 'q' OR y > 3), UNIQUE (x, y));
    CREATE UNIQUE INDEX some ON a (y) WHERE y > 10;
    CREATE VIEW v AS SELECT * FROM a;
    CREATE VIRTUAL TABLE words USING fts5(t);
    INSERT INTO a VALUES (1, 'p', 4, '2026-01-01');
    CREATE TRIGGER tr AFTER INSERT ON a BEGIN INSERT INTO log VALUES (1); END;
  `);
  expect(plan.tables.map(({ name }) => name)).toEqual(['A', 'Log']);
  expect(table(plan, 'A')?.columns[2]).toMatchObject({ kind: 'date', default: { kind: 'today' } });
  expect(rows.Log).toEqual([]);
  expect(table(plan, 'A')?.keys).toMatchObject([{ unique: true, columnIds: [expect.anything(), expect.anything()] }]);
  expect(plan.report).toEqual([
    "A: X had the check x <> 'q' OR y > 3, which is not kept.",
    "A: Y had the check x <> 'q' OR y > 3, which is not kept.",
    'A: that y together must be different in every row of some is not kept.',
    'A: how its texts are compared (COLLATE) is not kept.',
    'Log: it has no primary key; rows are told apart by an id of their own.',
    'The view v is not kept: what it shows can be computed columns.',
    'The virtual table words is not kept, nor the tables that it keeps its values in.',
    'The trigger tr on a is not kept, and did not run.',
  ]);
});

test('a table of two links is a linking table; an empty one and one of nothing but its id are tables too', async () => {
  const { plan } = await planned(`
    CREATE TABLE actor (id INTEGER PRIMARY KEY, name TEXT); CREATE TABLE play (id INTEGER PRIMARY KEY, title TEXT); CREATE TABLE bare (id INTEGER PRIMARY KEY);
    CREATE TABLE casting (actor_id INTEGER NOT NULL REFERENCES actor ON DELETE CASCADE, play_id INTEGER NOT NULL
    REFERENCES play ON DELETE CASCADE, PRIMARY KEY (actor_id, play_id));
  `);
  expect(table(plan, 'Casting')).toMatchObject({
    linking: true,
    columns: [{ name: 'Actor', required: true }, { name: 'Play' }],
  });
  expect(table(plan, 'Bare')?.columns).toMatchObject([{ name: 'Name', kind: 'text' }]);
});

test('identifiers in words', () => {
  expect(['costume_budget', 'costumeBudget', 'CostumeBudget', 'id', 'UPPER', 'Two words', 'x2y'].map(words)).toEqual([
    'Costume budget',
    'Costume budget',
    'Costume budget',
    'Id',
    'UPPER',
    'Two words',
    'X2y',
  ]);
});

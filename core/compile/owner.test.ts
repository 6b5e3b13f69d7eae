import { ownerStatement } from './owner';
import { asPerson } from '@/core/compiled';
import type { Definition } from '@/core/model';
import { name, param, raw, rowsOf, sql } from '@/core/sql';

const common = { required: false, unique: false, default: { kind: 'none' } } as const;

const table = (id: string, owned: boolean) => ({
  id,
  name: id,
  recordName: id,
  identifier: id,
  columns: [{ ...common, id: `${id}1`, name: 'Name', identifier: 'name', kind: 'text' as const }],
  naming: { kind: 'column' as const, columnId: `${id}1` },
  ...(owned ? { owned } : {}),
});

const plan: Pick<Definition, 'tables' | 'people'> = {
  people: { tableId: 'people', pins: false },
  tables: [table('people', false), table('notes', true), table('tags', true)],
};

test('a statement that reads an owned table reads its shadow, others stay as they are', () => {
  expect(ownerStatement(plan, sql`SELECT * FROM ${rowsOf('people')}`).sql).toBe('SELECT * FROM "people"');
  expect(ownerStatement(plan, sql`SELECT * FROM ${rowsOf('notes')}`)).toEqual({
    sql: 'WITH "notes" AS NOT MATERIALIZED (SELECT * FROM main."notes" WHERE "_owner" = :_person) SELECT * FROM "notes"',
    reads: ['notes'],
    takes: ['_person'],
  });
  expect(ownerStatement(plan, sql`SELECT * FROM ${[rowsOf('tags'), rowsOf('notes')]}`).sql).toMatch(
    /^WITH "notes" AS .* "tags" AS .* SELECT/,
  );
});

test('what is only called like an owned table, or written to, is not shadowed', () => {
  for (const statement of [
    sql`SELECT 'notes' AS ${name('notes')} FROM ${rowsOf('people')}`,
    sql`DELETE FROM ${name('notes')} WHERE "id" = ${param('id')}`,
  ])
    expect(ownerStatement(plan, statement)).toEqual(statement);
});

test('a walk keeps its own name beside the shadows, also of what only the walk reads', () => {
  const walk = sql`above(id) AS (SELECT "id" FROM ${rowsOf('notes')})`;
  expect(ownerStatement(plan, raw('SELECT * FROM above'), walk).sql).toMatch(
    /^WITH RECURSIVE "notes" AS NOT MATERIALIZED \(.*\), above\(id\) AS \(.*\) SELECT \* FROM above$/,
  );
});

test('without people nothing is shadowed', () => {
  expect(ownerStatement({ tables: plan.tables }, sql`SELECT * FROM ${rowsOf('notes')}`).sql).toBe(
    'SELECT * FROM "notes"',
  );
});

test('only a statement that asks for the person is given one', () => {
  expect([
    asPerson(raw('SELECT 1'), { a: 1 }, 3),
    asPerson({ sql: 'SELECT 1' } as object, { a: 1 }, 3),
    asPerson(sql`SELECT ${param('_person')}`, { a: 1 }, 3),
    asPerson(sql`SELECT ${param('_person')}`, {}, null),
  ]).toEqual([{ a: 1 }, { a: 1 }, { a: 1, _person: 3 }, { _person: null }]);
});

test('a parameter that is written into a template is a mistake that shows at once', () => {
  expect(() => sql`SELECT :_person`).toThrow('write ${param(…)}');
});

test('a template that is laid out in lines is the same SQL as one on a line; a break that is meant stays', () => {
  const [table, id] = [rowsOf('notes'), param('id')];
  expect(sql`
    SELECT "id"
    FROM ${table}
    WHERE "id" = ${id}`).toEqual(sql`SELECT "id" FROM ${table} WHERE "id" = ${id}`);
  expect(sql` WHERE ${id}\nLIMIT 1`.sql).toBe(' WHERE :id\nLIMIT 1');
});

import type { Definition } from '@/core/definition';
import { asPerson, ownSql } from './own';

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

test('a statement that names an owned table reads its shadow, others stay as they are', () => {
  expect(ownSql(plan, 'SELECT * FROM "people"')).toBe('SELECT * FROM "people"');
  expect(ownSql(plan, 'SELECT * FROM "notes"')).toBe(
    'WITH "notes" AS NOT MATERIALIZED (SELECT * FROM main."notes" WHERE "_owner" = :_person) SELECT * FROM "notes"',
  );
  expect(ownSql(plan, 'SELECT * FROM NOTES, tags')).toMatch(/^WITH "notes" AS .* "tags" AS .* SELECT/);
});

test('a recursive statement keeps its own', () => {
  expect(ownSql(plan, 'WITH RECURSIVE above(id) AS (SELECT 1) SELECT * FROM above JOIN notes')).toMatch(
    /^WITH RECURSIVE "notes" AS NOT MATERIALIZED \(.*\), above\(id\) AS/,
  );
});

test('without people nothing is shadowed', () => {
  expect(ownSql({ tables: plan.tables }, 'SELECT * FROM "notes"')).toBe('SELECT * FROM "notes"');
});

test('only a statement that asks for the person is given one', () => {
  expect([
    asPerson('SELECT 1', { a: 1 }, 3),
    asPerson('SELECT :_person', { a: 1 }, 3),
    asPerson('SELECT :_person', {}, null),
  ]).toEqual([{ a: 1 }, { a: 1, _person: 3 }, { _person: null }]);
});

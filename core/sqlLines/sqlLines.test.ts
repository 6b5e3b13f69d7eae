import { sqlLines } from '.';

test('a short statement stays on its line, a long one has a line for each of its parts', () => {
  expect(sqlLines(' SELECT 1 ')).toBe('SELECT 1');
  const long =
    'SELECT "id", "name" FROM "garments" WHERE "kept_at" = :place AND "condition" <> \'Worn\' ORDER BY "name" LIMIT :limit';
  const lines = sqlLines(long, 60).split('\n');
  expect(lines[0]).toBe('SELECT');
  expect(lines).toEqual(expect.arrayContaining(['FROM', 'ORDER BY']));
  // Nothing but the room between the words is another.
  const words = (sql: string) => sql.replace(/\s+/g, ' ').replace(/ ?([(),;]) ?/g, '$1');
  expect(words(lines.join(' '))).toBe(words(long));
});

test('what is laid out is known by its width, too', () => {
  const sql = 'SELECT "id", "name", "tag" FROM "garments" WHERE "kept_at" = :place';
  expect(sqlLines(sql, 100)).toBe(sql);
  expect(sqlLines(sql, 30).split('\n').length).toBeGreaterThan(4);
  expect(sqlLines(sql, 100)).toBe(sql);
});

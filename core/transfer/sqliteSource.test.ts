import fc from 'fast-check';
import { Engine } from '@/core/engine';
import { sqlite } from '@/test/sqlite';
import { FILE_SCHEMA } from './sourceRows';
import { readSource } from './sqliteSource';

type Value = string | number | null | Uint8Array;

/** A database with one column of the values, looked over; and the facts of that column, counted one by one. */
async function facts(values: readonly Value[]) {
  const file = Engine.open(await sqlite(), null, () => 0);
  file.migrate(['CREATE TABLE t (v)']).commit();
  file.write((writer) => values.forEach((v) => writer.run('INSERT INTO t VALUES (:v)', { v }))).commit();
  const engine = Engine.open(await sqlite(), null, () => 0);
  engine.attach(FILE_SCHEMA, file.export());
  file.close();
  const { tables } = readSource((sql) => engine.query(sql).rows);
  engine.close();
  const found = tables[0]?.columns[0]?.facts;
  const count = (test: (value: Value) => boolean) => values.filter(test).length;
  const isDate = (value: Value) => typeof value === 'string' && /^\d{4}-\d\d-\d\d$/.test(value);
  return {
    found,
    counted: {
      filled: count((value) => value !== null),
      ints: count(Number.isInteger),
      reals: count((value) => typeof value === 'number' && !Number.isInteger(value)),
      texts: count((value) => typeof value === 'string'),
      blobs: count((value) => value instanceof Uint8Array),
      dates: count(isDate),
      isLong: values.some((value) => typeof value === 'string' && (value.length > 120 || value.includes('\n'))),
    },
  };
}

const date = fc
  .date({ min: new Date('1900-01-01'), max: new Date('2100-01-01'), noInvalidDate: true })
  .map((day) => day.toISOString().slice(0, 10));
const odd = fc.oneof(
  fc.integer(),
  fc.constant(2.5),
  fc.constant('plain'),
  fc.constant('two\nlines'),
  fc.constant('x'.repeat(200)),
  date,
  fc.constant(null),
  fc.constant(new Uint8Array([1, 2])),
);

test('what the first rows suggest is never taken for what all rows are', async () => {
  // Alike at first, beyond what is sampled; then anything.
  const alike = fc.oneof(
    fc.constant(1),
    fc.constant(7),
    fc.constant(2.5),
    fc.constant('plain'),
    fc.constant('2026-01-02'),
    fc.constant('two\nlines'),
    fc.constant('10:30'),
  );
  await fc.assert(
    fc.asyncProperty(alike, fc.array(odd, { maxLength: 4 }), async (first, rest) => {
      const { found, counted } = await facts([...Array.from({ length: 310 }, () => first), ...rest]);
      const { isLong, dates, ...types } = counted;
      expect(found).toMatchObject(types);
      if (counted.texts === counted.filled) {
        expect((found?.lines ?? 0) > 0 || (found?.longest ?? 0) > 120).toBe(isLong);
        expect(found?.dates === found?.filled).toBe(dates === counted.filled);
      }
    }),
    { numRuns: 60 },
  );
});

test('the most decimals, numbers that are not exact, and yes or no, wherever they stand', async () => {
  const many = (value: Value) => Array.from({ length: 310 }, () => value);
  expect((await facts([...many(1.5), 1.125])).found).toMatchObject({ reals: 311, places: 3 });
  expect((await facts([...many(1.5)])).found).toMatchObject({ reals: 310, places: 1, infinite: 0 });
  expect((await facts([...many(1.5), Infinity])).found).toMatchObject({ reals: 311, infinite: 1 });
  expect((await facts([...many(1), 0, null])).found).toMatchObject({ ints: 311, bits: 311, filled: 311 });
  expect((await facts([...many(1), 2])).found).toMatchObject({ ints: 311, bits: 310 });
  expect((await facts([...many('yes'), 'no'])).found).toMatchObject({ texts: 311, words: 311 });
  expect((await facts([...many('yes'), 'perhaps'])).found).toMatchObject({ texts: 311, words: 310 });
});

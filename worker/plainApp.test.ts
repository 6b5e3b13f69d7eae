import fc from 'fast-check';
import { compileApp } from '@/core/compile';
import {
  byDesign,
  byName,
  type CompiledApp,
  countSql,
  hitsSql,
  listSql,
  sectionsSql,
  totalsSql,
} from '@/core/compiled';
import type { Definition } from '@/core/model';
import { demos } from '@/demo';
import { listsOf } from '@/core/release';
import { randomApp } from '@/test/randomApp';

const copyOf = (app: CompiledApp): CompiledApp => JSON.parse(JSON.stringify(app)) as CompiledApp;

/** Every object of a compiled app, however deep. */
function* objectsIn(part: unknown): Generator<object> {
  if (typeof part !== 'object' || part === null) return;
  yield part;
  for (const each of Object.values(part)) yield* objectsIn(each);
}

/** What the lists of an app can be asked. */
const statementsOf = (app: CompiledApp): unknown[] =>
  listsOf(app).map((list) => [
    [byDesign, byName, ...list.sorts.map(({ id }) => ({ by: id, direction: 'descending' as const }))].map((sort) =>
      listSql(list, sort, { ids: true, group: true, linked: 'x' }),
    ),
    listSql(list, byDesign, { filters: list.filters.map(({ id }) => ({ columnId: id, op: 'from' as const })) }, true),
    [0, 2].flatMap((short) => [
      hitsSql(list, { indexed: 1, short }),
      countSql(list, { search: { indexed: 1, short } }),
      listSql(list, byName, { search: { indexed: 0, short } }),
    ]),
    sectionsSql(list, {}),
    totalsSql(list, {}),
  ]);

function expectPlain(definition: Definition): void {
  const app = compileApp(definition);
  const copy = copyOf(app);
  // Everything comes through, but for what is undefined; and there is nothing that JSON only seems to carry.
  expect(copy).toEqual(app);
  for (const each of objectsIn(app)) {
    expect(Array.isArray(each) ? Array.prototype : Object.prototype).toBe(Object.getPrototypeOf(each));
    expect(Object.values(each).filter((value) => typeof value === 'function')).toEqual([]);
  }
  expect(statementsOf(copy)).toEqual(statementsOf(app));
}

test.each(Object.entries(demos))('the compiled %s is plain data, and says the same after JSON', (_, demo) => {
  expectPlain(demo().definition);
});

test('so is every app that random edits lead to', async () => {
  let looked = 0;
  await fc.assert(
    fc.asyncProperty(fc.integer({ min: 1, max: 1_000_000 }), async (seed) => {
      const definition = await randomApp(seed);
      expectPlain(definition);
      looked += definition.tables.length;
    }),
    { numRuns: Number(process.env.RUNS ?? 15) },
  );
  expect(looked).toBeGreaterThan(20);
}, 120_000);

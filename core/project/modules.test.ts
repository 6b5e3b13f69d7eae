import fc from 'fast-check';
import { compileApp } from '@/core/compile';
import type { Column, Definition } from '@/core/model';
import { screensOf } from '@/core/plan';
import { demos, theatre } from '@/demo';
import { appOfProject } from '@/test/projectApp';
import * as words from '@/kit/words';
import { everyKind } from '@/test/everyKind';
import { randomApp } from '@/test/randomApp';
import { appModules, namedDefinition, namesOf } from '.';

/** The lists whose parts are known by where they stand. */
const PLACED = new Set('parts facts lines slots edge totals checks entries styles'.split(' '));
const SINGLE = new Set('picture title badge slot value'.split(' '));

/** Plain data; in lines or not, a statement is the same, and what a part is called tells nothing. */
const plain = (value: unknown): unknown =>
  JSON.parse(
    JSON.stringify(value, (key, part: unknown) => {
      if (key === 'sql' && typeof part === 'string') return part.replace(/\s+/g, '');
      if (PLACED.has(key) && Array.isArray(part)) return part.map(bare);
      return SINGLE.has(key) && part !== null && typeof part === 'object' ? bare(part) : part;
    }),
  );

const bare = (part: object): object => ({ ...part, id: undefined });

function expectSame(definition: Definition): void {
  expect(plain(appOfProject(definition))).toEqual(plain(compileApp(namedDefinition(definition))));
}

test.each([
  ['the theatre', theatre(10).definition],
  ['the apiary', demos.apiary().definition],
  ['an app of every kind', everyKind().definition],
])('the modules of %s say the very app that runs in the studio', (_, definition) => expectSame(definition));

/** Names that would break code, or what it is laid out by. */
const hostile = [
  'default',
  'It\'s "so"',
  'back`tick ${here}',
  'end */ of // a comment',
  'two\\back\\slashes',
  'مرحبا',
  '🎭',
  '123',
  'read',
  'schema',
  'constructor',
  '__proto__',
];

test('no name is one of the words that modules are written in', () => {
  const { definition } = theatre(10);
  const [first] = definition.tables;
  if (!first) throw new Error('no table');
  for (const word of [...Object.keys(words), 'read', 'schema', 'app', 'paths']) {
    const { table } = namesOf({
      ...definition,
      tables: [{ ...first, identifier: word.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`) }],
    });
    expect([word, table.get(first.id)]).toEqual([word, `${word}Table`]);
  }
});

test('whatever things are called', () => {
  const { definition } = theatre(10);
  let at = 0;
  const next = () => hostile[at++ % hostile.length] as string;
  const renamed = (column: Column): Column => ({
    ...column,
    name: next(),
    ...(column.kind === 'choice' ? { choices: column.choices.map((_, index) => `${next()}${index}`), tones: {} } : {}),
  });
  expectSame({
    ...definition,
    name: next(),
    tables: definition.tables.map((table) => ({
      ...table,
      name: next(),
      recordName: next(),
      columns: table.columns.map(renamed),
    })),
    screens: { ...screensOf(definition), list: screensOf(definition).list.map((each) => ({ ...each, name: next() })) },
    routines: (definition.routines ?? []).map((routine) => ({ ...routine, name: next() })),
    queries: (definition.queries ?? []).map((query) => ({ ...query, name: next() })),
  });
});

test('so do those of every app that random edits lead to', async () => {
  let looked = 0;
  await fc.assert(
    fc.asyncProperty(fc.integer({ min: 1, max: 1_000_000 }), async (seed) => {
      const definition = await randomApp(seed);
      expectSame(definition);
      looked += definition.tables.length;
    }),
    { numRuns: Number(process.env.RUNS ?? 12), endOnFailure: true },
  );
  expect(looked).toBeGreaterThan(15);
}, 120_000);

test('a column that is called otherwise changes no line but those about it', () => {
  const { definition } = theatre(10);
  const linesOf = (of: Definition) =>
    appModules(of).flatMap(({ path, text }) => text.split('\n').map((line) => `${path} ${line}`));
  const tables = definition.tables.map((table) => ({
    ...table,
    columns: table.columns.map((column) => (column.name === 'Kept at' ? { ...column, name: 'Hangs at' } : column)),
  }));
  const before = new Set(linesOf(definition));
  const changed = linesOf({ ...definition, tables }).filter((line) => !before.has(line));
  expect(changed.length).toBeGreaterThan(0);
  expect(changed.filter((line) => !line.includes('Hangs at'))).toEqual([]);
});

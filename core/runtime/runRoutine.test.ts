import fc from 'fast-check';
import { definitionFaults } from '@/core/check';
import { compileRoutine } from '@/core/compile';
import type { Op } from '@/core/compiled';
import { applyEdit, type Edit } from '@/core/edit';
import type { Definition, Routine, Step } from '@/core/model';
import { memoryStore } from '@/core/store';
import { plainColumn } from '@/test/hats';
import { blank, hostEnvironment } from '@/test/host';
import {
  GoneError,
  linkOfTable,
  links,
  many,
  type Plain,
  type PlainPath,
  type PlainStep,
  runPlain,
  type Tables,
  textOf,
  TooManyError,
} from '@/test/plainRoutine';
import { AppHost } from '@/worker/appHost';

const edits: Edit[] = [
  ...(['boxes', 'pegs', 'tags'] as const).flatMap((id): Edit[] => [
    { kind: 'addTable', tableId: id, columnId: `${id}-0`, name: id.charAt(0).toUpperCase() + id.slice(1) },
    { kind: 'changeColumn', tableId: id, column: { ...plainColumn(`${id}-0`, 'Label'), kind: 'text' } },
    { kind: 'addColumn', tableId: id, column: { ...plainColumn(`${id}-n`, 'N'), kind: 'wholeNumber' } },
  ]),
  {
    kind: 'addColumn',
    tableId: 'pegs',
    column: { ...plainColumn('pegs-box', 'Box'), kind: 'link', tableId: 'boxes', inverse: 'Pegs', onDelete: 'unlink' },
  },
  {
    kind: 'addColumn',
    tableId: 'tags',
    column: { ...plainColumn('tags-peg', 'Peg'), kind: 'link', tableId: 'pegs', inverse: 'Tags', onDelete: 'cascade' },
  },
];

const plan: Definition = edits.reduce((definition, edit) => applyEdit(definition, edit).definition, blank);

const tableNames = ['boxes', 'pegs', 'tags'];

const pathFrom = (table: string): fc.Arbitrary<string[]> => {
  const paths = [
    [],
    ...Object.entries(links[table] ?? {}).flatMap(([link, to]) => [
      [link],
      ...Object.keys(links[to] ?? {}).map((next) => [link, next]),
    ]),
  ];
  return fc.constantFrom(...paths);
};

const endOf = (table: string, path: readonly string[]): string =>
  path.reduce((at, link) => links[at]?.[link] ?? '', table);

/** What is at hand: records by the names of their tables, and values. */
interface Hand {
  records: Readonly<Record<string, string>>;
  values: readonly string[];
}

const withRecord = (hand: Hand, name: string, table: string): Hand => ({
  ...hand,
  records: { ...hand.records, [name]: table },
});

function value(table: string, hand: Hand, depth = 1): fc.Arbitrary<Plain> {
  const number: fc.Arbitrary<Plain> = fc.integer({ min: -3, max: 9 }).map((each) => ({ kind: 'number', value: each }));
  const own: fc.Arbitrary<Plain> = pathFrom(table).map((path) => ({
    kind: 'path',
    from: null,
    links: path,
    column: 'n',
  }));
  const named = Object.entries(hand.records).map(([name, of]): fc.Arbitrary<Plain> =>
    pathFrom(of).map((path) => ({ kind: 'path', from: name, links: path, column: 'n' })),
  );
  const given = hand.values.map((name): fc.Arbitrary<Plain> => fc.constant({ kind: 'given', name }));
  const sums = pathFrom(table).chain((path): fc.Arbitrary<Plain> => {
    const side = Object.entries(many[endOf(table, path)] ?? {})[0];
    if (!side) return number;
    return fc
      .boolean()
      .map((counts) =>
        counts
          ? { kind: 'count', links: path, many: side[0] }
          : { kind: 'sum', links: path, many: side[0], column: 'n' },
      );
  });
  const leaf = fc.oneof(number, own, sums, ...named, ...given);
  return depth === 0
    ? leaf
    : fc.oneof(
        leaf,
        fc.tuple(leaf, leaf).map(([left, right]): Plain => ({ kind: 'plus', left, right })),
      );
}

const condition = (table: string, hand: Hand): fc.Arbitrary<Plain> =>
  fc.tuple(value(table, hand, 0), value(table, hand, 0)).map(([left, right]) => ({ kind: 'less', left, right }));

let names = 0;

/** A path to a record: from the row, by its name, or from another at hand. The row itself only by its name. */
const record = (rowName: string, table: string, hand: Hand): fc.Arbitrary<PlainPath> =>
  fc.oneof(
    { weight: 3, arbitrary: fc.constant({ from: rowName, links: [] as string[] }) },
    fc
      .constantFrom(...Object.keys(hand.records))
      .chain((from) => pathFrom(hand.records[from] as string).map((path) => ({ from, links: path }))),
    pathFrom(table).map((path) => (path.length === 0 ? { from: rowName, links: path } : { from: null, links: path })),
  );

const tableAt = (table: string, hand: Hand, { from, links: path }: PlainPath): string =>
  endOf(from === null ? table : (hand.records[from] as string), path);

/** The names of records at hand that are of a table. */
const namesOf = (hand: Hand, table: string | undefined): string[] =>
  Object.entries(hand.records).flatMap(([name, of]) => (of === table ? [name] : []));

/** The tables whose records belong to those of one, and to theirs. */
const linesOf: Record<string, string[]> = { boxes: ['pegs', 'tags'], pegs: ['tags'], tags: [] };

function copyOf(to: PlainPath, table: string, hand: Hand): fc.Arbitrary<PlainStep> {
  const of = tableAt(table, hand, to);
  return fc
    .tuple(fc.option(value(of, hand)), fc.boolean(), fc.nat(linesOf[of]?.length ?? 0))
    .map(([each, resets, lines]): PlainStep => ({
      kind: 'copy',
      record: to,
      name: `copy_${++names}`,
      value: each,
      resets: resets && !each,
      lines: (linesOf[of] ?? []).slice(0, lines),
    }));
}

function linkOf(to: PlainPath, table: string, hand: Hand): fc.Arbitrary<PlainStep> {
  const of = tableAt(table, hand, to);
  const link = linkOfTable[of];
  const ends = link ? namesOf(hand, links[of]?.[link]) : [];
  if (!link) return fc.constant({ kind: 'delete', record: to });
  return fc.constantFrom(
    { kind: 'unlink', record: to } as PlainStep,
    ...ends.map((from): PlainStep => ({ kind: 'link', record: to, to: { from, links: [] } })),
  );
}

function insertInto(into: string, table: string, hand: Hand): fc.Arbitrary<PlainStep> {
  const link = linkOfTable[into];
  const ways = link ? namesOf(hand, links[into]?.[link]).map((from): PlainPath => ({ from, links: [] })) : [];
  return fc.tuple(value(table, hand), fc.constantFrom(null, ...ways)).map(([each, to]): PlainStep => ({
    kind: 'insert',
    table: into,
    name: `made_${++names}`,
    value: each,
    link: to,
  }));
}

function oneStep(rowName: string, table: string, hand: Hand, depth: number): fc.Arbitrary<PlainStep> {
  const some = record(rowName, table, hand);
  const leaves = [
    some.chain((to) =>
      value(tableAt(table, hand, to), hand).map((each): PlainStep => ({
        kind: 'update',
        record: to,
        column: 'n',
        value: each,
      })),
    ),
    fc.constantFrom(...tableNames).chain((into) => insertInto(into, table, hand)),
    some.map((to): PlainStep => ({ kind: 'delete', record: to })),
    some.chain((to) => copyOf(to, table, hand)),
    some.chain((to) => linkOf(to, table, hand)),
    value(table, hand).map((each): PlainStep => ({ kind: 'set', name: `value_${++names}`, value: each })),
  ];
  if (depth === 0) return fc.oneof(...leaves);
  const each = fc.constantFrom(...tableNames).chain((over) => {
    const name = `row_${++names}`;
    return fc
      .tuple(fc.option(condition(over, hand)), steps(name, over, withRecord(hand, name, over), depth - 1))
      .map(([holds, body]): PlainStep => ({ kind: 'each', table: over, name, condition: holds, steps: body }));
  });
  const branch = fc
    .tuple(condition(table, hand), steps(rowName, table, hand, depth - 1), steps(rowName, table, hand, depth - 1))
    .map(([holds, then, otherwise]): PlainStep => ({ kind: 'if', condition: holds, steps: then, otherwise }));
  return fc.oneof(...leaves, { weight: 2, arbitrary: each }, { weight: 2, arbitrary: branch });
}

/** What is at hand after a step. */
function handAfter(step: PlainStep, table: string, hand: Hand): Hand {
  if (step.kind === 'insert') return withRecord(hand, step.name, step.table);
  if (step.kind === 'copy') return withRecord(hand, step.name, tableAt(table, hand, step.record));
  return step.kind === 'set' ? { ...hand, values: [...hand.values, step.name] } : hand;
}

/** Up to three steps, each with what those before have brought to hand. */
const steps = (rowName: string, table: string, hand: Hand, depth: number, most = 3): fc.Arbitrary<PlainStep[]> =>
  oneStep(rowName, table, hand, depth).chain((step) =>
    most <= 1
      ? fc.constant<PlainStep[]>([step])
      : fc.oneof(
          fc.constant<PlainStep[]>([step]),
          steps(rowName, table, handAfter(step, table, hand), depth, most - 1).map((more) => [step, ...more]),
        ),
  );

const pathText = ({ from, links: path }: PlainPath) => [...(from === null ? [] : [`:${from}`]), ...path].join('.');

let ids = 0;

/** Steps as a routine has them, seen from a row of a table. */
function stepsOf(plain: readonly PlainStep[], table: string, start: Hand): Step[] {
  let hand = start;
  return plain.map((each) => {
    const step = stepOf(each, table, hand);
    hand = handAfter(each, table, hand);
    return step;
  });
}

function stepOf(step: PlainStep, table: string, hand: Hand): Step {
  const id = `s${++ids}`;
  const of = 'record' in step ? tableAt(table, hand, step.record) : '';
  const to = 'record' in step ? pathText(step.record) : '';
  const columnId = `${of}-${linkOfTable[of] ?? ''}`;
  switch (step.kind) {
    case 'update':
      return { id, kind: 'update', record: to, values: [{ columnId: `${of}-n`, text: textOf(step.value) }] };
    case 'copy':
      return {
        id,
        kind: 'copy',
        record: to,
        name: step.name,
        values: step.value ? [{ columnId: `${of}-n`, text: textOf(step.value) }] : [],
        resetIds: step.resets ? [`${of}-n`] : [],
        lineIds: step.lines.map((line) => `${line}-${linkOfTable[line] ?? ''}`),
      };
    case 'link':
      return { id, kind: 'link', record: to, columnId, to: pathText(step.to) };
    case 'unlink':
      return { id, kind: 'unlink', record: to, columnId };
    case 'set':
      return { id, kind: 'set', name: step.name, text: textOf(step.value) };
    case 'insert': {
      const link = linkOfTable[step.table];
      return {
        id,
        kind: 'insert',
        tableId: step.table,
        name: step.name,
        values: [
          { columnId: `${step.table}-n`, text: textOf(step.value) },
          ...(link && step.link ? [{ columnId: `${step.table}-${link}`, text: pathText(step.link) }] : []),
        ],
      };
    }
    case 'delete':
      return { id, kind: 'delete', record: to };
    case 'each':
      return {
        id,
        kind: 'each',
        tableId: step.table,
        name: step.name,
        ...(step.condition ? { condition: textOf(step.condition) } : {}),
        steps: stepsOf(step.steps, step.table, withRecord(hand, step.name, step.table)),
      };
    case 'if':
      return {
        id,
        kind: 'if',
        condition: textOf(step.condition),
        steps: stepsOf(step.steps, table, hand),
        otherwise: stepsOf(step.otherwise, table, hand),
      };
  }
}

const handOf = (table: string): Hand => ({ records: { this: table }, values: [] });

const startTables = (): Tables => ({
  boxes: new Map([1, 2, 3].map((id) => [id, { n: id * 2 }])),
  pegs: new Map([1, 2, 3, 4, 5].map((id) => [id, { n: id - 2, box: id === 5 ? null : (id % 3) + 1 }])),
  tags: new Map([1, 2, 3, 4].map((id) => [id, { n: id, peg: (id % 2) + 1 }])),
});

async function freshHost(routine: Routine): Promise<AppHost> {
  const kv = memoryStore();
  await AppHost.install(await hostEnvironment(kv), {
    format: 'fern-shelf-app',
    version: 1,
    definition: { ...plan, routines: [routine] },
  });
  const host = await AppHost.open(await hostEnvironment(kv));
  const statements = Object.entries(startTables()).flatMap(([table, rows]) =>
    [...rows].map(([id, row]) => ({
      sql: `INSERT INTO ${table} (id, ${Object.keys(row).join(', ')})
        VALUES (${[id, ...Object.values(row).map((each) => each ?? 'NULL')].join(', ')})`,
      params: {},
      table,
    })),
  );
  await host.write({ verb: 'Laid', statements });
  return host;
}

async function rowsOf(host: AppHost): Promise<Record<string, unknown>> {
  const all = await Promise.all(
    tableNames.map(
      async (table) =>
        [
          table,
          (
            await host.read({
              sql: `SELECT id, n${linkOfTable[table] ? `, ${linkOfTable[table]}` : ''} FROM ${table} ORDER BY id`,
            })
          ).rows,
        ] as const,
    ),
  );
  return Object.fromEntries(all);
}

const plainRows = (tables: Tables) =>
  Object.fromEntries(
    Object.entries(tables).map(([table, rows]) => [
      table,
      [...rows].sort(([left], [right]) => left - right).map(([id, row]) => ({ id, ...row })),
    ]),
  );

const opsIn = (ops: readonly Op[]): Op[] =>
  ops.flatMap((op) => [
    op,
    ...(op.kind === 'each' ? opsIn(op.ops) : op.kind === 'if' ? [...opsIn(op.ops), ...opsIn(op.otherwise)] : []),
  ]);

/** Whether the work comes to a record that is gone. A trial that makes too many rows, or too large a number, is left out. */
function failsWith(work: () => void): boolean {
  try {
    work();
    return false;
  } catch (error) {
    if (error instanceof GoneError) return true;
    fc.pre(!(error instanceof TooManyError));
    throw error;
  }
}

test('random routines, whatever of them runs at once, leave the same rows as one that goes row by row', async () => {
  let batched = 0;
  let loops = 0;
  const ofMany = { batched: 0, oneByOne: 0 };
  await fc.assert(
    fc.asyncProperty(
      fc
        .constantFrom(...tableNames)
        .chain((table) => fc.tuple(fc.constant(table), steps('this', table, handOf(table), 2))),
      fc.uniqueArray(fc.integer({ min: 1, max: 3 }), { minLength: 1, maxLength: 3 }),
      async ([table, plain], recordIds) => {
        const routine: Routine = {
          id: 'r',
          name: 'Trial',
          tableId: table,
          steps: stepsOf(plain, table, handOf(table)),
        };
        expect(definitionFaults({ ...plan, routines: [routine] })).toEqual([]);
        const loopsMade = opsIn(compileRoutine(plan, routine).ops).filter((op) => op.kind === 'each');
        loops += loopsMade.length;
        if (recordIds.length > 1) ofMany[compileRoutine(plan, routine).batched ? 'batched' : 'oneByOne']++;
        batched += loopsMade.filter((op) => op.kind === 'each' && op.batched).length;
        let tables = startTables();
        const fails = failsWith(() => {
          const made = { boxes: 3, pegs: 5, tags: 4 };
          for (const id of recordIds)
            runPlain(tables, made, plain, { table, id }, { records: { this: { table, id } }, values: {} });
        });
        const host = await freshHost(routine);
        const running = host.runRoutine({ routineId: 'r', recordIds, answers: {} });
        if (fails) {
          await expect(running).rejects.toMatchObject({
            problem: { code: 'routine', reason: { code: 'constraint', rule: 'foreign-key' } },
          });
          tables = startTables();
        } else expect((await running).kind).toBe('done');
        expect(await rowsOf(host)).toEqual(plainRows(tables));
        await host.close();
      },
    ),
    { numRuns: Number(process.env.RUNS ?? 120) },
  );
  // Both ways were tried.
  expect(batched).toBeGreaterThan(loops / 20);
  expect(batched).toBeLessThan(loops);
  expect(Math.min(ofMany.batched, ofMany.oneByOne)).toBeGreaterThan(0);
}, 120_000);

test('a routine that doubles what is there again and again is stopped, says so, and leaves nothing', async () => {
  const doubles: Routine = {
    id: 'r',
    name: 'Doubles',
    tableId: 'boxes',
    steps: [
      {
        id: 'a',
        kind: 'each',
        tableId: 'tags',
        name: 'tag',
        steps: [
          {
            id: 'b',
            kind: 'each',
            tableId: 'boxes',
            name: 'box',
            steps: [
              { id: 'c', kind: 'insert', tableId: 'boxes', name: 'more', values: [{ columnId: 'boxes-n', text: '0' }] },
            ],
          },
        ],
      },
    ],
  };
  const host = await freshHost(doubles);
  const before = await rowsOf(host);
  await expect(
    host.runRoutine({ routineId: 'r', recordIds: [1, 2, 3].flatMap(() => [1, 2, 3]), answers: {} }),
  ).rejects.toMatchObject({
    problem: {
      code: 'routine',
      routine: 'Doubles',
      reason: { reason: 'the routine was stopped after writing 2,000,000 rows' },
    },
  });
  expect(await rowsOf(host)).toEqual(before);
  await host.close();
}, 120_000);

import { definitionFaults } from '@/core/check';
import { deletion } from '@/core/compile';
import { applyEdit, type Edit } from '@/core/edit';
import { firstReason } from '@/core/fault';
import { allSteps, type Definition, type Routine, type Step } from '@/core/model';
import { placedSteps, stepSentence } from '@/core/plan';
import { describeProblem, ProblemError } from '@/core/problem';
import { name, param, sql } from '@/core/sql';
import { memoryStore } from '@/core/store';
import { openDemo } from '@/test/demoHost';
import { hatPlan, plainColumn } from '@/test/hats';
import { blank, hostEnvironment } from '@/test/host';
import { AppHost } from '@/worker/appHost';

const hats: Definition = [
  ...hatPlan('Play'),
  {
    kind: 'changeColumn',
    tableId: 'h',
    column: { ...plainColumn('h1', 'Name'), kind: 'text', required: true, unique: true },
  } as Edit,
  { kind: 'addColumn', tableId: 'h', column: { ...plainColumn('h4', 'Worn'), kind: 'wholeNumber', max: 9 } } as Edit,
  { kind: 'addColumn', tableId: 'p', column: { ...plainColumn('p3', 'Note'), kind: 'text' } } as Edit,
].reduce((definition, edit) => applyEdit(definition, edit).definition, blank);

/** Hats and plays joined by a table of who wears what where. */
const joined: Definition = (
  [
    ...hatPlan('Play'),
    { kind: 'addTable', tableId: 'w', columnId: 'w0', name: 'Wearings' },
    {
      kind: 'addColumn',
      tableId: 'w',
      column: {
        ...plainColumn('w1', 'Hat'),
        kind: 'link',
        tableId: 'h',
        inverse: 'Wearings',
        onDelete: 'cascade',
        required: true,
      },
    },
    {
      kind: 'addColumn',
      tableId: 'w',
      column: {
        ...plainColumn('w2', 'Play'),
        kind: 'link',
        tableId: 'p',
        inverse: 'Worn there',
        onDelete: 'cascade',
        required: true,
      },
    },
    { kind: 'removeColumn', tableId: 'w', columnId: 'w0' },
  ] as Edit[]
).reduce((definition, edit) => applyEdit(definition, edit).definition, blank);

const linked: Definition = {
  ...joined,
  tables: joined.tables.map((table) => (table.id === 'w' ? { ...table, linking: true } : table)),
};

const routine = (steps: Step[], more: Partial<Routine> = {}): Routine => ({
  id: 'r',
  name: 'Trial',
  tableId: 'p',
  steps,
  ...more,
});

const faultOf = (...routines: Routine[]) => firstReason(definitionFaults({ ...hats, routines }));

async function hostWith(...routines: Routine[]): Promise<AppHost> {
  expect(faultOf(...routines)).toBeNull();
  const kv = memoryStore();
  await AppHost.install(await hostEnvironment(kv), {
    format: 'fern-shelf-app',
    version: 1,
    definition: { ...hats, routines },
  });
  const host = await AppHost.open(await hostEnvironment(kv));
  const rows = [
    "INSERT INTO plays (name) VALUES ('Ferry'), ('Gulls')",
    "INSERT INTO hats (name, price, play, worn) VALUES ('Bonnet', 1000, 1, 2), ('Crown', 2500, 1, 9), ('Cap', NULL, 2, 1)",
  ];
  await host.write({
    verb: 'Laid',
    statements: rows.map((sql) => ({ sql, params: {}, table: sql.includes('plays') ? 'plays' : 'hats' })),
  });
  return host;
}

test('what a step makes is held to the rules of its table, also what only the database knows to be wrong', async () => {
  const add = (text: string): Step => ({
    id: 'a',
    kind: 'insert',
    tableId: 'h',
    name: 'made',
    values: [
      { columnId: 'h1', text: "'Veil'" },
      { columnId: 'h4', text },
    ],
  });
  for (const [text, stands] of [
    ['count(hats) + 8', false],
    ['count(hats) + 7', true],
  ] as const) {
    const host = await hostWith(routine([add(text)]));
    const running = host.runRoutine({ routineId: 'r', recordIds: [1], answers: {} });
    if (stands) expect((await running).kind).toBe('done');
    else
      await expect(running).rejects.toMatchObject({
        problem: { code: 'routine', reason: { code: 'invalid-value', place: 'Hat' } },
      });
    expect(await read(host, "SELECT worn FROM hats WHERE name = 'Veil'")).toEqual(stands ? [{ worn: 9 }] : []);
    await host.close();
  }
});

test('taking a link away that is a row of a linking table deletes it, and starts what deleting starts', () => {
  const circle = (kind: 'link' | 'unlink') =>
    firstReason(
      definitionFaults({
        ...linked,
        routines: [
          {
            id: 'a',
            name: 'Put on',
            tableId: 'h',
            starts: ['saving'],
            steps: [
              kind === 'unlink'
                ? { id: 's', kind, record: ':this', columnId: 'w1' }
                : { id: 's', kind, record: ':this', columnId: 'w1', to: ':this.play' },
            ],
          },
          {
            id: 'b',
            name: 'Mark',
            tableId: 'w',
            starts: ['deleting'],
            steps: [{ id: 's', kind: 'update', record: ':this.hat', values: [{ columnId: 'h2', text: '0' }] }],
          },
        ],
      }),
    );
  expect(circle('unlink')).toBe('it would start itself again: Put on → Mark → Put on');
  expect(circle('link')).toBeNull();
});

const read = async (host: AppHost, sql: string) => (await host.read({ sql })).rows;

const gone = (table: string, column: string) => deletion(table, [sql`${name(column)} = ${param(column)}`]);

const run = (host: AppHost, answers: Record<string, string | number> = {}, recordIds: readonly number[] = [1]) =>
  host.runRoutine({ routineId: 'r', recordIds, answers });

const wear: Step = {
  id: 'each',
  kind: 'each',
  tableId: 'h',
  condition: 'play = :this',
  name: 'hat',
  steps: [{ id: 'up', kind: 'update', record: ':hat', values: [{ columnId: 'h4', text: 'worn + 1' }] }],
};

describe('a failed step', () => {
  const good: Step[] = [
    {
      id: 'a',
      kind: 'insert',
      tableId: 'h',
      name: 'new_hat',
      values: [
        { columnId: 'h1', text: "'Veil of ' || name" },
        { columnId: 'h3', text: ':this' },
      ],
    },
    { id: 'b', kind: 'update', record: ':this', values: [{ columnId: 'p3', text: ":new_hat || ', ' || count(hats)" }] },
    {
      id: 'c',
      kind: 'each',
      tableId: 'h',
      condition: 'worn < 3',
      name: 'hat',
      steps: [
        { id: 'c1', kind: 'update', record: ':hat', values: [{ columnId: 'h2', text: 'coalesce(price, 0) + 5' }] },
        {
          id: 'c2',
          kind: 'if',
          condition: 'price > 5',
          steps: [{ id: 'c3', kind: 'delete', record: ':hat' }],
          otherwise: [],
        },
      ],
    },
    { id: 'd', kind: 'unlink', record: ':new_hat', columnId: 'h3' },
  ];
  const bad: Step = {
    id: 'bad',
    kind: 'insert',
    tableId: 'h',
    name: 'twin',
    values: [{ columnId: 'h1', text: "'Crown'" }],
  };
  /** The steps with one that must fail at the place `at`, in the order of reading. */
  const withBad = (steps: readonly Step[], at: { left: number }): Step[] =>
    steps.flatMap((step) => {
      const before = at.left-- === 0 ? [bad] : [];
      return [
        ...before,
        step.kind === 'each'
          ? { ...step, steps: withBad(step.steps, at) }
          : step.kind === 'if'
            ? { ...step, steps: withBad(step.steps, at) }
            : step,
      ];
    });

  it.each(allSteps(good).map((_, index) => index))('at place %i leaves the database as it was', async (at) => {
    const host = await hostWith(routine(withBad(good, { left: at })));
    const dump = await host.dump();
    await expect(run(host)).rejects.toMatchObject({
      problem: {
        code: 'routine',
        step: 'Add a hat: set Name to “Crown”.',
        reason: { code: 'constraint', rule: 'unique', column: 'Name' },
      },
    });
    expect(await host.dump()).toBe(dump);
    expect(host.state().undo).toBe('Laid');
  });

  it('tells the step, the row and what is wrong, also where all rows are done at once', async () => {
    const host = await hostWith(routine([wear]));
    const error = await run(host).catch((thrown: unknown) => thrown);
    if (!(error instanceof ProblemError)) throw error;
    const { what, kept } = describeProblem(error.problem);
    expect(what).toBe('Trial stopped at “Of the hat, set Worn to worn + 1.”, for Crown: Hat: Worn: 9 at the most.');
    expect(kept).toBe('Nothing of it was kept.');
    expect(await read(host, 'SELECT worn FROM hats ORDER BY id')).toEqual([{ worn: 2 }, { worn: 9 }, { worn: 1 }]);
  });

  it('that cannot be stored is taken back', async () => {
    const kv = memoryStore();
    await AppHost.install(await hostEnvironment(kv), {
      format: 'fern-shelf-app',
      version: 1,
      definition: {
        ...hats,
        routines: [
          routine([{ id: 'a', kind: 'update', record: ':this', values: [{ columnId: 'p3', text: "'Seen'" }] }]),
        ],
      },
    });
    const host = await AppHost.open(await hostEnvironment(kv));
    await host.write({
      verb: 'Laid',
      statements: [{ sql: "INSERT INTO plays (name) VALUES ('Ferry')", params: {}, table: 'plays' }],
    });
    jest.spyOn(kv, 'setMany').mockRejectedValue(new Error('full'));
    await expect(run(host)).rejects.toThrow();
    expect(await read(host, 'SELECT note FROM plays')).toEqual([{ note: null }]);
  });
});

describe('a question', () => {
  const asks = routine([
    { id: 'ask', kind: 'ask', name: 'how_many', question: 'How many?', answer: { kind: 'number' } },
    { id: 'sure', kind: 'ask', name: 'sure', question: 'Sure?', answer: { kind: 'confirm' } },
    { id: 'which', kind: 'ask', name: 'other', question: 'Which hat?', answer: { kind: 'record', tableId: 'h' } },
    { id: 'set', kind: 'update', record: ':other', values: [{ columnId: 'h4', text: ':how_many' }] },
    { id: 'say', kind: 'message', text: ":other || ' was worn ' || :how_many || ' times'" },
  ]);

  it('is put before anything is kept, one after another, and a no ends it', async () => {
    const host = await hostWith(asks);
    const first = await run(host);
    expect(first).toMatchObject({ kind: 'asks', question: { question: 'How many?', answer: { kind: 'number' } } });
    const keyOf = (result: Awaited<ReturnType<typeof run>>) => (result.kind === 'asks' ? result.question.key : '');
    const answers = { [keyOf(first)]: 4 };
    const second = await run(host, answers);
    expect(await run(host, { ...answers, [keyOf(second)]: 0 })).toEqual({ kind: 'stopped' });
    const third = await run(host, { ...answers, [keyOf(second)]: 1 });
    expect(third).toMatchObject({ kind: 'asks', question: { answer: { kind: 'record', tableId: 'h' } } });
    expect(host.state().undo).toBe('Laid');
    const done = await run(host, { ...answers, [keyOf(second)]: 1, [keyOf(third)]: 3 });
    expect(done).toMatchObject({ kind: 'done', messages: ['Cap was worn 4 times'], ripple: { label: 'Trial: Ferry' } });
    expect(await read(host, 'SELECT worn FROM hats WHERE id = 3')).toEqual([{ worn: 4 }]);
  });

  it('in a loop is put for each row', async () => {
    const host = await hostWith(
      routine([
        {
          id: 'each',
          kind: 'each',
          tableId: 'h',
          condition: 'play = :this',
          name: 'hat',
          steps: [
            { id: 'ask', kind: 'ask', name: 'n', question: 'Times?', answer: { kind: 'number' } },
            { id: 'set', kind: 'update', record: ':hat', values: [{ columnId: 'h4', text: ':n' }] },
          ],
        },
      ]),
    );
    const answers: Record<string, number> = {};
    for (const [of, value] of [
      ['Bonnet', 5],
      ['Crown', 6],
    ] as const) {
      const result = await run(host, answers);
      if (result.kind !== 'asks') throw new Error(result.kind);
      expect(result.question).toMatchObject({ question: 'Times?', of });
      answers[result.question.key] = value;
    }
    expect((await run(host, answers)).kind).toBe('done');
    expect(await read(host, 'SELECT worn FROM hats ORDER BY id')).toEqual([{ worn: 5 }, { worn: 6 }, { worn: 1 }]);
  });
});

describe('a routine on several records', () => {
  const note = (text: string): Step => ({
    id: 'note',
    kind: 'update',
    record: ':this',
    values: [{ columnId: 'p3', text }],
  });

  it('is one transaction with one undo, in as few statements as for one', async () => {
    const host = await hostWith(
      routine([
        note("name || ' has ' || count(hats)"),
        {
          id: 'add',
          kind: 'insert',
          tableId: 'h',
          name: 'made',
          values: [
            { columnId: 'h1', text: "'Hood of ' || name" },
            { columnId: 'h3', text: ':this' },
          ],
        },
      ]),
    );
    // How many hats there are is told by those that are added: one after another.
    const done = await run(host, {}, [2, 1]);
    expect(done).toMatchObject({ kind: 'done', ripple: { label: 'Trial: 2 plays' } });
    expect(await read(host, 'SELECT note FROM plays ORDER BY id')).toEqual([
      { note: 'Ferry has 2' },
      { note: 'Gulls has 1' },
    ]);
    expect(await read(host, 'SELECT name FROM hats WHERE id > 3 ORDER BY id')).toEqual([
      { name: 'Hood of Gulls' },
      { name: 'Hood of Ferry' },
    ]);
    await host.undo();
    expect(host.state().undo).toBe('Laid');
    await host.edit({ kind: 'setRoutine', routine: routine([note('upper(name)')]) }, {});
    const together = await run(host, {}, [1, 2]);
    expect(
      together.kind === 'done' && together.ripple.statements.filter(({ sql }) => sql.startsWith('UPDATE')),
    ).toHaveLength(1);
    expect(await read(host, 'SELECT note FROM plays ORDER BY id')).toEqual([{ note: 'FERRY' }, { note: 'GULLS' }]);
  });

  it('asks once for all of them', async () => {
    const host = await hostWith(
      routine([{ id: 'ask', kind: 'ask', name: 'words', question: 'What?', answer: { kind: 'text' } }, note(':words')]),
    );
    const asked = await run(host, {}, [1, 2]);
    if (asked.kind !== 'asks') throw new Error(asked.kind);
    expect(asked.question.of).toBeNull();
    const done = await run(host, { [asked.question.key]: 'Sold out' }, [1, 2]);
    expect(done.kind === 'done' && done.ripple.statements.filter(({ sql }) => sql.startsWith('UPDATE'))).toHaveLength(
      1,
    );
    expect(await read(host, 'SELECT note FROM plays')).toEqual([{ note: 'Sold out' }, { note: 'Sold out' }]);
  });

  it('changes none of them where one fails or is gone', async () => {
    const host = await hostWith(
      routine([{ id: 'worn', kind: 'update', record: ':this', values: [{ columnId: 'h4', text: 'worn + 1' }] }], {
        tableId: 'h',
      }),
    );
    await expect(run(host, {}, [1, 3, 2])).rejects.toMatchObject({ problem: { code: 'routine', row: 'Crown' } });
    await expect(run(host, {}, [1, 17])).rejects.toMatchObject({ problem: { code: 'row-gone', table: 'Hat' } });
    expect(await read(host, 'SELECT worn FROM hats ORDER BY id')).toEqual([{ worn: 2 }, { worn: 9 }, { worn: 1 }]);
    expect(host.state().undo).toBe('Laid');
  });

  it('goes on where one of them takes another along', async () => {
    const others: Step = {
      id: 'others',
      kind: 'each',
      tableId: 'p',
      condition: 'name <> :this.name',
      name: 'other',
      steps: [{ id: 'gone', kind: 'delete', record: ':other' }],
    };
    const host = await hostWith(routine([others, note("'Last'")]));
    expect((await run(host, {}, [2, 1])).kind).toBe('done');
    expect(await read(host, 'SELECT id, note FROM plays')).toEqual([{ id: 2, note: 'Last' }]);
  });
});

describe('routines that start one another', () => {
  const onSave: Routine = {
    id: 'saved',
    name: 'Count hats',
    tableId: 'h',
    starts: ['saving'],
    steps: [
      { id: 's', kind: 'update', record: ':this.play', values: [{ columnId: 'p3', text: "count(hats) || ' hats'" }] },
    ],
  };
  const onDelete: Routine = {
    id: 'gone',
    name: 'Note loss',
    tableId: 'h',
    starts: ['deleting'],
    steps: [{ id: 's', kind: 'update', record: 'play', values: [{ columnId: 'p3', text: "'Lost ' || :this" }] }],
  };

  it('run with the save or the delete, in one transaction with one undo', async () => {
    const host = await hostWith(onSave, onDelete);
    await host.write({
      verb: 'Saved',
      statements: [{ sql: "INSERT INTO hats (name, play) VALUES ('Veil', 2)", params: {}, table: 'hats' }],
    });
    expect(await read(host, 'SELECT note FROM plays WHERE id = 2')).toEqual([{ note: '2 hats' }]);
    await host.write({
      verb: 'Deleted',
      statements: [{ ...gone('hats', 'id'), params: { id: 1 }, table: 'hats' }],
    });
    expect(await read(host, 'SELECT note FROM plays WHERE id = 1')).toEqual([{ note: 'Lost Bonnet' }]);
    await host.undo();
    await host.undo();
    expect(await read(host, 'SELECT note FROM plays WHERE id = 2')).toEqual([{ note: '1 hats' }]);
    expect(await read(host, 'SELECT count(*) AS n FROM hats')).toEqual([{ n: 3 }]);
  });

  it('run for cascaded deletes, too, and for what another takes the place of', async () => {
    const [note, lost] = [
      { kind: 'addTable', tableId: 'l', columnId: 'l1', name: 'Losses' },
      {
        kind: 'changeColumn',
        tableId: 'h',
        column: { ...plainColumn('h3', 'Play'), kind: 'link', tableId: 'p', inverse: 'Hats', onDelete: 'cascade' },
      },
    ] as Edit[];
    const told: Routine = {
      id: 'told',
      name: 'Tell',
      tableId: 'h',
      starts: ['deleting'],
      steps: [
        {
          id: 's',
          kind: 'insert',
          tableId: 'l',
          name: 'loss',
          values: [{ columnId: 'l1', text: "name || ' of ' || play" }],
        },
      ],
    };
    const host = await hostWith();
    for (const edit of [
      note,
      lost,
      { kind: 'setRoutine', routine: told },
      { kind: 'setRoutine', routine: routine([{ id: 'd', kind: 'delete', record: ':this' }]) },
    ] as Edit[])
      await host.edit(edit, {});
    const losses = async () => (await read(host, 'SELECT name FROM losses ORDER BY id')).map(({ name }) => name);
    await host.write({
      verb: 'Deleted',
      statements: [{ ...gone('plays', 'id'), params: { id: 1 }, table: 'plays' }],
    });
    expect(await losses()).toEqual(['Bonnet of Ferry', 'Crown of Ferry']);
    await run(host, {}, [2]);
    expect(await losses()).toEqual(['Bonnet of Ferry', 'Crown of Ferry', 'Cap of Gulls']);
    await host.undo();
    await host.write({
      verb: 'Saved',
      statements: [
        { ...gone('hats', 'name'), params: { name: 'Cap' }, table: 'hats' },
        { sql: "INSERT INTO hats (name) VALUES ('Cap')", params: {}, table: 'hats' },
      ],
    });
    expect((await losses()).at(-1)).toBe('Cap of Gulls');
    await host.undo();
    await host.undo();
    expect(await losses()).toEqual([]);
  });

  it('are told of a circle that leads over cascaded deletes', () => {
    const cascade: Edit = {
      kind: 'changeColumn',
      tableId: 'h',
      column: { ...plainColumn('h3', 'Play'), kind: 'link', tableId: 'p', inverse: 'Hats', onDelete: 'cascade' },
    };
    const plan = applyEdit(hats, cascade).definition;
    const ends: Routine = {
      id: 'ends',
      name: 'End',
      tableId: 'h',
      starts: ['deleting'],
      steps: [{ id: 'e', kind: 'update', record: 'play', values: [{ columnId: 'p3', text: "'Over'" }] }],
    };
    const strikes: Routine = {
      id: 'strikes',
      name: 'Strike',
      tableId: 'p',
      starts: ['saving'],
      steps: [
        {
          id: 'd',
          kind: 'each',
          tableId: 'p',
          condition: "note = 'Over'",
          name: 'other',
          steps: [{ id: 'x', kind: 'delete', record: ':other' }],
        },
      ],
    };
    expect(firstReason(definitionFaults({ ...plan, routines: [ends, strikes] }))).toBe(
      'it would start itself again: End → Strike → End',
    );
    expect(faultOf(ends, strikes)).toBeNull();
  });

  it('are started by what a routine writes, too, but none by what it writes itself', async () => {
    const host = await hostWith(onSave, routine([{ ...wear, condition: 'play = :this AND worn < 9' } as Step]), {
      id: 'self',
      name: 'Trim',
      tableId: 'p',
      starts: ['saving'],
      steps: [
        { id: 's', kind: 'update', record: ':this', values: [{ columnId: 'p3', text: "coalesce(note, '') || '!'" }] },
      ],
    });
    await run(host);
    expect(await read(host, 'SELECT note FROM plays WHERE id = 1')).toEqual([{ note: '2 hats!' }]);
  });

  it('that ask are refused, also where they only lead to one that asks', () => {
    const asks: Routine = {
      id: 'asks',
      name: 'Which',
      steps: [{ id: 'q', kind: 'ask', name: 'why', question: 'Why?', answer: { kind: 'text' } }],
    };
    const leads: Routine = {
      id: 'leads',
      name: 'Leads',
      tableId: 'h',
      steps: [{ id: 'l', kind: 'run', routineId: 'asks' }],
    };
    expect(faultOf(leads, asks)).toBeNull();
    expect(faultOf({ ...leads, starts: ['saving'] }, asks)).toBe(
      'a routine that asks a person or the catalogue cannot be started by saving or deleting, and it leads to Which',
    );
    expect(faultOf({ ...asks, tableId: 'h', starts: ['deleting'] })).toBe(
      'a routine that asks a person or the catalogue cannot be started by saving or deleting',
    );
  });

  it('in a circle are refused, with the circle', () => {
    const back: Routine = {
      id: 'back',
      name: 'Back',
      tableId: 'p',
      starts: ['saving'],
      steps: [
        {
          id: 's',
          kind: 'each',
          tableId: 'h',
          condition: 'play = :this',
          name: 'hat',
          steps: [{ id: 't', kind: 'update', record: ':hat', values: [{ columnId: 'h4', text: '1' }] }],
        },
      ],
    };
    expect(faultOf(onSave, back)).toBe('it would start itself again: Count hats → Back → Count hats');
    expect(faultOf(routine([{ id: 'x', kind: 'run', routineId: 'r', record: ':this' }]))).toBe(
      'it would start itself again: Trial → Trial',
    );
  });
});

describe('what is wrong with a routine', () => {
  it.each<[string, Step]>([
    [
      '“nme”: at character 1, there is no column “nme”; did you mean “name”?',
      { id: 'a', kind: 'update', record: ':this', values: [{ columnId: 'p3', text: 'nme' }] },
    ],
    [
      '“12”: Play takes a record that a path leads to, such as :this',
      {
        id: 'a',
        kind: 'insert',
        tableId: 'h',
        name: 'hat',
        values: [
          { columnId: 'h1', text: "'x'" },
          { columnId: 'h3', text: '12' },
        ],
      },
    ],
    [
      '“:hat”: at character 1, there is no parameter “:hat”',
      { id: 'a', kind: 'update', record: ':hat', values: [{ columnId: 'h1', text: "'x'" }] },
    ],
    [
      'Hats › Name must not be blank: give it a value',
      { id: 'a', kind: 'insert', tableId: 'h', name: 'hat', values: [] },
    ],
    [
      '“name”: Worn takes a whole number, not text',
      {
        id: 'a',
        kind: 'insert',
        tableId: 'h',
        name: 'hat',
        values: [
          { columnId: 'h1', text: "'x'" },
          { columnId: 'h4', text: 'name' },
        ],
      },
    ],
    [
      "“'Attic'”: Stage: expected one of Main, Cellar",
      { id: 'a', kind: 'update', record: ':this', values: [{ columnId: 'p2', text: "'Attic'" }] },
    ],
    ['“name” leads to no record', { id: 'a', kind: 'delete', record: 'name' }],
    ['“:this” is there already', { id: 'a', kind: 'set', name: 'this', text: '1' }],
    ['Play shows a record: say which', { id: 'a', kind: 'go', screenId: 'record-p' }],
    ['the routine that it runs is not there', { id: 'a', kind: 'run', routineId: 'none' }],
  ])('%s', (reason, step) => expect(faultOf(routine([step]))).toBe(reason));

  it('follows renames, and keeps what it needs', () => {
    const steps: Step[] = [
      {
        id: 'e',
        kind: 'each',
        tableId: 'h',
        condition: 'play = :this AND worn < 3',
        name: 'hat',
        steps: [
          {
            id: 'u',
            kind: 'update',
            record: ':hat.play',
            values: [{ columnId: 'p3', text: ":hat.name || ' ' || :hat.worn" }],
          },
        ],
      },
    ];
    const definition = { ...hats, routines: [routine(steps)] };
    const renamed = applyEdit(definition, {
      kind: 'changeColumn',
      tableId: 'h',
      column: { ...plainColumn('h4', 'Times worn'), kind: 'wholeNumber' },
    }).definition;
    const all = renamed.routines?.[0]?.steps ?? [];
    expect(all[0]).toMatchObject({
      condition: 'play = :this AND times_worn < 3',
      steps: [{ values: [{ text: ":hat.name || ' ' || :hat.times_worn" }] }],
    });
    expect(
      placedSteps(renamed, { tableId: 'p', steps: all }).map(({ step, scope }) => stepSentence(renamed, step, scope)),
    ).toEqual(
      [
        'For each hat where play = this play AND times worn < 3:',
        'Of the hat’s play, set Note to the hat’s name || “ ” || the hat’s times worn.',
      ].map((sentence) => sentence.replace('“ ”', "' '")),
    );
    expect(() => applyEdit(definition, { kind: 'removeColumn', tableId: 'h', columnId: 'h4' })).toThrow(
      'Worn is used by the routine Trial.',
    );
    expect(() => applyEdit(definition, { kind: 'removeTable', tableId: 'h' })).toThrow(
      'Hats is used by the routine Trial.',
    );
  });
});

test('rows that are only for their owner stay theirs in a routine', async () => {
  const { host, rows } = await openDemo();
  const { definition } = host.state();
  const done: Routine = {
    id: 'done',
    name: 'All done',
    steps: [
      {
        id: 'e',
        kind: 'each',
        tableId: 't9',
        name: 'errand',
        steps: [{ id: 'u', kind: 'update', record: ':errand', values: [{ columnId: 't9-04', text: 'TRUE' }] }],
      },
    ],
  };
  await host.edit({ kind: 'setRoutine', routine: done }, {});
  expect(definition.people).toBeDefined();
  const open = 'SELECT _owner AS owner, count(*) AS n FROM errands WHERE NOT done GROUP BY 1 ORDER BY 1';
  const before = await rows(open);
  await host.runRoutine({ routineId: 'done', recordIds: [], answers: {}, person: 2 });
  expect(await rows(open)).toEqual(before.filter(({ owner }) => owner !== 2));
  // One's own row that is gone meanwhile is no row of somebody else.
  const [mine, theirs] = await Promise.all(
    [2, 1].map(async (owner) =>
      Number((await rows(`SELECT min(id) AS id FROM errands WHERE _owner = ${owner}`))[0]?.id),
    ),
  );
  const twice: Routine = {
    id: 'twice',
    name: 'Drop',
    tableId: 't9',
    steps: [
      { id: 'd', kind: 'delete', record: ':this' },
      { id: 'u', kind: 'update', record: ':this', values: [{ columnId: 't9-04', text: 'TRUE' }] },
      { id: 'e', kind: 'delete', record: ':this' },
    ],
  };
  await host.edit({ kind: 'setRoutine', routine: twice }, {});
  await expect(
    host.runRoutine({ routineId: 'twice', recordIds: [theirs as number], answers: {}, person: 2 }),
  ).rejects.toMatchObject({ problem: { code: 'row-gone' } });
  expect(
    await host.runRoutine({ routineId: 'twice', recordIds: [mine as number], answers: {}, person: 2 }),
  ).toMatchObject({ kind: 'done' });
  expect(await rows(`SELECT id FROM errands WHERE id IN (${mine}, ${theirs})`)).toEqual([{ id: theirs }]);
});

test('what is each person’s own is set for the one who is signed in, for many records at once', async () => {
  const { host, rows } = await openDemo(8);
  const step = (text: string): Step => ({
    id: 's',
    kind: 'update',
    record: ':this',
    values: [{ columnId: 't3-12', text }],
  });
  const mine = (text: string): Routine => ({ id: 'mine', name: 'Note', tableId: 't3', steps: [step(text)] });
  await host.edit({ kind: 'setRoutine', routine: mine("'Seen: ' || name") }, {});
  const { definition } = host.state();
  const notes =
    'SELECT _record AS id, _person AS person, private_note AS note FROM garments_by_person WHERE _record < 3 ORDER BY 1, 2';
  const before = await rows(notes);
  const run = (recordIds: number[], person: number | null) =>
    host.runRoutine({ routineId: 'mine', recordIds, answers: {}, person });
  const done = await run([1, 2], 3);
  expect(
    done.kind === 'done' &&
      done.ripple.statements.filter(({ sql }) => sql.startsWith('INSERT') || sql.startsWith('WITH')),
  ).toHaveLength(1);
  const names = await rows('SELECT name FROM garments WHERE id < 3 ORDER BY id');
  const own = async () => (await rows(notes)).filter(({ person }) => person === 3).map(({ note }) => note);
  expect(await own()).toEqual(names.map(({ name }) => `Seen: ${String(name)}`));
  expect((await rows(notes)).filter(({ person }) => person !== 3)).toEqual(before.filter(({ person }) => person !== 3));
  // It reads what is this person's own, too.
  await host.edit({ kind: 'setRoutine', routine: mine("upper(private_note) || '!'") }, {});
  await run([2], 3);
  expect((await own())[1]).toBe(`SEEN: ${String(names[1]?.name).toUpperCase()}!`);
  await expect(run([1], null)).rejects.toMatchObject({ problem: { code: 'routine', reason: { code: 'not-yours' } } });
  await host.undo();
  expect((await own())[1]).toBe(`Seen: ${String(names[1]?.name)}`);
  const fault = (...steps: Step[]) =>
    firstReason(definitionFaults({ ...definition, routines: [{ ...mine('NULL'), steps }] }));
  expect(
    fault({
      ...step("'x'"),
      values: [
        { columnId: 't3-12', text: "'x'" },
        { columnId: 't3-10', text: "'y'" },
      ],
    } as Step),
  ).toBe('Private note is each person’s own: set it in a step of its own');
  expect(
    fault({
      id: 'i',
      kind: 'insert',
      tableId: 't3',
      name: 'made',
      values: [
        { columnId: 't3-01', text: "'x'" },
        { columnId: 't3-12', text: "'y'" },
      ],
    }),
  ).toBe('Private note is each person’s own: set it in a step after this one');
});

test('what the catalogue says of a code is asked for once for each record, and sets what it fits', async () => {
  const { host, rows } = await openDemo();
  const refresh: Routine = {
    id: 'refresh',
    name: 'Look up',
    tableId: 't3',
    steps: [
      { id: 'r', kind: 'lookUp', record: ':this', codeId: 't3-02', columnIds: ['t3-01', 't3-03', 't3-06', 't3-10'] },
    ],
  };
  await host.edit({ kind: 'setRoutine', routine: refresh }, {});
  const asked = await host.runRoutine({ routineId: 'refresh', recordIds: [7], answers: {} });
  if (asked.kind !== 'outside') throw new Error(asked.kind);
  expect(asked.code).toBe('2000000000077');
  expect(await host.runRoutine({ routineId: 'refresh', recordIds: [7], answers: { [asked.key]: '' } })).toMatchObject({
    kind: 'done',
    ripple: { changes: [] },
  });
  const entry = {
    code: '2000000000077',
    name: 'Pewter tippet',
    facts: { Condition: 'poor', Care: 'Brush only.', Size: 'M' },
    price: { amount: 12.5, currency: 'EUR' },
  };
  await host.runRoutine({ routineId: 'refresh', recordIds: [7], answers: { [asked.key]: JSON.stringify(entry) } });
  expect(await rows('SELECT name, condition, value, care FROM garments WHERE id = 7')).toEqual([
    { name: 'Pewter tippet', condition: 'Poor', value: 1250, care: 'Brush only.' },
  ]);
  expect(describeProblem({ code: 'catalogue', reason: 'down', detail: '' }).kept).toBe(
    'Nothing was changed, and the code is still here.',
  );
});

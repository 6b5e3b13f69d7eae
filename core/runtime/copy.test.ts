import { firstReason } from '@/core/fault';
import { definitionFaults } from '@/core/check';
import { applyEdit, type Edit } from '@/core/edit';
import type { Definition, Routine, StepOf } from '@/core/model';
import { placedSteps, stepSentence } from '@/core/plan';
import { memoryStore } from '@/core/store';
import { openDemo } from '@/test/demoHost';
import { plainColumn } from '@/test/hats';
import { blank, hostEnvironment } from '@/test/host';
import { AppHost } from '@/worker/appHost';

const copyOf = (tableId: string, made: Partial<StepOf<'copy'>>): Routine => ({
  id: 'copying',
  name: 'Copying',
  tableId,
  steps: [{ id: 'c', kind: 'copy', record: ':this', name: 'copy', values: [], resetIds: [], lineIds: [], ...made }],
});
const faultOf = (definition: Definition, routine: Routine) =>
  firstReason(definitionFaults({ ...definition, routines: [...(definition.routines ?? []), routine] }));

describe('the demo’s “Copy the sheet”', () => {
  const sheets = 'SELECT number, production, day = date() AS now, paid, remark FROM cost_sheets WHERE id =';
  const lines = (sheet: number) => `SELECT work, hours, rate FROM sheet_lines WHERE cost_sheet = ${sheet} ORDER BY id`;

  it('copies a sheet with its lines: links stay, what is reset begins anew, and it goes to the copy', async () => {
    const { host, rows } = await openDemo();
    await host.write({
      verb: 'Saved',
      statements: [{ sql: 'UPDATE cost_sheets SET paid = 1 WHERE id = 3', params: {}, table: 'cost_sheets' }],
    });
    const asked = await host.runRoutine({ routineId: 'copy-sheet', recordIds: [3], answers: {} });
    if (asked.kind !== 'asks') throw new Error(asked.kind);
    const done = await host.runRoutine({
      routineId: 'copy-sheet',
      recordIds: [3],
      answers: { [asked.question.key]: 'K-new' },
    });
    if (done.kind !== 'done') throw new Error(done.kind);
    const [old] = await rows(`${sheets} 3`);
    const copy = Number(done.go?.recordId);
    expect(await rows(`${sheets} ${copy}`)).toEqual([{ ...old, number: 'K-new', now: 1, paid: 0 }]);
    expect((await rows(lines(3))).length).toBeGreaterThan(3);
    expect(await rows(lines(copy))).toEqual(await rows(lines(3)));
    // One statement a table, however many lines.
    expect(done.ripple.statements).toHaveLength(2);
    await host.undo();
    expect(await rows(`${sheets} ${copy}`)).toEqual([]);
    expect(await rows(lines(copy))).toEqual([]);
    await host.redo();
    expect(await rows(lines(copy))).toEqual(await rows(lines(3)));
  });

  it('a dry run tells what would be copied and copies nothing', async () => {
    const { host, rows } = await openDemo();
    const asked = await host.tryRoutine({ routineId: 'copy-sheet', recordIds: [3], answers: {} });
    if (asked.kind !== 'asks') throw new Error(asked.kind);
    const before = await host.dump();
    const tried = await host.tryRoutine({
      routineId: 'copy-sheet',
      recordIds: [3],
      answers: { [asked.question.key]: 'K-new' },
    });
    if (tried.kind !== 'done') throw new Error(tried.kind);
    const [count] = await rows('SELECT count(*) AS n FROM sheet_lines WHERE cost_sheet = 3');
    expect(tried.changes.map(({ table, inserted }) => [table, inserted])).toEqual(
      expect.arrayContaining([
        ['cost_sheets', 1],
        ['sheet_lines', count?.n],
      ]),
    );
    expect(await host.dump()).toBe(before);
  });

  it('a number that is there already stops it, with the step, and nothing is left', async () => {
    const { host } = await openDemo();
    const before = await host.dump();
    const asked = await host.runRoutine({ routineId: 'copy-sheet', recordIds: [3], answers: {} });
    if (asked.kind !== 'asks') throw new Error(asked.kind);
    await expect(
      host.runRoutine({ routineId: 'copy-sheet', recordIds: [3], answers: { [asked.question.key]: 'K-2402' } }),
    ).rejects.toMatchObject({ problem: { code: 'routine', reason: { code: 'constraint', rule: 'unique' } } });
    expect(await host.dump()).toBe(before);
  });

  it('reads as a sentence', async () => {
    const { definition } = (await openDemo()).host.state();
    const routine = definition.routines?.find(({ id }) => id === 'copy-sheet') as Routine;
    expect(placedSteps(definition, routine).map(({ step, scope }) => stepSentence(definition, step, scope))[1]).toBe(
      'Copy this cost sheet with its sheet lines: set Number to new number; start Day, Paid anew.',
    );
  });
});

describe('what cannot be copied is told when the step is made', () => {
  const theatre = async () => (await openDemo(6)).host.state().definition;

  it('a value that must be different in every record', async () => {
    const definition = await theatre();
    expect(faultOf(definition, copyOf('t10', {}))).toBe(
      'Cost sheets › Number must be different in every record: give the copy another value',
    );
    expect(faultOf(definition, copyOf('t10', { values: [{ columnId: 't10-01', text: "'K'" }] }))).toBeNull();
  });

  it('lines whose records must be different, columns that are not copied, and two values for one', async () => {
    const definition = await theatre();
    expect(
      faultOf(definition, copyOf('t1', { values: [{ columnId: 't1-01', text: "'Another'" }], lineIds: ['t10-02'] })),
    ).toBe('Cost sheets › Number must be different in every record: its records cannot be copied');
    expect(faultOf(definition, copyOf('t6', { lineIds: ['t11-02'] }))).toBe(
      'it copies lines of a link that is not there',
    );
    expect(faultOf(definition, copyOf('t6', { resetIds: ['t6-08'] }))).toBe('it resets a column that is not copied');
    expect(faultOf(definition, copyOf('t6', { resetIds: ['t6-01'] }))).toBe(
      'Repairs › Fault must not be blank, and so cannot be reset',
    );
    expect(faultOf(definition, copyOf('t6', { resetIds: ['t6-05'], values: [{ columnId: 't6-05', text: '1' }] }))).toBe(
      'a column is given two values',
    );
  });
});

test('a link that only one record may have is another in a copy where it leads to what was copied before, and only there', () => {
  const alone = link('task-board', 'Board', 'boards', 'Board tasks', { unique: true });
  const plan = applyEdit(boards, { kind: 'addColumn', tableId: 'tasks', column: alone } as Edit).definition;
  const fault = (tableId: string, lineIds: string[]) =>
    faultOf(plan, copyOf(tableId, { lineIds, resetIds: tableId === 'boards' ? ['board-first'] : [] }));
  expect(fault('boards', ['card-board', 'task-card'])).toBeNull();
  expect(fault('cards', ['task-card'])).toBe('Tasks › Board must be different in every record: reset it');
});

/** Boards hold cards, a card has tasks and may come after another card; a board has a card that it begins with. */
const link = (id: string, name: string, to: string, inverse: string, more = {}) => ({
  ...plainColumn(id, name),
  kind: 'link' as const,
  tableId: to,
  inverse,
  onDelete: 'unlink' as const,
  ...more,
});
const boards: Definition = (
  [
    ...['boards', 'cards', 'tasks'].map((id) => ({
      kind: 'addTable',
      tableId: id,
      columnId: `${id}-0`,
      name: `${id.charAt(0).toUpperCase()}${id.slice(1)}`,
    })),
    { kind: 'addColumn', tableId: 'cards', column: link('card-board', 'Board', 'boards', 'Cards') },
    { kind: 'addColumn', tableId: 'cards', column: link('card-after', 'After', 'cards', 'Before', { acyclic: true }) },
    { kind: 'addColumn', tableId: 'tasks', column: link('task-card', 'Card', 'cards', 'Tasks') },
    {
      kind: 'addColumn',
      tableId: 'boards',
      column: link('board-first', 'First', 'cards', 'Begun boards', { unique: true }),
    },
  ] as Edit[]
).reduce((definition, edit) => applyEdit(definition, edit).definition, blank);

const whole = { lineIds: ['card-board', 'task-card'], resetIds: ['board-first'] };

async function openBoards(routines: Routine[], plan: Definition = boards) {
  const kv = memoryStore();
  const definition = { ...plan, routines };
  await AppHost.install(await hostEnvironment(kv), { format: 'fern-shelf-app', version: 1, definition });
  const host = await AppHost.open(await hostEnvironment(kv));
  const run = (sql: string, table: string) => host.write({ verb: 'Laid', statements: [{ sql, params: {}, table }] });
  const rows = async (sql: string) => (await host.read({ sql })).rows.map((row) => Object.values(row));
  return { host, run, rows };
}

test('copies lead to copies: lines of lines, a table’s links to itself, and links to what is copied later', async () => {
  const { host, run, rows } = await openBoards([copyOf('boards', whole)]);
  await run("INSERT INTO boards (id, name) VALUES (1, 'One'), (2, 'Two')", 'boards');
  await run(
    "INSERT INTO cards (id, name, board, after) VALUES (1, 'a', 1, NULL), (2, 'b', 2, NULL), (3, 'c', 1, 1), (4, 'd', 1, 2)",
    'cards',
  );
  await run("INSERT INTO tasks (id, name, card) VALUES (1, 'x', 3), (2, 'y', 2), (3, 'z', 1)", 'tasks');
  const copied = await host.runRoutine({ routineId: 'copying', recordIds: [1], answers: {} });
  expect(copied.kind).toBe('done');
  expect(await rows('SELECT id, name, first FROM boards WHERE id > 2')).toEqual([[3, 'One', null]]);
  // “c” comes after the copy of “a”, “d” after “b”, which was not copied.
  expect(await rows('SELECT id, name, board, after FROM cards WHERE id > 4')).toEqual([
    [5, 'a', 3, null],
    [6, 'c', 3, 5],
    [7, 'd', 3, 2],
  ]);
  expect(await rows('SELECT id, name, card FROM tasks WHERE id > 3')).toEqual([
    [4, 'x', 6],
    [5, 'z', 5],
  ]);
  await host.undo();
  expect(await rows('SELECT count(*) FROM tasks')).toEqual([[3]]);
  await host.close();
});

test('a copy of what is only for its owner is the copier’s, and nobody else’s lines come along', async () => {
  const { host, rows } = await openDemo(6);
  const errands = copyOf('t3', { values: [{ columnId: 't3-02', text: "'2000000000992'" }], lineIds: ['t9-02'] });
  await host.edit({ kind: 'setRoutine', routine: errands }, {});
  await host.write({
    verb: 'Laid',
    statements: [
      {
        sql: "INSERT INTO errands (what, garment, done, _owner) VALUES ('mine', 1, 0, 1), ('theirs', 1, 0, 2)",
        params: {},
        table: 'errands',
      },
    ],
  });
  const of = 'SELECT e.what, e._owner AS owner FROM errands e JOIN garments g ON g.id = e.garment';
  const before = await rows(`${of} WHERE g.id = 1 AND e._owner = 1`);
  await host.runRoutine({ routineId: 'copying', recordIds: [1], answers: {}, person: 1 });
  expect(await rows(`${of} WHERE g.tag = '2000000000992'`)).toEqual(before);
  expect(before.length).toBeGreaterThan(0);
  // Without anybody signed in there is nobody whose the lines could be.
  await host.undo();
  const nobody = await host.runRoutine({ routineId: 'copying', recordIds: [1], answers: {}, person: null });
  expect(nobody.kind).toBe('done');
  expect(await rows(`${of} WHERE g.tag = '2000000000992'`)).toEqual([]);
});

test('a link to a record that is not copied stays, beside one to a record that is', async () => {
  const seen = link('task-seen', 'Seen on', 'boards', 'Seen tasks');
  const plan = applyEdit(boards, { kind: 'addColumn', tableId: 'tasks', column: seen } as Edit).definition;
  const { host, run, rows } = await openBoards([copyOf('boards', whole)], plan);
  await run("INSERT INTO boards (id, name) VALUES (1, 'One'), (2, 'Two')", 'boards');
  await run("INSERT INTO cards (id, name, board) VALUES (1, 'a', 1)", 'cards');
  await run("INSERT INTO tasks (name, card, seen_on) VALUES ('x', 1, 2), ('y', 1, 1), ('z', 1, NULL)", 'tasks');
  await host.runRoutine({ routineId: 'copying', recordIds: [1], answers: {} });
  expect(await rows('SELECT name, seen_on FROM tasks WHERE id > 3 ORDER BY id')).toEqual([
    ['x', 2],
    ['y', 3],
    ['z', null],
  ]);
  await host.close();
});

test('what a copy is given keeps the rules of its column, or nothing is copied', async () => {
  const points = { ...plainColumn('points', 'Points'), kind: 'wholeNumber', min: 0, max: 9 };
  const plan = applyEdit(boards, { kind: 'addColumn', tableId: 'boards', column: points } as Edit).definition;
  const given = [{ columnId: 'points', text: 'points + 4' }];
  const { host, run, rows } = await openBoards([copyOf('boards', { ...whole, values: given })], plan);
  await run("INSERT INTO boards (id, name, points) VALUES (1, 'One', 5)", 'boards');
  const copy = (id: number) => host.runRoutine({ routineId: 'copying', recordIds: [id], answers: {} });
  expect((await copy(1)).kind).toBe('done');
  await expect(copy(2)).rejects.toMatchObject({ problem: { code: 'routine' } });
  expect(await rows('SELECT id, points FROM boards')).toEqual([
    [1, 5],
    [2, 9],
  ]);
  await host.close();
});

test('what saving a record starts is started for each copy, of lines too', async () => {
  const mark = (id: string, tableId: string): Routine => ({
    id,
    name: `Mark ${tableId}`,
    tableId,
    starts: ['saving'],
    steps: [{ id: 's', kind: 'update', record: ':this', values: [{ columnId: `${tableId}-0`, text: "name || '*'" }] }],
  });
  const marks = ['boards', 'cards', 'tasks'].map((id) => mark(`mark-${id}`, id));
  const { host, run, rows } = await openBoards([copyOf('boards', whole), ...marks]);
  await run("INSERT INTO boards (id, name) VALUES (1, 'One')", 'boards');
  await run("INSERT INTO cards (id, name, board) VALUES (1, 'a', 1), (2, 'b', 1)", 'cards');
  await run("INSERT INTO tasks (name, card) VALUES ('x', 1)", 'tasks');
  await host.runRoutine({ routineId: 'copying', recordIds: [1], answers: {} });
  const named = 'SELECT name FROM boards UNION ALL SELECT name FROM cards UNION ALL SELECT name FROM tasks';
  // What was laid by hand was saved, too: the last row of each statement has its star already.
  expect((await rows(named)).flat().sort()).toEqual(['One*', 'One**', 'a', 'a*', 'b*', 'b**', 'x*', 'x**']);
  await host.close();
});

test('thousands of lines are copied in a statement a table, and one for links within it', async () => {
  const { host, run: many } = await openBoards([copyOf('boards', whole)]);
  await many("INSERT INTO boards (id, name) VALUES (1, 'One')", 'boards');
  const numbers = 'WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < 2000)';
  await many(`${numbers} INSERT INTO cards (name, board) SELECT 'card ' || i, 1 FROM n`, 'cards');
  await many(`${numbers} INSERT INTO tasks (name, card) SELECT 'task ' || i, i FROM n`, 'tasks');
  const done = await host.runRoutine({ routineId: 'copying', recordIds: [1], answers: {} });
  if (done.kind !== 'done') throw new Error(done.kind);
  // The links of cards to cards are set once more: a statement a table, and one.
  expect(done.ripple.statements.map(({ rows }) => rows)).toEqual([1, 2000, 2000, 0]);
  await host.close();
});

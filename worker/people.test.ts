import fc from 'fast-check';
import { AppHost } from './appHost';
import type { ColumnSettings } from '@/core/column';
import { compileApp } from '@/core/compile';
import {
  asPerson,
  byDesign,
  type CompiledTable,
  countSql,
  hitsSql,
  listSql,
  type Narrowing,
  NO_STATEMENT,
  searchTerms,
  sectionsSql,
  type Statement,
  totalsSql,
} from '@/core/compiled';
import type { Params } from '@/core/driver';
import type { Edit } from '@/core/edit';
import type { Column, Definition } from '@/core/model';
import { physicalPlan } from '@/core/plan';
import { memoryStore } from '@/core/store';
import { hostEnvironment } from '@/test/host';

const column = (settings: Partial<Column> & { id: string; name: string; identifier: string; kind: Column['kind'] }) =>
  ({ required: false, unique: false, default: { kind: 'none' }, ...settings }) as Column;

const link = (id: string, name: string, tableId: string, inverse: string, more: Partial<Column> = {}) =>
  column({
    id,
    name,
    identifier: name.toLowerCase(),
    kind: 'link',
    tableId,
    onDelete: 'unlink',
    inverse,
    inverseIdentifier: inverse.toLowerCase().replaceAll(' ', '_'),
    ...more,
  } as never);

/** People; garments for everyone, with a private note; errands only for their owner, in links, counts and names. */
const plan: Definition = {
  id: 'people',
  name: 'Wardrobe',
  theme: { accent: 'moss' },
  people: { tableId: 'workers', pins: true },
  tables: [
    {
      id: 'workers',
      name: 'Workers',
      recordName: 'Worker',
      identifier: 'workers',
      naming: { kind: 'column', columnId: 'w1' },
      columns: [column({ id: 'w1', name: 'Name', identifier: 'name', kind: 'text', required: true })],
    },
    {
      id: 'garments',
      name: 'Garments',
      recordName: 'Garment',
      identifier: 'garments',
      naming: { kind: 'column', columnId: 'g1' },
      columns: [
        column({ id: 'g1', name: 'Name', identifier: 'name', kind: 'text', required: true }),
        column({ id: 'g2', name: 'My note', identifier: 'my_note', kind: 'text', perPerson: true }),
        column({ id: 'g3', name: 'Mine', identifier: 'mine', kind: 'yesNo', perPerson: true }),
        column({
          id: 'g4',
          name: 'Noted',
          identifier: 'noted',
          kind: 'expression',
          text: "coalesce(my_note, 'nothing')",
        } as never),
        column({
          id: 'g5',
          name: 'Errand count',
          identifier: 'errand_count',
          kind: 'expression',
          text: 'count(errands)',
        } as never),
        column({
          id: 'g6',
          name: 'Errand names',
          identifier: 'errand_names',
          kind: 'expression',
          text: "group_concat(errands.name, ', ')",
        } as never),
        column({
          id: 'g7',
          name: 'Hours',
          identifier: 'hours',
          kind: 'expression',
          text: 'sum(errands.hours)',
        } as never),
        link('g8', 'Errand', 'errands', 'Garments for it'),
      ],
    },
    {
      id: 'errands',
      name: 'Errands',
      recordName: 'Errand',
      identifier: 'errands',
      owned: true,
      naming: { kind: 'column', columnId: 'e1' },
      columns: [
        column({
          id: 'e1',
          name: 'Name',
          identifier: 'name',
          kind: 'text',
          required: true,
          unique: true,
          onSame: 'update',
        }),
        column({ id: 'e2', name: 'Hours', identifier: 'hours', kind: 'wholeNumber' }),
        link('e3', 'Garment', 'garments', 'Errands', { onDelete: 'stop' } as never),
        link('e4', 'After', 'errands', 'Then', { acyclic: true } as never),
        column({ id: 'e5', name: 'Photo', identifier: 'photo', kind: 'picture' }),
      ],
    },
    {
      id: 'tags',
      name: 'Tags',
      recordName: 'Tag',
      identifier: 'tags',
      owned: true,
      naming: { kind: 'expression', text: "label || ' of ' || errand" },
      columns: [
        column({ id: 't1', name: 'Label', identifier: 'label', kind: 'text', unique: true, onSame: 'replace' }),
        link('t2', 'Errand', 'errands', 'Tags', { onDelete: 'cascade' } as never),
        column({ id: 't3', name: 'Person', identifier: 'person', kind: 'text', unique: true, onSame: 'keep' }),
      ],
    },
  ],
};

const [ANNA, BRAM] = [1, 2];

const SECRET = /sekret/i;

async function wardrobe() {
  const kv = memoryStore();
  await AppHost.install(await hostEnvironment(kv), { format: 'fern-shelf-app', version: 1, definition: plan });
  const host = await AppHost.open(await hostEnvironment(kv));
  await save(host, null, 'workers', { name: 'Anna' });
  await save(host, null, 'workers', { name: 'Bram' });
  await save(host, ANNA, 'garments', { name: 'Cloak', my_note: 'sekret note', mine: 1 });
  await save(host, ANNA, 'errands', { name: 'Sekret dyeing', hours: 7, garment: 1 });
  await save(host, ANNA, 'errands', { name: 'Sekret trip', hours: 5, garment: 1, after: 1 });
  await save(host, ANNA, 'tags', { label: 'sekret', errand: 1, person: 'sekret' });
  await save(host, BRAM, 'errands', { name: 'Buy thread', hours: 1, garment: 1 });
  return { host, kv };
}

const tableOf = (definition: Definition, identifier: string) =>
  compileApp(definition).tables.find((table) => table.identifier === identifier) as CompiledTable;

/** Saves as the form does. */
async function save(host: AppHost, person: number | null, identifier: string, values: Params, id?: number) {
  const { statements, columns } = tableOf(host.state().definition, identifier);
  const params = {
    ...Object.fromEntries(
      columns.map((each) => [each.identifier, values[each.identifier] ?? (each.kind === 'yesNo' ? 0 : null)]),
    ),
    ...(id === undefined ? {} : { id }),
  };
  const mine = statements.personal && {
    ...(id === undefined ? statements.personal.inserted : statements.personal.updated),
    params,
    table: statements.personal.table,
  };
  const main =
    id === undefined
      ? [
          ...statements.replaced.map((each) => ({ ...each, params, table: identifier })),
          { ...statements.insert, params, table: identifier, mustChange: statements.same === null },
        ]
      : [{ ...statements.update, params, table: identifier, mustChange: true }];
  return host.write({ person, verb: 'Saved', statements: [...main, ...(mine && person !== null ? [mine] : [])] });
}

const remove = (host: AppHost, person: number | null, identifier: string, id: number) =>
  host.write({
    person,
    verb: 'Deleted',
    statements: [
      {
        ...tableOf(host.state().definition, identifier).statements.remove,
        params: { id },
        table: identifier,
        mustChange: true,
      },
    ],
  });

const one = async (host: AppHost, person: number | null, identifier: string, id: number) =>
  (await host.read({ ...tableOf(host.state().definition, identifier).statements.record, params: { id }, person }))
    .rows[0];

const raw = async (host: AppHost, sql: string) => (await host.read({ sql })).rows;

/** Everything there is, whoever it belongs to. */
const whole = async (host: AppHost) =>
  JSON.stringify(
    await Promise.all(
      physicalPlan(host.state().definition).tables.map(({ identifier }) =>
        raw(host, `SELECT * FROM "${identifier}" ORDER BY "id"`),
      ),
    ),
  );

/** Every statement that the app reads with, and parameters that would reach everything. */
function everyRead(definition: Definition): { statement: Statement; params: Params }[] {
  const app = compileApp(definition);
  const ids = [1, 2, 3, 4];
  const terms = ['sekret', 'se', 'k'].map((term) => searchTerms(term));
  const tables = app.tables.flatMap(({ statements, list, columns, search }) => {
    const narrowed: { narrowing: Narrowing; params: Params }[] = [
      { narrowing: {}, params: {} },
      { narrowing: { ids: true }, params: { ids: JSON.stringify(ids) } },
      ...columns
        .filter(({ kind }) => kind === 'link')
        .flatMap(({ identifier }) =>
          ids.map((id) => ({ narrowing: { linked: identifier } as Narrowing, params: { linked: id } })),
        ),
      ...(search ? terms.map((shape) => ({ narrowing: { search: shape } as Narrowing, params: shape.params })) : []),
    ];
    const sorts = ['name', ...columns.map(({ id }) => id)].flatMap((by) =>
      (['ascending', 'descending'] as const).map((direction) => ({ by, direction })),
    );
    return [
      ...narrowed.flatMap(({ narrowing, params }) => [
        ...sorts.map((sort) => ({
          statement: listSql(list, sort, narrowing),
          params: { ...params, limit: 100, offset: 0 },
        })),
        { statement: countSql(list, narrowing), params },
      ]),
      ...(search
        ? terms.map((shape) => ({ statement: hitsSql(list, shape), params: { ...shape.params, most: 100 } }))
        : []),
      ...ids.flatMap((id) =>
        [statements.record, ...statements.circles.map((each) => each.statement)].map((statement) => ({
          statement,
          params: { id },
        })),
      ),
      ...(statements.same
        ? [{ statement: statements.same, params: { name: 'Sekret dyeing', label: 'sekret', person: 'sekret' } }]
        : []),
    ];
  });
  const screens = app.screens.flatMap((screen) => {
    const lists = screen.kind === 'list' ? [screen.list] : screen.kind === 'report' ? [screen.report.list] : [];
    const made = lists.flatMap((list) =>
      [
        listSql(list, byDesign, {}),
        listSql(list, byDesign, {}, true),
        countSql(list, {}),
        ...terms.flatMap((shape) => [hitsSql(list, shape)]),
        sectionsSql(list, {}),
        totalsSql(list, {}),
      ].filter((statement) => statement !== null),
    );
    return [...made, ...statementsIn(screen)];
  });
  const everywhere = ids.flatMap((id) =>
    screens.map((statement) => ({
      statement,
      params: { ...terms[0]?.params, id, linked: id, limit: 100, offset: 0, most: 100, firstDay: 1 },
    })),
  );
  return [...tables, ...everywhere, ...(app.people ? [{ statement: app.people.list, params: {} }] : [])];
}

/** Whatever in a compiled screen is a statement, however deep. */
function statementsIn(part: unknown): Statement[] {
  if (typeof part !== 'object' || part === null) return [];
  if ('sql' in part && typeof part.sql === 'string') return [part as Statement];
  // The fragments of a list and the values of slots are no statements yet.
  return Object.entries(part).flatMap(([key, each]) =>
    key === 'fragments' || key === 'value' ? [] : statementsIn(each),
  );
}

test('no statement that the app reads with reaches what is another person’s', async () => {
  const { host } = await wardrobe();
  const reads = everyRead(plan);
  expect(reads.length).toBeGreaterThan(150);
  const found = { anna: 0 };
  for (const { statement, params } of reads) {
    for (const person of [BRAM, null])
      expect({
        ...statement,
        rows: JSON.stringify((await host.read({ ...statement, params, person })).rows),
      }).toEqual({ ...statement, rows: expect.not.stringMatching(SECRET) });
    if (SECRET.test(JSON.stringify((await host.read({ ...statement, params, person: ANNA })).rows))) found.anna++;
  }
  // Those same statements do show Anna what is hers.
  expect(found.anna).toBeGreaterThan(40);
});

test('counts, sums, joined names and searches tell of own rows alone', async () => {
  const { host } = await wardrobe();
  expect(await one(host, ANNA, 'garments', 1)).toMatchObject({
    my_note: 'sekret note',
    mine: 1,
    noted: 'sekret note',
    errand_count: 2,
    hours: 12,
  });
  expect(await one(host, BRAM, 'garments', 1)).toMatchObject({
    my_note: null,
    mine: 0,
    noted: 'nothing',
    errand_count: 1,
    errand_names: 'Buy thread',
    hours: 1,
  });
  const { screens, tables } = compileApp(plan);
  const menu = screens.find((screen) => screen.kind === 'menu')?.menu;
  const shown = async (person: number | null) => {
    const row = (await host.read({ ...(menu?.state ?? NO_STATEMENT), person })).rows[0];
    return Object.fromEntries(
      (menu?.entries ?? []).flatMap((entry) =>
        entry.kind === 'screen' && entry.count ? [[entry.id, row?.[entry.count.key]]] : [],
      ),
    );
  };
  expect(await shown(ANNA)).toMatchObject({ 'to-workers': 2, 'to-garments': 1, 'to-errands': 2, 'to-tags': 1 });
  expect(await shown(BRAM)).toMatchObject({ 'to-workers': 2, 'to-garments': 1, 'to-errands': 1, 'to-tags': 0 });
  expect(await shown(null)).toMatchObject({ 'to-garments': 1, 'to-errands': 0, 'to-tags': 0 });
  const terms = searchTerms('dyeing');
  const errands = tables.find(({ id }) => id === 'errands') as CompiledTable;
  const hits = async (person: number) =>
    (await host.read({ ...hitsSql(errands.list, terms), params: { ...terms.params, most: 9 }, person })).rows[0]?.ids;
  // The second is part of the first, and found by its name.
  expect([await hits(ANNA), await hits(BRAM)]).toEqual(['[1,2]', '[]']);
});

test('a name that is built from somebody else’s record does not tell it', async () => {
  const { host } = await wardrobe();
  // A garment of everyone leads to an errand of Anna's.
  await save(host, ANNA, 'garments', { name: 'Cloak', errand: 1 }, 1);
  expect(await one(host, ANNA, 'garments', 1)).toMatchObject({ errand: 1, _of_errand: 'Sekret dyeing' });
  expect((await one(host, BRAM, 'garments', 1))?._of_errand).toBeNull();
  // Bram may save the garment as it stands, but not make one that leads there.
  await save(host, BRAM, 'garments', { name: 'Old cloak', errand: 1 }, 1);
  expect((await one(host, ANNA, 'garments', 1))?._name).toBe('Old cloak');
  await expect(save(host, BRAM, 'garments', { name: 'Trap', errand: 2 }, 1)).rejects.toMatchObject({
    problem: { code: 'not-yours' },
  });
  await expect(save(host, BRAM, 'garments', { name: 'Trap', errand: 2 })).rejects.toMatchObject({
    problem: { code: 'not-yours' },
  });
});

test('nobody writes another person’s rows: not by update, delete, nor the same value again', async () => {
  const { host } = await wardrobe();
  const before = await whole(host);
  await expect(save(host, BRAM, 'errands', { name: 'Mine now' }, 1)).rejects.toMatchObject({
    problem: { code: 'row-gone' },
  });
  await expect(remove(host, BRAM, 'errands', 1)).rejects.toMatchObject({ problem: { code: 'row-gone' } });
  await expect(remove(host, null, 'errands', 1)).rejects.toMatchObject({ problem: { code: 'row-gone' } });
  await expect(save(host, null, 'tags', { label: 'x' })).resolves.toMatchObject({ changes: [] });
  const done = tableOf(host.state().definition, 'errands');
  const setName = (person: number | null) =>
    host.write({
      person,
      verb: 'Set',
      statements: [
        {
          ...(done.statements.set.name as Statement),
          params: { id: 1, value: 'Mine now' },
          table: 'errands',
          mustChange: true,
        },
      ],
    });
  await expect(setName(BRAM)).rejects.toMatchObject({ problem: { code: 'row-gone' } });
  await expect(setName(null)).rejects.toMatchObject({ problem: { code: 'row-gone' } });
  await expect(remove(host, BRAM, 'workers', ANNA)).rejects.toMatchObject({ problem: { code: 'not-yours' } });
  await expect(remove(host, null, 'workers', ANNA)).rejects.toMatchObject({ problem: { code: 'not-yours' } });
  expect(await whole(host)).toBe(before);
  // The same unique values again are Bram's own rows beside Anna's, whatever the same again does.
  await save(host, BRAM, 'errands', { name: 'Sekret dyeing', hours: 99 });
  await save(host, BRAM, 'tags', { label: 'sekret', person: 'sekret' });
  expect(await one(host, ANNA, 'errands', 1)).toMatchObject({ name: 'Sekret dyeing', hours: 7 });
  expect(await one(host, ANNA, 'tags', 1)).toMatchObject({ label: 'sekret', person: 'sekret', errand: 1 });
  expect(await raw(host, 'SELECT _owner, count(*) AS n FROM errands GROUP BY 1 ORDER BY 1')).toEqual([
    { _owner: ANNA, n: 2 },
    { _owner: BRAM, n: 2 },
  ]);
  // And among his own they do what they say.
  await save(host, BRAM, 'errands', { name: 'Sekret dyeing', hours: 3 });
  expect(await raw(host, `SELECT hours FROM errands WHERE _owner = ${BRAM} AND name = 'Sekret dyeing'`)).toEqual([
    { hours: 3 },
  ]);
  // A self link may not lead to another's either.
  await expect(save(host, BRAM, 'errands', { name: 'Buy thread', after: 1 }, 3)).rejects.toMatchObject({
    problem: { code: 'not-yours' },
  });
});

test('a delete that is stopped names own records and only mentions that others have some', async () => {
  const { host } = await wardrobe();
  await expect(remove(host, BRAM, 'garments', 1)).rejects.toMatchObject({
    problem: { code: 'linked', by: [{ what: 'Errands', count: 1, names: ['Buy thread'], others: true }] },
  });
  await remove(host, BRAM, 'errands', 3);
  await expect(remove(host, BRAM, 'garments', 1)).rejects.toMatchObject({
    message: 'Cloak still has records of other people in Errands.',
  });
});

test('each person has a private note of their own; one without a note leaves no row', async () => {
  const { host } = await wardrobe();
  await save(host, BRAM, 'garments', { name: 'Cloak' }, 1);
  expect(await raw(host, 'SELECT count(*) AS n FROM garments_by_person')).toEqual([{ n: 1 }]);
  const ripple = await save(host, BRAM, 'garments', { name: 'Cloak', my_note: 'itches' }, 1);
  expect(ripple).toMatchObject({ lastId: expect.any(Number), changes: [{ table: 'garments_by_person', inserted: 1 }] });
  expect([(await one(host, ANNA, 'garments', 1))?.my_note, (await one(host, BRAM, 'garments', 1))?.my_note]).toEqual([
    'sekret note',
    'itches',
  ]);
  await save(host, BRAM, 'garments', { name: 'Cloak' }, 1);
  expect((await one(host, BRAM, 'garments', 1))?.my_note).toBeNull();
  const made = await save(host, BRAM, 'garments', { name: 'Cape', my_note: 'new' });
  expect(made.lastId).toBe(2);
  expect(await one(host, BRAM, 'garments', 2)).toMatchObject({ name: 'Cape', my_note: 'new' });
});

test('a profile goes with all that is its owner’s, and one undo brings all of it back', async () => {
  const { host } = await wardrobe();
  const before = await whole(host);
  await remove(host, ANNA, 'workers', ANNA);
  expect(
    await raw(
      host,
      'SELECT count(*) AS n FROM errands UNION ALL SELECT count(*) FROM tags UNION ALL SELECT count(*) FROM garments_by_person',
    ),
  ).toEqual([{ n: 1 }, { n: 0 }, { n: 0 }]);
  await host.undo();
  expect(await whole(host)).toBe(before);
});

test('PINs are set only by the one who is signed in', async () => {
  const { host } = await wardrobe();
  const people = compileApp(plan).people;
  const set = (person: number | null, id: number) =>
    host.write({
      person,
      verb: 'Set',
      statements: [
        { ...(people?.setPin ?? NO_STATEMENT), params: { id, pin: 'hash' }, table: 'workers', mustChange: true },
      ],
    });
  await expect(set(BRAM, ANNA)).rejects.toMatchObject({ problem: { code: 'not-yours' } });
  await expect(set(null, ANNA)).rejects.toMatchObject({ problem: { code: 'not-yours' } });
  await set(ANNA, ANNA);
  expect((await host.read(people?.list ?? NO_STATEMENT)).rows).toEqual([
    { id: 1, _name: 'Anna', _locked: 1 },
    { id: 2, _name: 'Bram', _locked: 0 },
  ]);
});

test('the app’s file carries owners and private values, and opens the same', async () => {
  const { host } = await wardrobe();
  await host.keepRowsAsStarting();
  const file = await host.file();
  const kv = memoryStore();
  await AppHost.install(await hostEnvironment(kv), file);
  const opened = await AppHost.open(await hostEnvironment(kv));
  expect(await whole(opened)).toBe(await whole(host));
  await opened.startFresh(false, {});
  expect(await raw(opened, 'SELECT count(*) AS n FROM garments_by_person')).toEqual([{ n: 0 }]);
  await opened.startFresh(true, {});
  expect(await whole(opened)).toBe(await whole(host));
});

describe('edits of people on a living database', () => {
  const garments = plan.tables[1] as (typeof plan.tables)[number];
  const settingsOf = (id: string, changes: object) =>
    ({ ...(garments.columns.find((each) => each.id === id) as Column), ...changes }) as unknown as ColumnSettings;

  test('rows that become somebody’s go back to who had them, the others to the one who is named; undo and redo keep them', async () => {
    const { host } = await wardrobe();
    await host.edit({ kind: 'setOwned', tableId: 'errands', owned: false }, {});
    expect((await one(host, BRAM, 'errands', 1))?.name).toBe('Sekret dyeing');
    await host.undo();
    expect(await raw(host, 'SELECT _owner FROM errands ORDER BY id')).toEqual([
      { _owner: ANNA },
      { _owner: ANNA },
      { _owner: BRAM },
    ]);
    await host.redo();
    await save(host, ANNA, 'errands', { name: 'Everyone’s' });
    const impacts = await host.previewEdit({ kind: 'setOwned', tableId: 'errands', owned: true }, {});
    expect(impacts).toEqual([expect.objectContaining({ kind: 'unowned', blocks: false, count: 4 })]);
    await host.edit({ kind: 'setOwned', tableId: 'errands', owned: true }, { 'owner-errands': BRAM });
    expect(await raw(host, 'SELECT _owner FROM errands ORDER BY id')).toEqual(
      [ANNA, ANNA, BRAM, BRAM].map((_owner) => ({ _owner })),
    );
    expect(await one(host, ANNA, 'errands', 4)).toBeUndefined();
  });

  test('a value for everyone becomes the first value of each person, and undo makes it one again', async () => {
    const { host } = await wardrobe();
    await host.edit(
      {
        kind: 'addColumn',
        tableId: 'garments',
        column: settingsOf('g2', { id: 'g9', name: 'Remark', perPerson: undefined }),
      },
      {},
    );
    await save(host, BRAM, 'garments', { name: 'Cloak', remark: 'shared so far' }, 1);
    const edit = {
      kind: 'changeColumn' as const,
      tableId: 'garments',
      column: settingsOf('g2', { id: 'g9', name: 'Remark' }),
    };
    expect(await host.previewEdit(edit, {})).toEqual([]);
    await host.edit(edit, {});
    for (const person of [ANNA, BRAM]) expect((await one(host, person, 'garments', 1))?.remark).toBe('shared so far');
    expect((await one(host, ANNA, 'garments', 1))?.my_note).toBe('sekret note');
    await host.undo();
    expect((await one(host, ANNA, 'garments', 1))?.remark).toBe('shared so far');
    await host.redo();
    await save(host, BRAM, 'garments', { name: 'Cloak', remark: 'his' }, 1);
    expect((await one(host, ANNA, 'garments', 1))?.remark).toBe('shared so far');
  });

  test('people cannot be taken out, or change their table, while anything is anybody’s own', async () => {
    const { host } = await wardrobe();
    await expect(host.edit({ kind: 'setPeople', people: null }, {})).rejects.toMatchObject({
      problem: {
        code: 'in-use',
        by: [
          'Garments › My note (one for each person)',
          'Garments › Mine (one for each person)',
          'Errands (each only for its owner)',
          'Tags (each only for its owner)',
        ],
      },
    });
    await expect(
      host.edit({ kind: 'setPeople', people: { tableId: 'garments', pins: false } }, {}),
    ).rejects.toMatchObject({ problem: { code: 'in-use' } });
    await expect(host.edit({ kind: 'removeTable', tableId: 'workers' }, {})).rejects.toMatchObject({
      problem: { code: 'in-use' },
    });
  });

  test('whatever is made somebody’s own and everyone’s again, undo leads back to the very same rows, and redo forth', async () => {
    const toggles: Edit[] = [
      ...['errands', 'tags'].flatMap((tableId) =>
        [true, false].map((owned): Edit => ({ kind: 'setOwned', tableId, owned })),
      ),
      ...['g2', 'g3'].flatMap((id) =>
        [true, undefined].map((perPerson): Edit => ({
          kind: 'changeColumn',
          tableId: 'garments',
          column: settingsOf(id, { perPerson }),
        })),
      ),
      { kind: 'renameTable', tableId: 'garments', name: 'Clothes', recordName: 'Cloth' },
      { kind: 'renameTable', tableId: 'workers', name: 'Crew', recordName: 'Hand' },
      {
        kind: 'changeColumn',
        tableId: 'errands',
        column: { ...(plan.tables[2]?.columns[1] as Column), name: 'Time' } as ColumnSettings,
      },
    ];
    await fc.assert(
      fc.asyncProperty(fc.array(fc.constantFrom(...toggles), { minLength: 1, maxLength: 6 }), async (edits) => {
        const { host } = await wardrobe();
        const path: string[] = [await whole(host)];
        for (const edit of edits) {
          const { seq } = host.state();
          await host.edit(edit, {});
          if (host.state().seq > seq) path.push(await whole(host));
        }
        for (const expected of path.slice(0, -1).reverse()) {
          await host.undo();
          expect(await whole(host)).toBe(expected);
        }
        for (const expected of path.slice(1)) {
          await host.redo();
          expect(await whole(host)).toBe(expected);
        }
        await host.close();
      }),
      { numRuns: 25 },
    );
  }, 60_000);

  test('a table of what is somebody’s own that waits comes back with what it held, whatever the plan then asks of it', async () => {
    const { host } = await wardrobe();
    const before = await whole(host);
    for (const [id, perPerson] of [
      ['g2', undefined],
      ['g3', undefined],
      ['g2', true],
    ] as const)
      await host.edit({ kind: 'changeColumn', tableId: 'garments', column: settingsOf(id, { perPerson }) }, {});
    expect((await one(host, ANNA, 'garments', 1))?.my_note).toBe('sekret note');
    for (let step = 0; step < 3; step++) await host.undo();
    expect(await whole(host)).toBe(before);
  });

  test('people come and go on an app that keeps nothing to anybody', async () => {
    const { host } = await wardrobe();
    for (const tableId of ['errands', 'tags']) await host.edit({ kind: 'setOwned', tableId, owned: false }, {});
    await host.edit(
      { kind: 'changeColumn', tableId: 'garments', column: settingsOf('g2', { perPerson: undefined }) },
      {},
    );
    await host.edit(
      { kind: 'changeColumn', tableId: 'garments', column: settingsOf('g3', { perPerson: undefined }) },
      {},
    );
    await host.edit({ kind: 'setPeople', people: null }, {});
    const names = async () =>
      (
        await raw(
          host,
          "SELECT name FROM sqlite_schema WHERE type = 'table' AND name NOT GLOB '_fern*' AND name NOT GLOB 'sqlite*' ORDER BY 1",
        )
      ).map(({ name }) => name);
    expect(await names()).toEqual(['errands', 'garments', 'tags', 'workers']);
    for (let step = 0; step < 5; step++) await host.undo();
    expect(await names()).toEqual(['errands', 'garments', 'garments_by_person', 'tags', 'workers']);
    expect((await one(host, ANNA, 'garments', 1))?.my_note).toBe('sekret note');
    expect(await one(host, BRAM, 'errands', 1)).toBeUndefined();
  });
});

test('the parameter of the person is no column’s', () => {
  expect(asPerson({ takes: ['person'] }, { person: 'x' }, 3)).toEqual({ person: 'x' });
  expect(asPerson({ takes: ['_person'] }, {}, undefined)).toEqual({ _person: null });
});

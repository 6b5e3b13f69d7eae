import { z } from 'zod';
import { clip, type ClipItem, type Clipping, coming, parseClipping, paste, printClipping } from '.';
import { holdsIds, idsIn, withIds } from './ids';
import { applyEdit } from '@/core/edit';
import { Definition } from '@/core/model';
import { screensOf } from '@/core/plan';
import { demos } from '@/demo';

const theatre = demos.theatre();
const apiary = demos.apiary();

const empty: Definition = { id: 'new-app', name: 'New', theme: { accent: 'moss' }, tables: [] };

let last = 0;
const newId = () => `n${String(++last).padStart(6, '0')}`;

/** Everything in an app that can be copied. */
const itemsOf = (app: Definition): ClipItem[] => [
  ...app.tables.map(({ id }) => ({ kind: 'table', id }) as const),
  ...(app.queries ?? []).map(({ id }) => ({ kind: 'query', id }) as const),
  ...(app.routines ?? []).map(({ id }) => ({ kind: 'routine', id }) as const),
  ...screensOf(app).list.map(({ id }) => ({ kind: 'screen', id }) as const),
];

const clipped = (app: Definition, item: ClipItem): Clipping => {
  const clipping = clip(app, item);
  if (!clipping) throw new Error('nothing there');
  return clipping;
};

const pasted = (app: Definition, clipping: Clipping, ...rest: [Parameters<typeof paste>[3]?, string?]) =>
  applyEdit(app, paste(app, clipping, newId, ...rest).edit).definition;

const tableNamed = (app: Definition, name: string) => {
  const table = app.tables.find((each) => each.name === name);
  if (!table) throw new Error(`no table ${name}`);
  return table;
};

test('every id of a definition stands where ids are looked for', () => {
  const outside: string[] = [];
  const walk = (schema: unknown, key: string): void => {
    if (Array.isArray(schema)) return schema.forEach((each) => walk(each, key));
    if (typeof schema !== 'object' || schema === null) return;
    const { pattern, properties } = schema as { pattern?: string; properties?: Record<string, unknown> };
    if (pattern === '^[A-Za-z0-9_-]{1,40}$' && !holdsIds(key)) outside.push(key);
    for (const [name, each] of Object.entries(properties ?? {})) walk(each, name);
    for (const [name, each] of Object.entries(schema)) if (name !== 'properties') walk(each, key);
  };
  walk(z.toJSONSchema(Definition, { io: 'input' }), '');
  expect(outside).toEqual([]);
});

test('ids are found and put in place of one another at any depth, words that look alike are left', () => {
  const part = { id: 'a', text: 'a', parts: [{ tableId: 'b', fields: ['a', 'c'], onFound: { linkId: 'd' } }] };
  expect(idsIn(part).sort()).toEqual(['a', 'a', 'b', 'c', 'd']);
  expect(
    withIds(
      part,
      new Map([
        ['a', 'A'],
        ['d', 'D'],
      ]),
    ),
  ).toEqual({
    id: 'A',
    text: 'a',
    parts: [{ tableId: 'b', fields: ['A', 'c'], onFound: { linkId: 'D' } }],
  });
});

describe.each([
  ['theatre', theatre.definition],
  ['apiary', apiary.definition],
])('whatever the %s has', (_, from) => {
  const items = itemsOf(from);

  test('comes through the clipboard as it was', () => {
    for (const item of items) {
      const clipping = clipped(from, item);
      expect(parseClipping(printClipping(clipping))).toEqual(clipping);
    }
  });

  test('can be put into an app that has nothing, into another, and into its own again', () => {
    for (const item of items)
      for (const app of [empty, theatre.definition, apiary.definition]) {
        const after = pasted(app, clipped(from, item));
        expect(after.tables.length).toBeGreaterThanOrEqual(app.tables.length);
        expect(after.tables.slice(0, app.tables.length).map(({ id }) => id)).toEqual(app.tables.map(({ id }) => id));
      }
  });

  test('put into its own app again, brings nothing but itself', () => {
    for (const item of items) {
      const { edit } = paste(from, clipped(from, item), newId);
      if (edit.kind !== 'paste') throw new Error('not a paste');
      const { tables, columns, queries, routines, screens } = edit;
      expect([tables, columns, queries, routines, screens].flat()).toHaveLength(1);
    }
  });

  test('is small: a clipping has no more than what it needs', () => {
    for (const item of items) {
      const { definition } = clipped(from, item);
      if (item.kind === 'query' || item.kind === 'table') expect(definition.screens).toBeUndefined();
    }
  });
});

/** An app of shelves with a table called as one of the theatre's, otherwise. */
const shed = (): Definition => {
  const column = (id: string, name: string, kind: 'text' | 'wholeNumber') => ({
    id,
    name,
    kind,
    required: false,
    unique: false,
    default: { kind: 'none' as const },
  });
  return applyEdit(empty, {
    kind: 'addTable',
    tableId: 's1',
    columnId: 's1-1',
    name: 'Costumes',
    columns: [column('s1-1', 'Called', 'text'), column('s1-2', 'Lent out', 'text')],
  }).definition;
};

const tools = (): Definition =>
  [
    {
      kind: 'addTable' as const,
      tableId: 't1',
      columnId: 't1-1',
      name: 'Makers',
    },
    {
      kind: 'addTable' as const,
      tableId: 't2',
      columnId: 't2-1',
      name: 'Tools',
    },
    {
      kind: 'addColumns' as const,
      tableId: 't2',
      columns: [
        {
          id: 't2-2',
          name: 'Maker',
          kind: 'link' as const,
          tableId: 't1',
          inverse: 'Tools',
          onDelete: 'stop' as const,
          required: true,
          unique: false,
          default: { kind: 'none' as const },
        },
        {
          id: 't2-3',
          name: 'Price',
          kind: 'wholeNumber' as const,
          required: true,
          unique: false,
          default: { kind: 'none' as const },
        },
        {
          id: 't2-4',
          name: 'Said',
          kind: 'expression' as const,
          text: "maker.name || ' ' || price",
          required: false,
          unique: false,
          default: { kind: 'none' as const },
        },
      ],
    },
    {
      kind: 'setQuery' as const,
      query: { id: 'q1', name: 'Dear ones', tableId: 't2', condition: "price > 20 AND maker.name <> ''" },
    },
    {
      kind: 'addScreen' as const,
      screen: { kind: 'list' as const, id: 'l1', name: 'Dear tools', tableId: 't2', queryId: 'q1' },
    },
  ].reduce<Definition>((app, edit) => applyEdit(app, edit).definition, { ...empty, id: 'shop' });

describe('a copied table', () => {
  test('brings what it links to, with its screens, and everything is under names that are free', () => {
    const other = applyEdit(shed(), {
      kind: 'renameTable',
      tableId: 's1',
      name: 'Tools',
      recordName: 'Tool',
    }).definition;
    const after = pasted(other, clipped(tools(), { kind: 'table', id: 't2' }));
    expect(after.tables.map(({ name, identifier }) => [name, identifier])).toEqual([
      ['Tools', 'tools'],
      ['Makers', 'makers'],
      ['Tools 2', 'tools_2'],
    ]);
    expect(tableNamed(after, 'Tools 2').columns.map(({ name }) => name)).toEqual(['Name', 'Maker', 'Price', 'Said']);
    // Nothing refers to anything of the app that it came from.
    expect(idsIn(after).filter((id) => /^t\d/.test(id))).toEqual([]);
  });

  test('links to what is there by that name, under a name for its many side that is free', () => {
    const other = applyEdit(empty, { kind: 'addTable', tableId: 'm', columnId: 'm-1', name: 'Makers' }).definition;
    const edits = [
      { kind: 'addTable' as const, tableId: 'o', columnId: 'o-1', name: 'Offers' },
      {
        kind: 'addColumn' as const,
        tableId: 'o',
        column: {
          id: 'o-2',
          name: 'Maker',
          kind: 'link' as const,
          tableId: 'm',
          inverse: 'Tools',
          onDelete: 'stop' as const,
          required: false,
          unique: false,
          default: { kind: 'none' as const },
        },
      },
    ];
    const app = edits.reduce<Definition>((made, edit) => applyEdit(made, edit).definition, other);
    const after = pasted(app, clipped(tools(), { kind: 'table', id: 't2' }));
    expect(tableNamed(after, 'Tools').columns.find(({ kind }) => kind === 'link')).toMatchObject({
      tableId: 'm',
      inverse: 'Tools 2',
      inverseIdentifier: 'tools_2',
    });
  });

  test('can come without what it links to; then nothing that needs the link comes either, or it is refused', () => {
    const clipping = clipped(tools(), { kind: 'table', id: 't2' });
    const [makers] = coming(empty, clipping).needs;
    expect(makers).toMatchObject({ name: 'Makers', choice: 'bring', own: [] });
    // A computed column of its own uses the link.
    expect(makers?.canGo).toBe(false);
    expect(() => pasted(empty, clipping, { t1: 'out' })).toThrow(/Said|used/i);
    const plain = applyEdit(tools(), { kind: 'removeScreen', screenId: 'l1' }).definition;
    const bare = ['q1'].reduce((app, queryId) => applyEdit(app, { kind: 'removeQuery', queryId }).definition, plain);
    const without = applyEdit(bare, { kind: 'removeColumn', tableId: 't2', columnId: 't2-4' }).definition;
    const after = pasted(empty, clipped(without, { kind: 'table', id: 't2' }), { t1: 'out' });
    expect(after.tables.map(({ name }) => name)).toEqual(['Tools']);
    expect(tableNamed(after, 'Tools').columns.map(({ name }) => name)).toEqual(['Name', 'Price']);
  });
});

describe('a copied screen', () => {
  test('brings its query and its table; the table’s list is the one that came', () => {
    const after = pasted(shed(), clipped(tools(), { kind: 'screen', id: 'l1' }));
    const { list } = screensOf(after);
    const lists = list.filter((screen) => screen.kind === 'list').map(({ name }) => name);
    expect(lists.sort()).toEqual(['Costumes', 'Dear tools', 'Makers']);
    expect(after.queries?.map(({ name, condition }) => [name, condition])).toEqual([
      ['Dear ones', "price > 20 AND maker.name <> ''"],
    ]);
  });

  test('can be of a table that is there under another name: what that lacks comes into it, nothing else', () => {
    const clipping = clipped(tools(), { kind: 'screen', id: 'l1' });
    const choices = { t2: { use: 's1' } };
    expect(coming(shed(), clipping, choices).columns).toEqual([{ table: 'Costumes', names: ['Price', 'Maker'] }]);
    const after = pasted(shed(), clipping, choices);
    const costumes = tableNamed(after, 'Costumes');
    expect(costumes.columns.map(({ name, required }) => [name, required])).toEqual([
      ['Called', false],
      ['Lent out', false],
      ['Price', false],
      ['Maker', false],
    ]);
    expect(after.queries?.[0]?.tableId).toBe('s1');
    expect(screensOf(after).list.find(({ name }) => name === 'Dear tools')).toMatchObject({ tableId: 's1' });
  });

  test('what is called otherwise there is called so in its conditions', () => {
    const price = { ...tableNamed(tools(), 'Tools').columns[2], name: 'Worth in coins' };
    const app = tools();
    const clipping = clipped(app, { kind: 'query', id: 'q1' });
    // Within the same app, where the column was renamed since.
    const renamed = applyEdit(app, { kind: 'changeColumn', tableId: 't2', column: price as never }).definition;
    const after = pasted(renamed, clipping);
    expect(after.queries?.map(({ name, condition }) => [name, condition])).toEqual([
      ['Dear ones', "worth_in_coins > 20 AND maker.name <> ''"],
      ['Dear ones 2', "worth_in_coins > 20 AND maker.name <> ''"],
    ]);
  });
});

test('columns come into the table that is meant, with what they are computed from', () => {
  const clipping = clipped(tools(), { kind: 'columns', tableId: 't2', ids: ['t2-4'] });
  const after = pasted(shed(), clipping, {}, 's1');
  expect(tableNamed(after, 'Costumes').columns.map(({ name }) => name)).toEqual([
    'Called',
    'Lent out',
    'Said',
    'Maker',
    'Price',
  ]);
  expect(after.tables.map(({ name }) => name)).toEqual(['Costumes', 'Makers']);
});

test('parts come into a screen of their kind, and into no other', () => {
  const [record] = screensOf(theatre.definition).list.filter((screen) => screen.kind === 'record' && screen.parts);
  if (record?.kind !== 'record') throw new Error('no designed record');
  const [part] = record.parts ?? [];
  const clipping = clipped(theatre.definition, { kind: 'parts', screenId: record.id, ids: [part?.id ?? ''] });
  const after = pasted(shed(), clipping, {}, 'record-s1');
  const there = screensOf(after).list.find(({ id }) => id === 'record-s1');
  expect(there?.kind === 'record' && there.parts?.filter(({ kind }) => kind === part?.kind)).toHaveLength(2);
  expect(() => pasted(shed(), clipping, {}, 'list-s1')).toThrow(/no such screen/);
  expect(() => pasted(shed(), clipping)).toThrow(/no such screen/);
});

test('where an app has no people, rows are everyone’s; where it has, they stay their owners’', () => {
  const people = applyEdit(tools(), { kind: 'setPeople', people: { tableId: 't1', pins: false } }).definition;
  const owned = applyEdit(people, { kind: 'setOwned', tableId: 't2', owned: true }).definition;
  const clipping = clipped(owned, { kind: 'table', id: 't2' });
  expect(tableNamed(pasted(shed(), clipping), 'Tools').owned).toBeUndefined();
  const withPeople = applyEdit(shed(), {
    kind: 'setPeople',
    people: { tableId: 'p', pins: false },
    add: { columnId: 'p-1', name: 'Crew' },
  }).definition;
  const after = pasted(withPeople, clipping);
  expect(tableNamed(after, 'Tools').owned).toBe(true);
  expect(after.people?.tableId).toBe('p');
  expect(after.tables.map(({ name }) => name)).toEqual(['Costumes', 'Crew', 'Tools']);
});

test('what is no longer there is not copied', () => {
  expect(clip(empty, { kind: 'table', id: 'gone' })).toBeNull();
  expect(clip(tools(), { kind: 'columns', tableId: 't2', ids: ['gone'] })).toBeNull();
  expect(clip(tools(), { kind: 'parts', screenId: 'l1', ids: ['gone'] })).toBeNull();
});

describe('a text of the clipboard', () => {
  const clipping = clipped(tools(), { kind: 'table', id: 't2' });

  test.each([
    ['nothing', ''],
    ['words', 'the fern-shelf-clipping of yesterday'],
    ['other JSON', '{"format":"fern-shelf-app","note":"fern-shelf-clipping"}'],
  ])('that is %s is no clipping', (_, text) => expect(parseClipping(text)).toBeNull());

  test.each<[string, unknown, string]>([
    ['is newer', { ...clipping, version: 2 }, 'file-newer'],
    ['has more to it', { ...clipping, more: 1 }, 'file-broken'],
    ['lacks what was copied', { ...clipping, item: { kind: 'table', id: 'gone' } }, 'file-broken'],
    [
      'has a plan that cannot stand',
      {
        ...clipping,
        definition: {
          ...clipping.definition,
          tables: clipping.definition.tables.slice(0, 1).concat(clipping.definition.tables.slice(0, 1)),
        },
      },
      'file-broken',
    ],
  ])('that %s is refused, and says so', (_, broken, code) => {
    expect(() => parseClipping(JSON.stringify(broken))).toThrow(
      expect.objectContaining({ problem: expect.objectContaining({ code }) }),
    );
  });
});

test('what is numbered already is counted on', () => {
  const clipping = clipped(shed(), { kind: 'table', id: 's1' });
  const twice = pasted(pasted(shed(), clipping), clipping);
  expect(twice.tables.map(({ name }) => name)).toEqual(['Costumes', 'Costumes 2', 'Costumes 3']);
  const third = clipped(twice, { kind: 'table', id: twice.tables[2]?.id ?? '' });
  expect(pasted(twice, third).tables[3]?.name).toBe('Costumes 4');
});

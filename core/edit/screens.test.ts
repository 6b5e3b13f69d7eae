import { projectOptions } from '@/core/ship';
import fc from 'fast-check';
import { copyableParts, copyParts } from './copyParts';
import { applyEdit, describeEdit, type Edit, patchDefinition } from './edit';
import { definitionFaults } from '@/core/check';
import type { Definition, ListScreen, Screen, ScreenOf } from '@/core/model';
import { pathTo, reachable, screenPaths, screensOf } from '@/core/plan';
import { describeProblem, toProblem } from '@/core/problem';
import { hatPlan, plainColumn } from '@/test/hats';

const plan = hatPlan('Worn in');
const blank: Definition = { id: 'a', name: 'Trial', theme: { accent: 'moss' }, tables: [] };
const after = (edits: readonly Edit[], from: Definition = blank): Definition =>
  edits.reduce((made, edit) => applyEdit(made, edit).definition, from);
const app = after(plan);
const screen = <K extends Screen['kind']>(definition: Definition, id: string, kind: K) =>
  screensOf(definition).list.find((each) => each.id === id && each.kind === kind) as ScreenOf<K>;
const hats = screen(app, 'list-h', 'list');
const row: ListScreen['row'] = {
  shape: 'cards',
  across: 2,
  lines: [
    { id: 's1', text: 'worn_in.stage', tone: 'worn_in.stage' },
    { id: 's2', text: 'price', styles: [{ id: 'y1', when: 'price > 50', tone: 'red' }] },
  ],
  edge: [],
};
const designed = after(
  [
    {
      kind: 'setScreen',
      screen: {
        ...hats,
        row,
        sort: [{ text: 'price', direction: 'descending' }],
        section: { text: 'worn_in', totals: [{ id: 'o1', label: 'Worth', aggregate: 'sum', text: 'price' }] },
      },
    },
  ],
  app,
);
const refusal = (edit: Edit, from = designed): string => {
  try {
    applyEdit(from, edit);
  } catch (error) {
    return describeProblem(toProblem(error)).what;
  }
  return 'made';
};

describe('screens', () => {
  it('are made from the plan until the first is changed; then they are the app’s own', () => {
    expect(app.screens).toBeUndefined();
    expect(screensOf(app).list.map(({ id }) => id)).toEqual([
      'start',
      'list-p',
      'record-p',
      'form-p',
      'list-h',
      'record-h',
      'form-h',
      'settings',
    ]);
    expect(screensOf(app)).toBe(screensOf(app));
    expect(designed.screens?.list).toHaveLength(8);
    expect(designed.screens?.list.filter((each) => each.id !== 'list-h')).toEqual(
      screensOf(app).list.filter((each) => each.id !== 'list-h'),
    );
  });

  it('follow the plan: a table brings its screens and goes with them, a column its field', () => {
    const withForm = after(
      [
        {
          kind: 'setScreen',
          screen: { ...screen(designed, 'form-h', 'form'), parts: [{ id: 'f1', kind: 'field', columnId: 'h1' }] },
        },
      ],
      designed,
    );
    const grown = after(
      [
        { kind: 'addTable', tableId: 'w', columnId: 'w1', name: 'Wigs' },
        { kind: 'addColumn', tableId: 'h', column: { ...plainColumn('h4', 'Size'), kind: 'text' } },
      ],
      withForm,
    );
    expect(screensOf(grown).list.map(({ id }) => id)).toEqual(expect.arrayContaining(['list-w', 'record-w', 'form-w']));
    expect(screen(grown, 'start', 'menu').entries.map(({ id }) => id)).toEqual(['to-p', 'to-h', 'to-w', 'to-settings']);
    expect(screen(grown, 'form-h', 'form').parts?.map((part) => part.kind === 'field' && part.columnId)).toEqual([
      'h1',
      'h4',
    ]);
    const shrunk = after(
      [
        { kind: 'removeTable', tableId: 'w' },
        { kind: 'removeColumn', tableId: 'h', columnId: 'h4' },
      ],
      grown,
    );
    expect(shrunk.screens).toEqual(withForm.screens);
    expect(
      screen(
        after([{ kind: 'renameTable', tableId: 'h', name: 'Headwear', recordName: 'Hat' }], designed),
        'list-h',
        'list',
      ).name,
    ).toBe('Headwear');
  });

  it('take up new names in every expression, and lose what shows a column that goes', () => {
    const renamed = after(
      [
        {
          kind: 'changeColumn',
          tableId: 'h',
          column: { ...plainColumn('h2', 'Cost price'), kind: 'money', currency: 'EUR' },
        },
        {
          kind: 'changeColumn',
          tableId: 'p',
          column: { ...plainColumn('p2', 'House'), kind: 'choice', choices: ['Main', 'Cellar'] },
        },
      ],
      designed,
    );
    const list = screen(renamed, 'list-h', 'list');
    expect(list.row?.lines.map(({ text }) => text)).toEqual(['worn_in.house', 'cost_price']);
    expect([
      list.row?.lines[1]?.styles?.[0]?.when,
      list.sort?.[0]?.text,
      list.section?.totals[0]?.text,
      list.row?.lines[0]?.tone,
    ]).toEqual(['cost_price > 50', 'cost_price', 'cost_price', 'worn_in.house']);
    const without = screen(after([{ kind: 'removeColumn', tableId: 'h', columnId: 'h2' }], designed), 'list-h', 'list');
    expect(without.row?.lines.map(({ text }) => text)).toEqual(['worn_in.stage']);
    expect([without.sort, without.section?.totals]).toEqual([[], []]);
    expect(
      screen(after([{ kind: 'removeColumn', tableId: 'h', columnId: 'h3' }], designed), 'list-h', 'list').section,
    ).toBeUndefined();
  });

  it('keep a working list as long as there is something to save it into', () => {
    const plays = screen(designed, 'list-p', 'list');
    const size: Edit = {
      kind: 'addColumn',
      tableId: 'h',
      column: { ...plainColumn('h7', 'Worn'), kind: 'wholeNumber' },
    };
    const optional: Edit = {
      kind: 'changeColumn',
      tableId: 'h',
      column: { ...plainColumn('h1', 'Name'), kind: 'text' },
    };
    const collecting = after(
      [
        optional,
        size,
        {
          kind: 'setScreen',
          screen: { ...plays, tap: 'collect', collect: { tableId: 'h', linkId: 'h3', countId: 'h7', leaving: 'keep' } },
        },
      ],
      designed,
    );
    const left = (columnId: string) =>
      screen(after([{ kind: 'removeColumn', tableId: 'h', columnId }], collecting), 'list-p', 'list');
    expect(left('h7').collect).toEqual({ tableId: 'h', linkId: 'h3', leaving: 'keep' });
    expect([left('h3').collect, left('h3').tap]).toEqual([undefined, undefined]);
    expect(
      screen(after([{ kind: 'removeTable', tableId: 'h' }], collecting), 'list-p', 'list').collect,
    ).toBeUndefined();
  });

  it('refuse what cannot stand, and say where', () => {
    expect(
      refusal({ kind: 'setScreen', screen: { ...hats, row: { ...row, lines: [{ id: 's', text: 'prize' }] } } }),
    ).toBe('the screen Hats: “prize”: at character 1, there is no column “prize”; did you mean “price”?.');
    expect(
      refusal({ kind: 'setScreen', screen: { ...hats, row: { ...row, styles: [{ id: 's', when: 'price' }] } } }),
    ).toContain('a condition is yes or no, not money in EUR');
    expect(refusal({ kind: 'setScreen', screen: { ...hats, name: 'Plays' } })).toBe(
      'There is already a screen named “Plays”.',
    );
    expect(refusal({ kind: 'setScreen', screen: { ...hats, queryId: 'q9' } })).toContain('its query is not there');
    expect(refusal({ kind: 'removeScreen', screenId: 'start' })).toContain('is used by the app’s start');
    expect(refusal({ kind: 'setStart', screenId: 'nowhere' })).toContain('there is no screen with this id');
  });

  it('take nothing in that an app file could not hold, or the app could not be opened again', () => {
    expect(
      refusal({ kind: 'setScreen', screen: { ...hats, sort: [{ text: 'x'.repeat(2001), direction: 'ascending' }] } }),
    ).toMatch(/^the screen Hats: sort › 1 › text: at most 2,000/);
    expect(
      refusal({
        kind: 'setScreen',
        screen: {
          ...hats,
          row: {
            shape: 'rows',
            across: 1,
            lines: Array.from({ length: 7 }, (_, index) => ({ id: `s${index}`, text: 'name' })),
            edge: [],
          },
        },
      }),
    ).toMatch(/^the screen Hats: row › lines: at most 6/);
    expect(refusal({ kind: 'setTheme', theme: { accent: 'moss', icon: { kind: 'letters', text: 'FOUR' } } })).toMatch(
      /^the look of the app: icon › text: at most 3/,
    );
    const project = { ...projectOptions({ name: 'Hats' }), version: '1' };
    expect(refusal({ kind: 'setProject', project })).toMatch(/^the finished project: version: Three numbers/);
    expect(refusal({ kind: 'setFrame', frame: { kind: 'tabs', screenIds: [] } })).toMatch(
      /^the frame of the app: screenIds: at least 1/,
    );
    expect(refusal({ kind: 'addScreen', screen: { kind: 'settings', id: 'no id!', name: 'S' } })).toBe(
      'the screen S: id: expected an id of letters, digits, - and _.',
    );
    expect(
      refusal({
        kind: 'addColumn',
        tableId: 'h',
        column: { ...plainColumn('h9', 'Long'), kind: 'expression', text: `1${' + 1'.repeat(600)}` },
      }),
    ).toBe('Hats › Long: text: at most 2,000 characters.');
  });

  it('keep a query that screens need, and the columns that it needs', () => {
    const query: Edit = {
      kind: 'setQuery',
      query: { id: 'q1', name: 'Dear hats', tableId: 'h', condition: 'price > 50' },
    };
    const queried = after([query, { kind: 'setScreen', screen: { ...hats, queryId: 'q1' } }], designed);
    expect(refusal({ kind: 'removeQuery', queryId: 'q1' }, queried)).toBe('Dear hats is used by the screen Hats.');
    expect(refusal({ kind: 'removeColumn', tableId: 'h', columnId: 'h2' }, queried)).toBe(
      'Price is used by the query Dear hats.',
    );
    expect(
      after(
        [
          {
            kind: 'changeColumn',
            tableId: 'h',
            column: { ...plainColumn('h2', 'Worth'), kind: 'money', currency: 'EUR' },
          },
        ],
        queried,
      ).queries?.[0]?.condition,
    ).toBe('worth > 50');
    expect(after([{ kind: 'removeTable', tableId: 'h' }], queried).queries).toBeUndefined();
  });

  it('are added under a name that is free, moved, and removed with what leads to them', () => {
    const copied = after(
      [
        { kind: 'addScreen', screen: { ...screen(designed, 'list-h', 'list'), id: 'copy' } },
        { kind: 'addScreen', screen: { ...screen(designed, 'list-h', 'list'), id: 'copy2' } },
      ],
      designed,
    );
    expect([screen(copied, 'copy', 'list').name, screen(copied, 'copy2', 'list').name]).toEqual(['Hats 2', 'Hats 3']);
    expect(screen(copied, 'copy', 'list').row).toEqual(row);
    const framed = after(
      [
        { kind: 'setFrame', frame: { kind: 'tabs', screenIds: ['list-h'] } },
        { kind: 'removeScreen', screenId: 'list-h' },
      ],
      copied,
    );
    expect(screensOf(framed).frame).toBeUndefined();
    expect(screen(framed, 'start', 'menu').entries.map(({ id }) => id)).not.toContain('to-h');
    expect(definitionFaults(framed)).toEqual([]);
  });

  it('tell every way between them, and which nobody can come to', () => {
    const ways = screenPaths(app).map(({ from, to, by }) => `${from} > ${to}: ${by}`);
    expect(ways).toEqual(
      expect.arrayContaining([
        'start > list-h: entry Hats',
        'list-h > record-h: tap a row',
        'list-h > form-h: Add',
        'record-h > record-p: link Worn in',
        'record-p > record-h: row of Hats',
        'record-p > list-h: all Hats',
      ]),
    );
    expect(ways).not.toContain('form-h > record-h: after saving');
    const more = after(
      [
        { kind: 'setScreen', screen: { ...screen(app, 'form-h', 'form'), after: 'record' } },
        {
          kind: 'addScreen',
          screen: {
            kind: 'report',
            id: 'r',
            name: 'Worth',
            tableId: 'h',
            group: 'price',
            value: { id: 'v', label: 'Hats', aggregate: 'count' },
            chart: 'bars',
            order: 'group',
            most: 5,
          },
        },
      ],
      app,
    );
    expect(screenPaths(more).map(({ from, to, by }) => `${from} > ${to}: ${by}`)).toEqual(
      expect.arrayContaining(['form-h > record-h: after saving', 'r > record-h: tap a group, then a row']),
    );
    expect(reachable(app).size).toBe(8);
    const lost = after([{ kind: 'addScreen', screen: { kind: 'settings', id: 'lost', name: 'Settings' } }], app);
    expect(
      screensOf(lost)
        .list.filter(({ id }) => !reachable(lost).has(id))
        .map(({ id }) => id),
    ).toEqual(['lost']);
    expect(pathTo(app, 'record-h')).toEqual(['start', 'list-h', 'record-h']);
    expect(pathTo(lost, 'lost')).toBeNull();
  });

  it('copy parts between screens, as far as they fit the other table', () => {
    const plays = screen(designed, 'list-p', 'list');
    expect(copyableParts(designed, screen(designed, 'list-h', 'list'), plays)).toEqual([]);
    const twin = screen(app, 'list-h', 'list');
    expect(
      copyParts(designed, screen(designed, 'list-h', 'list'), { ...twin, row: undefined }, ['row', 'sort'], () => 'n'),
    ).toMatchObject({ row, sort: [{ text: 'price' }] });
    let made = 0;
    const records = copyParts(
      app,
      screen(app, 'record-p', 'record'),
      screen(app, 'record-p', 'record'),
      ['facts'],
      () => `n${++made}`,
    );
    expect(records.kind === 'record' && records.parts?.map(({ id }) => id)).toEqual(['facts', 'linked-h3', 'n1']);
  });

  it('come back whole when edits of plan and screens are undone one after another', () => {
    const edits: Edit[] = [
      { kind: 'removeColumn', tableId: 'h', columnId: 'h2' },
      { kind: 'removeTable', tableId: 'h' },
      { kind: 'addTable', tableId: 'w', columnId: 'w1', name: 'Wigs' },
      { kind: 'renameTable', tableId: 'h', name: 'Caps', recordName: 'Cap' },
      { kind: 'addScreen', screen: { ...screen(app, 'list-h', 'list'), id: 'copy' } },
      { kind: 'removeScreen', screenId: 'list-h' },
      { kind: 'moveScreen', screenId: 'settings', to: 0 },
      { kind: 'setFrame', frame: { kind: 'menu', screenIds: ['start', 'list-p'] } },
      { kind: 'setTheme', theme: { accent: 'clay', corner: 'round' } },
      { kind: 'setQuery', query: { id: 'q', name: 'All', tableId: 'p' } },
      { kind: 'changeColumn', tableId: 'h', column: { ...plainColumn('h2', 'Worth'), kind: 'money', currency: 'EUR' } },
    ];
    fc.assert(
      fc.property(fc.shuffledSubarray(edits), (chosen) => {
        const done = [];
        let now = designed;
        for (const edit of chosen) {
          // An edit may no longer be possible after another.
          if (refusal(edit, now) !== 'made') continue;
          const made = applyEdit(now, edit);
          expect(describeEdit(now, edit)).not.toBe('');
          expect(definitionFaults(made.definition)).toEqual([]);
          expect(patchDefinition(now, made.patches)).toEqual(made.definition);
          done.push({ before: now, made });
          now = made.definition;
        }
        for (const { before, made } of done.reverse()) {
          now = patchDefinition(now, made.inverse);
          expect(now).toEqual(before);
        }
      }),
      { numRuns: 60 },
    );
  });
});

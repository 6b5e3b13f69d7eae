import { compileApp } from './index';
import {
  byDesign,
  type CompiledList,
  type CompiledScreen,
  type CompiledScreenOf,
  countSql,
  hitsSql,
  listSql,
  type Narrowing,
  searchTerms,
  sectionsSql,
  totalsSql,
} from '@/core/compiled';
import { fold, type Row } from '@/core/driver';
import { applyEdit, type Edit } from '@/core/edit';
import { Engine } from '@/core/engine';
import type { Definition, RowDesign, Screen } from '@/core/model';
import { tableNames } from '@/core/plan';
import { indexesOf, tableDdl } from '@/core/schema';
import { hatPlan, plainColumn } from '@/test/hats';
import { ready } from '@/test/ready';
import { sqlite } from '@/test/sqlite';

const plan: Edit[] = [
  ...hatPlan('Play'),
  { kind: 'addColumn', tableId: 'h', column: { ...plainColumn('h4', 'Bought'), kind: 'date' } },
  { kind: 'addColumn', tableId: 'h', column: { ...plainColumn('h5', 'Twice'), kind: 'expression', text: 'price * 2' } },
];

const row: RowDesign = {
  shape: 'rows',
  across: 1,
  lines: [
    { id: 'a', text: 'play.stage' },
    { id: 'b', text: 'play' },
  ],
  edge: [{ id: 'c', text: 'twice', styles: [{ id: 'y', when: 'price > 5', tone: 'red' }] }],
  styles: [{ id: 'z', when: 'play IS NULL', hide: true }],
};

const list: Screen = {
  kind: 'list',
  id: 'l',
  name: 'Hats by play',
  tableId: 'h',
  row,
  sort: [{ text: 'price', direction: 'descending' }],
  section: { text: 'play', totals: [{ id: 's', label: 'Worth', aggregate: 'sum', text: 'price' }] },
  totals: [
    { id: 't', label: 'Mean', aggregate: 'avg', text: 'price' },
    { id: 'n', label: 'Hats', aggregate: 'count' },
  ],
};

const screens: Edit[] = [
  {
    kind: 'setQuery',
    query: {
      id: 'q',
      name: 'Dear',
      tableId: 'h',
      condition: 'price >= 3',
      order: [{ text: 'name', direction: 'ascending' }],
      limit: 2,
    },
  },
  { kind: 'addScreen', screen: list },
  { kind: 'addScreen', screen: { kind: 'list', id: 'dear', name: 'Dear hats', tableId: 'h', queryId: 'q' } },
  {
    kind: 'addScreen',
    screen: {
      kind: 'list',
      id: 'slots',
      name: 'Searched by row',
      tableId: 'h',
      row: { ...row, lines: [{ id: 'a', text: 'play' }], edge: [] },
      search: 'slots',
    },
  },
  {
    kind: 'setScreen',
    screen: {
      kind: 'record',
      id: 'record-p',
      name: 'Play',
      tableId: 'p',
      parts: [
        {
          id: 'g',
          kind: 'group',
          facts: [
            { id: 'a', text: 'count(hats)' },
            { id: 'b', text: 'stage' },
          ],
        },
        {
          id: 'k',
          kind: 'linked',
          columnId: 'h3',
          rows: 3,
          totals: [{ id: 's', label: 'Worth', aggregate: 'sum', text: 'price' }],
        },
      ],
      page: {
        paper: 'A4',
        heading: '{}',
        facts: [{ id: 'x', text: 'stage' }],
        lines: {
          columnId: 'h3',
          slots: [
            { id: 'w', text: 'name' },
            { id: 'v', text: 'twice' },
          ],
          totals: [{ id: 'u', label: 'All', aggregate: 'sum', text: 'twice' }],
        },
      },
    },
  },
  {
    kind: 'setScreen',
    screen: {
      kind: 'form',
      id: 'form-h',
      name: 'Hat form',
      tableId: 'h',
      parts: [
        { id: 'f1', kind: 'field', columnId: 'h1', start: "'Hat of ' || :today" },
        { id: 'f2', kind: 'field', columnId: 'h2', visibleWhen: "play.stage = 'Main'", readOnlyWhen: 'price > 100' },
        { id: 'f3', kind: 'fact', slot: { id: 'fs', text: 'twice' } },
      ],
      checks: [{ id: 'c', holds: 'price < 20 OR play IS NOT NULL', message: 'Too dear' }],
    },
  },
  {
    kind: 'addScreen',
    screen: {
      kind: 'menu',
      id: 'm',
      name: 'Ways',
      entries: [
        { id: 'e1', kind: 'screen', screenId: 'list-h', counted: true },
        { id: 'e2', kind: 'screen', screenId: 'dear', counted: true, when: { queryId: 'q' } },
        { id: 'e3', kind: 'rows', tableId: 'p', screenId: 'record-p', most: 2 },
      ],
    },
  },
  {
    kind: 'addScreen',
    screen: {
      kind: 'report',
      id: 'r',
      name: 'Worth by month',
      tableId: 'h',
      group: 'bought',
      step: 'month',
      value: { id: 'v', label: 'Worth', aggregate: 'sum', text: 'price' },
      chart: 'bars',
      order: 'group',
      most: 5,
    },
  },
  {
    kind: 'addScreen',
    screen: {
      kind: 'report',
      id: 'w',
      name: 'By week',
      tableId: 'h',
      group: 'bought',
      step: 'week',
      value: { id: 'v', label: 'Hats', aggregate: 'count' },
      chart: 'line',
      order: 'value',
      most: 5,
    },
  },
];

const definition = [...plan, ...screens].reduce<Definition>((made, edit) => applyEdit(made, edit).definition, {
  id: 'a',
  name: 'A',
  theme: { accent: 'moss' },
  tables: [],
});

const app = compileApp(definition);

const of = <K extends CompiledScreen['kind']>(id: string, kind: K) =>
  app.screens.find((screen) => screen.id === id && screen.kind === kind) as CompiledScreenOf<K>;

async function filled() {
  const engine = Engine.open(await sqlite(), null, () => 0);
  engine
    .migrate(
      definition.tables.flatMap((table) => [
        tableDdl(table, tableNames(definition)),
        ...indexesOf(definition, table).map(({ sql }) => sql),
      ]),
    )
    .commit();
  const run = (sql: string) => engine.write((writer) => writer.run(sql)).commit();
  run("INSERT INTO plays (name, stage) VALUES ('Élan', 'Main'), ('Storm', 'Cellar')");
  run(
    "INSERT INTO hats (name, price, play, bought) VALUES ('Bowler', 900, 1, '2026-03-01'), ('Cap', 100, 1, '2026-03-30'), ('Beret', 400, 2, '2026-04-02'), ('Crown', 300, NULL, NULL)",
  );
  const rows = (sql: string | undefined, params = {}): Row[] =>
    engine.query(sql ?? '', { limit: 50, offset: 0, most: 50, ...params }).rows;
  return { engine, rows };
}

const names = (rows: readonly Row[]) => rows.map((each) => each._name);

function found(
  { engine, rows }: Awaited<ReturnType<typeof filled>>,
  list: CompiledList,
  text: string,
  more: Narrowing = {},
) {
  const terms = searchTerms(fold(text));
  ready(engine, hitsSql(list, terms).search);
  const { ids } = rows(hitsSql(list, terms).sql, terms.params)[0] as { ids: string };
  const byIds = names(rows(listSql(list, byDesign, { ...more, ids: true }).sql, { ids, linked: 1 }));
  const walked = names(rows(listSql(list, byDesign, { ...more, search: terms }).sql, { ...terms.params, linked: 1 }));
  expect(walked).toEqual(byIds);
  expect(rows(countSql(list, { ...more, search: terms }).sql, { ...terms.params, linked: 1 })).toEqual([
    { count: byIds.length },
  ]);
  return byIds;
}

describe('a list', () => {
  it('gives each slot, style and link of its rows, in the order designed, section by section', async () => {
    const { rows } = await filled();
    const { list } = of('l', 'list');
    const { row: compiled } = list;
    const page = rows(listSql(list, byDesign, {}).sql);
    expect(names(page)).toEqual(['Crown', 'Beret', 'Bowler', 'Cap']);
    const [stage, play] = compiled.lines;
    expect(
      page.map((each) => [
        each[stage?.key ?? ''],
        each[stage?.tone?.key ?? ''],
        each[play?.key ?? ''],
        each[play?.link?.key ?? ''],
        each[compiled.edge[0]?.key ?? ''],
        each[compiled.edge[0]?.styles[0]?.key ?? ''],
        each[compiled.styles[0]?.key ?? ''],
      ]),
    ).toEqual([
      [null, null, null, null, 600, 0, 1],
      ['Cellar', null, 'Storm', 2, 800, 0, 0],
      ['Main', 'green', 'Élan', 1, 1800, 1, 0],
      ['Main', 'green', 'Élan', 1, 200, 0, 0],
    ]);
    expect(compiled.edge[0]?.column).toMatchObject({ kind: 'money', currency: 'EUR' });
    expect(rows(sectionsSql(list, {})?.sql)).toEqual([
      { _section: null, count: 1, _sum0: 300 },
      { _section: 'Storm', count: 1, _sum0: 400 },
      { _section: 'Élan', count: 2, _sum0: 1000 },
    ]);
    expect(rows(totalsSql(list, {})?.sql)).toEqual([{ _total0: 425, _total1: 4 }]);
    expect(compiled.cells.map(({ key, statement }) => rows(statement.sql, { id: 1 })[0]?.[key])).toEqual([
      'Main',
      'green',
      'Élan',
      1,
      1800,
      1,
      0,
    ]);
  });

  it('is searched in what links show too, with accents and case ignored and words in any order', async () => {
    const whole = await filled();
    const { list } = of('l', 'list');
    expect(found(whole, list, 'elan')).toEqual(['Bowler', 'Cap']);
    expect(found(whole, list, 'ELAN cap')).toEqual(['Cap']);
    expect(found(whole, list, 'e')).toEqual(['Beret', 'Bowler', 'Cap']);
    expect(found(whole, list, 'cellar be')).toEqual(['Beret']);
    expect(found(whole, list, 'nothing')).toEqual([]);
    expect(found(whole, list, 'a', { linked: 'play' })).toEqual(['Bowler', 'Cap']);
    const slots = of('slots', 'list').list;
    expect(found(whole, slots, 'storm')).toEqual(['Beret']);
    expect(found(whole, slots, 'cellar')).toEqual([]);
  });

  it('is narrowed by filters, by a link and by its query', async () => {
    const { rows } = await filled();
    const { list } = of('l', 'list');
    const by = (narrowed: Narrowing, params = {}) => names(rows(listSql(list, byDesign, narrowed).sql, params));
    expect(
      by(
        {
          filters: [
            { columnId: 'h2', op: 'from' },
            { columnId: 'h3', op: 'is' },
          ],
        },
        { f0: 300, f1: 1 },
      ),
    ).toEqual(['Bowler']);
    expect(by({ filters: [{ columnId: 'h4', op: 'blank' }] })).toEqual(['Crown']);
    expect(by({ filters: [{ columnId: 'h5', op: 'to' }] }, { f0: 600 })).toEqual(['Crown', 'Cap']);
    expect(by({ linked: 'play' }, { linked: 2 })).toEqual(['Beret']);
    const dear = of('dear', 'list').list;
    expect(names(rows(listSql(dear, byDesign, {}).sql))).toEqual(['Beret', 'Bowler']);
    expect(rows(countSql(dear, {}).sql)).toEqual([{ count: 2 }]);
    expect([dear.narrows, of('l', 'list').list.narrows]).toEqual([true, false]);
  });

  it('walks an index for the pages that are made from the plan', async () => {
    const { rows } = await filled();
    expect(
      rows(`EXPLAIN QUERY PLAN ${listSql(of('list-h', 'list').list, byDesign, {}).sql}`)
        .map(({ detail }) => detail)
        .join('; '),
    ).toMatch(/USING INDEX hats_by_name/);
  });
});

it('a record gives its facts, the totals of what belongs to it, and its page', async () => {
  const { rows } = await filled();
  const { record } = of('record-p', 'record');
  const [group, linked] = record.parts;
  const [fact] = rows(record.statement.sql, { id: 1 });
  expect(group?.kind === 'group' && group.facts.map(({ key }) => fact?.[key])).toEqual([2, 'Main']);
  expect(linked?.kind === 'linked' && rows(linked.statement?.sql, { linked: 1 })).toEqual([{ _total0: 1000 }]);
  expect(rows(record.page?.head.sql, { id: 1 })).toMatchObject([{ _name: 'Élan', _fact0: 'Main' }]);
  expect(rows(record.page?.lines?.statement.sql, { id: 1 })).toEqual([
    { id: 1, _line0: 'Bowler', _line1: 1800 },
    { id: 2, _line0: 'Cap', _line1: 200 },
  ]);
  expect(rows(record.page?.lines?.sums?.sql, { id: 1 })).toEqual([{ _total0: 2000 }]);
  expect([record.isOfRow, of('record-h', 'record').record.isOfRow]).toEqual([true, true]);
});

it('a form evaluates over what is typed and not yet stored', async () => {
  const { rows } = await filled();
  const { form } = of('form-h', 'form');
  const typed = (price: number | null, play: number | null) => {
    const [live] = rows(form.live?.sql, { id: null, name: 'New', price, play, bought: null });
    return [live?._seen1, live?._fixed1, live?._fact2, live?._check0];
  };
  expect(typed(500, 1)).toEqual([1, 0, 1000, 1]);
  expect(typed(15000, null)).toEqual([null, 1, 30000, 0]);
  expect(typed(null, 2)).toEqual([0, null, null, 1]);
  expect(
    String(rows(form.start?.sql, { id: null, name: null, price: null, play: null, bought: null })[0]?._start0),
  ).toMatch(/^Hat of \d{4}-/);
});

it('a menu counts, asks its conditions, and makes entries of rows', async () => {
  const { engine, rows } = await filled();
  const { menu } = of('m', 'menu');
  const [all, dear, each] = menu.entries;
  const state = () => rows(menu.state?.sql)[0];
  expect(
    all?.kind === 'screen' &&
      dear?.kind === 'screen' && [
        state()?.[all.count?.key ?? ''],
        state()?.[dear.count?.key ?? ''],
        state()?.[dear.when?.key ?? ''],
      ],
  ).toEqual([4, 2, 1]);
  expect(each?.kind === 'rows' && names(rows(each.statement.sql))).toEqual(['Storm', 'Élan']);
  engine.write((writer) => writer.run('UPDATE hats SET price = 1')).commit();
  expect(dear?.kind === 'screen' && state()?.[dear.when?.key ?? '']).toBe(0);
});

it('a report puts rows together, and its list gives those of one group', async () => {
  const { rows } = await filled();
  const { report } = of('r', 'report');
  expect(rows(report.statement.sql)).toEqual([
    { group: '2026-04', value: 400, count: 1 },
    { group: '2026-03', value: 1000, count: 2 },
    { group: null, value: 300, count: 1 },
  ]);
  expect(names(rows(listSql(report.list, byDesign, { group: true }).sql, { group: '2026-03' }))).toEqual([
    'Bowler',
    'Cap',
  ]);
  expect(names(rows(listSql(report.list, byDesign, { group: true }).sql, { group: null }))).toEqual(['Crown']);
  // 1 March 2026 is a Sunday: it ends a week that begins on Monday, and begins one that begins on Sunday.
  const weeks = (firstDay: number) =>
    rows(of('w', 'report').report.statement.sql, { firstDay }).map(({ group }) => group);
  expect([weeks(1), weeks(0)]).toEqual([
    ['2026-03-30', null, '2026-02-23'],
    ['2026-03-29', null, '2026-03-01'],
  ]);
});

it('a screen that an edit does not touch stays the very same object', () => {
  const changed = applyEdit(definition, { kind: 'setScreen', screen: { ...list, name: 'Renamed' } }).definition;
  const again = compileApp(changed).screens;
  expect(again.filter((screen) => !app.screens.includes(screen)).map(({ id }) => id)).toEqual(['start', 'l', 'm']);
});

test('a scan screen saves a list where that is what it finds codes for, and has its note', () => {
  const collect = { kind: 'collect', tableId: 'p', linkId: 'p3', leaving: 'keep' } as const;
  const definition = [
    ...plan,
    { kind: 'changeColumn', tableId: 'p', column: { ...plainColumn('p1', 'Name'), kind: 'text' } },
    { kind: 'addColumn', tableId: 'h', column: { ...plainColumn('h6', 'Tag'), kind: 'barcode', symbology: 'EAN-13' } },
    {
      kind: 'addColumn',
      tableId: 'p',
      column: { ...plainColumn('p3', 'Best hat'), kind: 'link', tableId: 'h', inverse: 'Best of', onDelete: 'unlink' },
    },
    ...[
      { id: 'look', name: 'Look', found: { kind: 'open' } },
      { id: 'gather', name: 'Gather', found: collect, note: 'Mind the moths.' },
    ].map((scan) => ({
      kind: 'addScreen',
      screen: { kind: 'scan', codes: [{ tableId: 'h', columnId: 'h6' }], ...scan },
    })),
  ].reduce<Definition>((made, edit) => applyEdit(made, edit as Edit).definition, {
    id: 'a',
    name: 'A',
    theme: { accent: 'moss' },
    tables: [],
  });
  const scans = compileApp(definition).screens.flatMap((screen) => (screen.kind === 'scan' ? [screen.scan] : []));
  expect(scans.map(({ collect: list, note, continuous }) => [list?.linkIdentifier ?? null, note, continuous])).toEqual([
    [null, undefined, false],
    ['best_hat', 'Mind the moths.', true],
  ]);
  expect(scans.map((scan) => 'note' in scan)).toEqual([false, true]);
});

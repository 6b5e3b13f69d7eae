import { compileApp } from './compile';
import {
  type CompiledTable,
  countSql,
  hitsSql,
  listSql,
  type Narrowing,
  searchTerms,
  type Sort,
  wayTo,
} from '@/core/compiled';
import { fold } from '@/core/driver';
import { applyEdit, type Edit } from '@/core/edit';
import { Engine } from '@/core/engine';
import type { Definition } from '@/core/model';
import { reachable, screensOf } from '@/core/plan';
import { indexesOf, tableDdl } from '@/core/schema';
import { ready } from '@/test/ready';
import { sqlite } from '@/test/sqlite';

const edits: Edit[] = [
  { kind: 'addTable', tableId: 't', columnId: 'c1', name: 'Hats' },
  {
    kind: 'addColumn',
    tableId: 't',
    column: { id: 'c2', name: 'Maker', kind: 'text', required: false, unique: false, default: { kind: 'none' } },
  },
  {
    kind: 'addColumn',
    tableId: 't',
    column: {
      id: 'c3',
      name: 'Price',
      kind: 'money',
      currency: 'EUR',
      required: false,
      unique: false,
      default: { kind: 'none' },
    },
  },
];

const definition = edits.reduce<Definition>((made, edit) => applyEdit(made, edit).definition, {
  id: 'a',
  name: 'A',
  theme: { accent: 'moss' },
  tables: [],
});

const compiled = compileApp(definition);

const hats = compiled.tables[0] as CompiledTable;

async function filled() {
  const engine = Engine.open(await sqlite(), null, () => 0);
  const table = definition.tables[0] as Definition['tables'][number];
  engine.migrate([tableDdl(table, {}), ...indexesOf(definition, table).map(({ sql }) => sql)]).commit();
  const rows = [
    ['bowler', 'Élise', 900],
    ['Cap', 'Aldo', 100],
    ['Beret', '100%_wool', 500],
    ['cap', null, null],
  ] as const;
  engine
    .write((writer) =>
      rows.forEach(([name, maker, price]) => writer.run(hats.statements.insert.sql, { name, maker, price }, 'hats')),
    )
    .commit();
  ready(engine, hats.search ? [hats.search] : []);
  return engine;
}

const byName: Sort = { by: 'name', direction: 'ascending' };

const names = (engine: Engine, sort: Sort, narrowed: Narrowing, params = {}) =>
  engine
    .query(listSql(hats.list, sort, narrowed).sql, { limit: 10, offset: 0, ...params })
    .rows.map((row) => row._name);

describe('compiled statements', () => {
  it('order a list by name without regard to case, or by any column both ways', async () => {
    const engine = await filled();
    expect(names(engine, byName, {})).toEqual(['Beret', 'bowler', 'Cap', 'cap']);
    expect(names(engine, { by: 'c3', direction: 'descending' }, {})).toEqual(['bowler', 'Beret', 'Cap', 'cap']);
  });

  it.each([
    ['elise', ['bowler']],
    ['CAP', ['Cap', 'cap']],
    ['aldo ca', ['Cap']],
    ['100%', ['Beret']],
    ['0%_w', ['Beret']],
    ['be wool', ['Beret']],
    ['"', []],
    ['a*b " AND', []],
    ['nothing', []],
  ])('find %s in any order, whatever its case and accents, in both ways of listing', async (text, expected) => {
    const engine = await filled();
    const terms = searchTerms(fold(text));
    const { ids } = engine.query(hitsSql(hats.list, terms).sql, { ...terms.params, most: 100 }).rows[0] as {
      ids: string;
    };
    expect(names(engine, byName, { ids: true }, { ids })).toEqual(expected);
    expect(names(engine, byName, { search: terms }, terms.params)).toEqual(expected);
    expect(engine.query(countSql(hats.list, { search: terms }).sql, terms.params).rows).toEqual([
      { count: expected.length },
    ]);
  });

  it('finds a UPC-A by its EAN-13: the zero before it is no part of the search', () => {
    expect(searchTerms('0036000291452 soap').params).toMatchObject({ match: '"036000291452" AND "soap"' });
    expect(searchTerms('4006381333931').params).toMatchObject({ match: '"4006381333931"' });
    expect(searchTerms('00360').params).toMatchObject({ match: '"00360"' });
  });

  it('walk an index for a page, and look few finds up by id', async () => {
    const engine = await filled();
    const plan = (narrowed: Narrowing) =>
      engine
        .query(`EXPLAIN QUERY PLAN ${listSql(hats.list, byName, narrowed).sql}`, {
          limit: 10,
          offset: 0,
          ids: '[1]',
        })
        .rows.map(({ detail }) => detail)
        .join('; ');
    expect(plan({})).toMatch(/USING INDEX hats_by_name/);
    expect(plan({})).not.toMatch(/TEMP B-TREE/);
    expect(plan({ ids: true })).toMatch(/SEARCH hats USING INTEGER PRIMARY KEY/);
  });

  it('name a record that has no name after its kind and id', async () => {
    const nameless = compileApp({
      ...definition,
      tables: definition.tables.map((table) => ({ ...table, naming: { kind: 'column', columnId: 'c2' } })),
    }).tables[0] as CompiledTable;
    const engine = await filled();
    expect(engine.query(nameless.statements.record.sql, { id: 4 }).rows[0]?._name).toBe('Hat 4');
  });

  it('are of every screen of the plan, and the screens that they name are there', () => {
    expect(compiled.screens.map(({ id }) => id)).toEqual(screensOf(definition).list.map(({ id }) => id));
    const there = new Set(compiled.screens.map(({ id }) => id));
    const led = [...reachable(definition)];
    expect(led.filter((id) => !there.has(id))).toEqual([]);
    expect([...there].filter((id) => !led.includes(id))).toEqual([]);
    for (const kind of ['list', 'record', 'form'] as const)
      expect(there.has(wayTo(compiled, kind, 't') ?? '')).toBe(true);
  });
});

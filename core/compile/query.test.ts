import { accessOf, besides, compileApp, conditionsOf, type PlanStep, queryCounts, queryStatement } from './index';
import type { ColumnSettings } from '@/core/column';
import { byName, listSql } from '@/core/compiled';
import { applyEdit, type Edit } from '@/core/edit';
import { Engine } from '@/core/engine';
import type { Column, Definition, Query, Table } from '@/core/model';
import { renameParameter, screensOf, tableNames } from '@/core/plan';
import { indexesOf, stepSql, tableDdl, upgradeSteps } from '@/core/schema';
import { hives } from '@/test/screens';
import { sqlite } from '@/test/sqlite';

const { definition } = hives();

const table = (plan: Definition, id: string) => plan.tables.find((each) => each.id === id) as Table;

const query = (tableId: string, more: Partial<Query>): Query => ({ id: 'q', name: 'Some', tableId, ...more });

async function filled() {
  const engine = Engine.open(await sqlite(), null, () => 0);
  engine
    .migrate(
      definition.tables.flatMap((each) => [
        tableDdl(each, tableNames(definition)),
        ...indexesOf(definition, each).map(({ sql }) => sql),
      ]),
    )
    .commit();
  engine
    .write((writer) => {
      writer.run(
        "WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < 100) INSERT INTO hives (name, place, frames, weak) SELECT 'Hive ' || i, CASE WHEN i % 10 = 0 THEN 'Heath' ELSE 'Orchard' END, i % 20, i % 4 = 0 FROM n",
      );
      writer.run(
        "WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < 300) INSERT INTO jars (name, hive, price) SELECT 'Jar ' || i, 1 + i % 100, i FROM n",
      );
    })
    .commit();
  const plan = (sql: string) =>
    engine.query(`EXPLAIN QUERY PLAN ${sql}`).rows.map(({ id, parent, detail }): PlanStep => ({
      id: Number(id),
      parent: Number(parent),
      detail: String(detail),
    }));
  return { engine, plan };
}

describe('a query', () => {
  it('selects the same rows whether its conditions are taken apart or asked as one', async () => {
    const { engine } = await filled();
    for (const condition of [
      'weak',
      'NOT weak',
      "weak AND place = 'Heath'",
      "(weak OR frames > 10) AND NOT place = 'Heath'",
      'frames BETWEEN 3 AND 5 AND weak',
      'frames IN (1, 2) AND NOT (weak AND frames > 1)',
    ]) {
      const apart = engine
        .query(queryStatement(definition, table(definition, 'v'), query('v', { condition })).sql)
        .rows.map(({ id }) => Number(id))
        .sort((one, other) => one - other);
      expect(apart).toEqual(
        engine.query(`SELECT id FROM hives WHERE ${condition} ORDER BY id`).rows.map(({ id }) => id),
      );
      expect(engine.query(queryCounts(definition, table(definition, 'v'), { condition }).sql).rows[0]).toMatchObject({
        all: 100,
        selected: apart.length,
      });
    }
  });

  it('reads all rows until the column that it asks for has an index, and then those alone', async () => {
    const { engine, plan } = await filled();
    const weak = query('v', {
      condition: "NOT weak AND place = 'Heath'",
      order: [{ text: 'frames', direction: 'descending' }],
    });
    expect(accessOf(plan(queryStatement(definition, table(definition, 'v'), weak).sql), 'hives')).toEqual({
      by: 'scan',
      columns: [],
      sorts: true,
    });
    const { columns } = queryCounts(definition, table(definition, 'v'), weak);
    expect(columns.map(({ column, equal }) => [column.name, equal])).toEqual([
      ['Weak', true],
      ['Place', true],
    ]);
    const place = { ...(columns[1]?.column as Column), indexed: true };
    const after = applyEdit(definition, { kind: 'changeColumn', tableId: 'v', column: place }).definition;
    engine.migrate(upgradeSteps(definition, after).flatMap(stepSql)).commit();
    expect(accessOf(plan(queryStatement(after, table(after, 'v'), weak).sql), 'hives')).toEqual({
      by: 'index',
      columns: ['place'],
      sorts: true,
    });
    expect(engine.query(queryCounts(after, table(after, 'v'), weak).sql).rows[0]).toEqual({
      all: 100,
      selected: 5,
      together: 5,
      by0: 75,
      by1: 10,
    });
    engine.migrate(upgradeSteps(after, definition).flatMap(stepSql)).commit();
    expect(accessOf(plan(queryStatement(definition, table(definition, 'v'), weak).sql), 'hives')?.by).toBe('scan');
  });

  it('says what is looked up for each row besides', async () => {
    const { plan } = await filled();
    const linked = plan(
      queryStatement(definition, table(definition, 'j'), query('j', { condition: "hive.place = 'Heath'", limit: 3 }))
        .sql,
    );
    expect(accessOf(linked, 'jars')?.by).toBe('scan');
    expect(besides(linked)).toMatchObject({ scans: 0 });
    expect(besides(linked).lookUps).toBeGreaterThan(0);
    const counted = plan(
      queryStatement(definition, table(definition, 'v'), query('v', { condition: 'count(jars) > 2' })).sql,
    );
    expect(besides(counted)).toMatchObject({ scans: 0 });
  });

  it('finds no index for what is computed, personal or linked', () => {
    const columns = (condition: string) =>
      conditionsOf(definition, table(definition, 'j'), { condition }).map(({ column }) => column?.name ?? null);
    expect(columns("hive.place = 'Heath' AND price > 3 AND upper(name) = 'A' AND price <> 4")).toEqual([
      null,
      'Price',
      null,
      null,
    ]);
    expect(columns("3 < price AND name IN ('a') AND name NOT IN ('b')")).toEqual(['Price', 'Name', null]);
  });
});

describe('the plan of SQLite', () => {
  it.each([
    ['SCAN hives', { by: 'scan', columns: [] }],
    ['SCAN hives USING INDEX hives_by_name', { by: 'scan', columns: [] }],
    ['SEARCH hives USING INTEGER PRIMARY KEY (rowid=?)', { by: 'id', columns: [] }],
    [
      'SEARCH hives USING COVERING INDEX hives_place_index (place=? AND frames>?)',
      { by: 'index', columns: ['place', 'frames'] },
    ],
    ['SEARCH hives USING AUTOMATIC COVERING INDEX (place=?)', { by: 'index', columns: ['place'] }],
  ])('%s', (detail, access) => {
    expect(accessOf([{ id: 2, parent: 0, detail }], 'hives')).toEqual({ ...access, sorts: false });
    expect(accessOf([{ id: 2, parent: 0, detail }], 'jars')).toBeNull();
  });
});

describe('the parameters of a query', () => {
  const dear: Query = query('j', {
    condition: 'price >= :least AND hive.place = :place AND hive.set_up < :before',
    parameters: [
      { name: 'least', kind: 'number', value: '2' },
      { name: 'place', kind: 'text', value: "Heath's" },
      { name: 'before', kind: 'date', value: 'today' },
    ],
  });
  const withQuery = (made: Query, more: Edit[] = []) =>
    [{ kind: 'setQuery', query: made } as Edit, ...more].reduce(
      (plan, edit) => applyEdit(plan, edit).definition,
      definition,
    );

  it('stand in its statements as values: numbers beside money as amounts, texts in quotes', () => {
    const { sql } = queryStatement(definition, table(definition, 'j'), dear);
    expect(sql).toContain('"jars"."price" >= 200');
    expect(sql).toContain("= 'Heath''s'");
    expect(sql).toContain("< date('now', 'localtime')");
  });

  it('are given by the screens that list it, which lose what it no longer takes', () => {
    const list: Edit = {
      kind: 'addScreen',
      screen: {
        kind: 'list',
        id: 'dear',
        name: 'Dear jars',
        tableId: 'j',
        queryId: 'q',
        given: { least: '9', place: 'Orchard' },
      },
    };
    const plan = withQuery(dear, [list]);
    const page = (made: Definition) => {
      const screen = compileApp(made).screens.find(({ id }) => id === 'dear');
      return screen?.kind === 'list' ? listSql(screen.list, byName, {}).sql : '';
    };
    expect(page(plan)).toContain('"price" >= 900');
    expect(page(plan)).toContain("= 'Orchard'");
    const fewer = applyEdit(plan, {
      kind: 'setQuery',
      query: { ...dear, condition: 'price >= :least', parameters: dear.parameters?.slice(0, 1) },
    }).definition;
    expect(screensOf(fewer).list.find(({ id }) => id === 'dear')).toMatchObject({ given: { least: '9' } });
    expect(page(fewer)).not.toContain('Orchard');
  });

  it('are refused where they do not fit', () => {
    const refused = (made: Query, more: Edit[] = []) =>
      expect(() => withQuery(made, more)).toThrow(
        expect.objectContaining({ problem: expect.objectContaining({ code: 'definition' }) }),
      );
    refused({ ...dear, parameters: [{ name: 'least', kind: 'number', value: '1 OR 1' }] });
    refused({ ...dear, parameters: [...(dear.parameters ?? []), { name: 'least', kind: 'text', value: 'a' }] });
    refused({ ...dear, parameters: [{ name: 'mine', kind: 'person', value: 'name' }], condition: 'name = :mine' });
    refused({ ...dear, parameters: dear.parameters?.slice(1) });
    refused(dear, [
      {
        kind: 'addScreen',
        screen: {
          kind: 'list',
          id: 'l',
          name: 'L',
          tableId: 'j',
          queryId: 'q',
          given: { least: '1; DROP TABLE jars' },
        },
      },
    ]);
    refused(dear, [
      {
        kind: 'addScreen',
        screen: { kind: 'list', id: 'l', name: 'L', tableId: 'j', queryId: 'q', given: { other: '1' } },
      },
    ]);
  });

  it('are renamed where the condition uses them, and columns under them', () => {
    const renamed = renameParameter(dear, 'least', 'floor');
    expect(renamed.condition).toBe('price >= :floor AND hive.place = :place AND hive.set_up < :before');
    const plan = withQuery(renamed, [
      {
        kind: 'changeColumn',
        tableId: 'j',
        column: { ...(table(definition, 'j').columns[2] as Column), name: 'Cost' } as ColumnSettings,
      },
    ]);
    expect(plan.queries?.[0]?.condition).toBe('cost >= :floor AND hive.place = :place AND hive.set_up < :before');
  });

  it('may be of the person who is signed in', async () => {
    const people = applyEdit(definition, { kind: 'setPeople', people: { tableId: 'v', pins: false } }).definition;
    const mine = query('j', { condition: 'hive = :me', parameters: [{ name: 'me', kind: 'person', value: 'name' }] });
    expect(applyEdit(people, { kind: 'setQuery', query: mine }).definition.queries).toEqual([mine]);
    const { engine } = await filled();
    const { sql } = queryStatement(people, table(people, 'j'), mine);
    expect(engine.query(sql, { _person: 7 }).rows.map(({ id }) => id)).toEqual(
      engine.query('SELECT id FROM jars WHERE hive = 7 ORDER BY name COLLATE NOCASE').rows.map(({ id }) => id),
    );
    expect(engine.query(sql, { _person: null }).rows).toEqual([]);
  });
});

import { compileApp } from './compile';
import { definitionFaults, schemaFaults } from '@/core/check';
import {
  byDesign,
  type CompiledApp,
  type CompiledList,
  countSql,
  hitsSql,
  listSql,
  searchedTexts,
  searchTerms,
  sectionsSql,
  type Sort,
  type Statement,
  totalsSql,
} from '@/core/compiled';
import { applyEdit, columnOf, type Edit } from '@/core/edit';
import { Engine } from '@/core/engine';
import { sqlTokens } from '@/core/expression';
import type { Definition, Table } from '@/core/model';
import { physicalPlan, tableNames } from '@/core/plan';
import { impactProbes, indexesOf, matchReportSql, planChange, schemaSql, tableDdl, viewsOf } from '@/core/schema';
import { theatre } from '@/demo';
import { listsOf } from '@/core/release';
import { ready } from '@/test/ready';
import { sqlite } from '@/test/sqlite';

/**
 * What every free text of the definition ends in, as far as it goes in: each way of ending a text or a name, and a
 * statement.
 */
const HOSTILE = '\'"`])*/; DROP TABLE pwned; --';

/** Keys of a definition whose texts are words for people, not ids, expressions or enumerations. */
const WORDS = new Set([
  'name',
  'recordName',
  'inverse',
  'heading',
  'label',
  'message',
  'note',
  'title',
  'empty',
  'button',
  'help',
  'placeholder',
  'foot',
  'question',
  'yes',
  'no',
]);

const MOST: Record<string, number> = { name: 80, recordName: 80, inverse: 80, label: 80, title: 80 };

function hostile(value: unknown, key = '', inside = ''): unknown {
  if (typeof value === 'string') {
    const isWords =
      (WORDS.has(key) && !(key === 'name' && inside === 'steps') && !(key === 'name' && inside === 'parameters')) ||
      (key === 'text' && inside === 'empty');
    return isWords ? `${value.slice(0, (MOST[key] ?? 200) - HOSTILE.length)}${HOSTILE}` : value;
  }
  if (Array.isArray(value))
    return key === 'choices'
      ? [...value.slice(0, 2), ...value.slice(2).map((choice) => `${String(choice)}${HOSTILE}`), `x${HOSTILE}`]
      : value.map((each) => hostile(each, '', key));
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(
    Object.entries(value).map(([each, inner]) => [
      each,
      each === 'answer' || each === 'icon' ? inner : hostile(inner, each, key || inside),
    ]),
  );
}

/**
 * The theatre with hostile texts in every place that takes one, renamed so that its identifiers come of them, with
 * limits and patterns.
 */
function hostileTheatre(): { plain: Definition; hostileOne: Definition } {
  const plain = theatre(3).definition;
  const texts = hostile(structuredClone(plain)) as Definition;
  const renamed = texts.tables.reduce(
    (definition, { id, name }) =>
      applyEdit(definition, {
        kind: 'renameTable',
        tableId: id,
        name: `${name.slice(0, 30)} pwned ${HOSTILE}`,
        recordName: `Pwned ${HOSTILE}`,
      }).definition,
    texts,
  );
  const edits: Edit[] = [
    {
      kind: 'addColumn',
      tableId: 't3',
      column: {
        id: 'hp',
        name: `Limited pwned ${HOSTILE}`,
        kind: 'text',
        minLength: 1,
        maxLength: 90,
        pattern: { expression: "[^;]*'; DROP TABLE pwned; --", message: `no ${HOSTILE}` },
        required: false,
        unique: false,
        default: { kind: 'value', value: "it's '; DROP TABLE pwned; --" },
      },
    },
    {
      kind: 'addColumn',
      tableId: 't3',
      column: {
        id: 'hd',
        name: 'Day pwned',
        kind: 'date',
        min: '2020-01-01',
        max: '2030-12-31',
        required: false,
        unique: true,
        default: { kind: 'none' },
      },
    },
    {
      kind: 'addColumn',
      tableId: 't3',
      column: {
        id: 'hn',
        name: 'Number pwned',
        kind: 'wholeNumber',
        min: -5,
        max: 1e21,
        required: false,
        unique: false,
        default: { kind: 'none' },
      },
    },
    {
      kind: 'addColumn',
      tableId: 't3',
      column: {
        id: 'he',
        name: 'Evaluated pwned',
        kind: 'expression',
        text: "'it''s; DROP TABLE pwned' || - - 5",
        required: false,
        unique: false,
        default: { kind: 'none' },
      },
    },
    {
      kind: 'setQuery',
      query: {
        id: 'hq',
        name: `Q ${HOSTILE}`,
        tableId: 't3',
        condition: `name <> :quoted AND name <> '${HOSTILE.replaceAll("'", "''")}'`,
        parameters: [
          { name: 'quoted', kind: 'text', value: HOSTILE },
          { name: 'low', kind: 'number', value: '-5' },
          { name: 'day', kind: 'date', value: '2026-01-01' },
        ],
        limit: 7,
      },
    },
  ];
  return { plain, hostileOne: edits.reduce((definition, edit) => applyEdit(definition, edit).definition, renamed) };
}

const shape = searchTerms('blue ab');

const sorts: Sort[] = [
  { by: 'design', direction: 'ascending' },
  { by: 'name', direction: 'descending' },
];

/** What a list is asked: its statements are pure functions of it. */
const statementsOfList = (list: CompiledList): (Statement | null)[] => [
  ...[...sorts, ...list.sorts.map(({ id: by }): Sort => ({ by, direction: 'ascending' }))].flatMap((sort) => [
    listSql(list, sort, {}),
    listSql(list, sort, { search: shape }),
    listSql(list, sort, { ids: true }, true),
  ]),
  ...list.filters.map(({ id: columnId }) => listSql(list, byDesign, { filters: [{ columnId, op: 'from' }] })),
  ...[{}, { search: shape }].flatMap((narrowed) => [
    countSql(list, narrowed),
    sectionsSql(list, narrowed),
    totalsSql(list, narrowed),
  ]),
  hitsSql(list, shape),
];

/** Every statement of a compiled app, with those that are made when they are asked for. */
function statementsOf(app: CompiledApp): string[] {
  const found = new Set<string>();
  const walk = (value: unknown): void => {
    if (typeof value === 'string' && /^\s*(SELECT|INSERT|UPDATE|DELETE|WITH)\b/.test(value)) found.add(value);
    if (value === null || typeof value !== 'object') return;
    Object.values(value).forEach(walk);
  };
  walk(app);
  walk(listsOf(app).map(statementsOfList));
  return [...found];
}

const escapes = (sql: string): string[] =>
  sqlTokens(sql)
    .filter(
      ({ kind, value }) =>
        (kind === 'name' || kind === 'sign') && /pwned|drop/i.test(value) && !/^drop$/i.test(sql.trim().slice(0, 4)),
    )
    .map(({ value }) => value);

describe('a definition full of hostile texts', () => {
  const { plain, hostileOne } = hostileTheatre();

  it('is a lawful one', () => {
    expect(schemaFaults(plain, hostileOne)).toEqual([]);
    expect(definitionFaults(hostileOne)).toEqual([]);
    expect(JSON.stringify(hostileOne).match(/DROP TABLE pwned/g)?.length).toBeGreaterThan(250);
  });

  it('becomes statements in which each of them is a text or a name, and all of which SQLite reads', async () => {
    const engine = Engine.open(await sqlite(), null, () => 0);
    const physical = physicalPlan(hostileOne);
    engine
      .migrate([
        ...physical.tables.map((table) => tableDdl(table, tableNames(physical))),
        ...physical.tables.flatMap((table) => indexesOf(physical, table).map(({ sql }) => sql)),
        ...viewsOf(hostileOne).map(({ sql }) => sql),
      ])
      .commit();
    const app = compileApp(hostileOne);
    listsOf(app).forEach(({ fragments }) => ready(engine, searchedTexts(fragments.search), { _person: null }));
    const statements = statementsOf(app);
    expect(statements.length).toBeGreaterThan(250);
    for (const sql of statements) {
      expect({ sql, escaped: escapes(sql) }).toEqual({ sql, escaped: [] });
      const isWrite = /^\s*(INSERT|UPDATE|DELETE)\b/.test(sql) || /\b(INSERT INTO|UPDATE|DELETE FROM)\b/.test(sql);
      if (!isWrite) engine.inspect(sql);
    }
    expect(
      statements.some((sql) =>
        sqlTokens(sql).some(({ kind, value }) => kind === 'text' && value.includes('DROP TABLE pwned')),
      ),
    ).toBe(true);
  });

  it('is laid down, upgraded, probed and undone the same way', async () => {
    const engine = Engine.open(await sqlite(), null, () => 0);
    const empty: Definition = { id: 'a', name: 'A', theme: { accent: 'moss' }, tables: [] };
    const limited = applyEdit(hostileOne, {
      kind: 'changeColumn',
      tableId: 't3',
      column: { ...columnOf(hostileOne.tables.find(({ id }) => id === 't3') as Table, 'hp'), required: true },
    }).definition;
    const choice = limited.tables.find(({ id }) => id === 't3')?.columns.find(({ kind }) => kind === 'text');
    const numbers = applyEdit(limited, {
      kind: 'changeColumn',
      tableId: 't3',
      column: {
        id: choice?.id ?? '',
        name: 'As choice',
        kind: 'choice',
        choices: [HOSTILE, 'other'],
        required: false,
        unique: false,
        default: { kind: 'none' },
      },
    }).definition;
    const changes = [
      [empty, hostileOne, {}],
      [hostileOne, limited, { hp: HOSTILE }],
      [limited, numbers, {}],
      [numbers, empty, {}],
    ] as const;
    for (const [index, [before, after, fills]] of changes.entries()) {
      const { statements, undoing } = planChange(before, after, { edit: index + 1, fills });
      for (const sql of [...statements, ...undoing])
        expect({ sql, escaped: escapes(sql) }).toEqual({ sql, escaped: [] });
      for (const { countSql, sampleSql } of impactProbes(before, after, fills))
        for (const sql of [countSql, sampleSql ?? 'SELECT 1']) engine.inspect(sql);
      engine.migrate(statements).commit();
      engine.migrate(undoing).commit();
      engine.migrate(statements).commit();
    }
    const table = hostileOne.tables.find(({ id }) => id === 't3') as Table;
    const report = matchReportSql(hostileOne, table, { textColumnId: 'hp', targetTableId: 't2', by: null });
    expect(escapes(report ?? '')).toEqual([]);
    expect(escapes(schemaSql(hostileOne).replaceAll(/DROP VIEW/g, ''))).toEqual([]);
  });
});

import { AppHost } from './appHost';
import { definitionFaults } from '@/core/check';
import { compileApp } from '@/core/compile';
import { choicesOf, type CompiledApp, countSql, NO_STATEMENT, type Statement } from '@/core/compiled';
import { applyEdit, type Edit } from '@/core/edit';
import type { Definition, Query } from '@/core/model';
import { handSqlFaults } from '@/core/plan';
import { ProblemError } from '@/core/problem';
import { memoryStore } from '@/core/store';
import { plainColumn } from '@/test/hats';
import { blank, hostEnvironment } from '@/test/host';

const ANNA = 1;

const edits: Edit[] = [
  { kind: 'setPeople', people: { tableId: 'w', pins: true }, add: { columnId: 'w1', name: 'Workers' } },
  { kind: 'addTable', tableId: 'g', columnId: 'g1', name: 'Garments' },
  { kind: 'addColumn', tableId: 'g', column: { ...plainColumn('g2', 'Note'), kind: 'text', perPerson: true } },
  { kind: 'addColumn', tableId: 'g', column: { ...plainColumn('g3', 'Price'), kind: 'wholeNumber' } },
  { kind: 'addTable', tableId: 'e', columnId: 'e1', name: 'Errands' },
  {
    kind: 'addColumn',
    tableId: 'e',
    column: { ...plainColumn('e2', 'Garment'), kind: 'link', tableId: 'g', inverse: 'Errands', onDelete: 'cascade' },
  },
  { kind: 'setOwned', tableId: 'e', owned: true },
  {
    kind: 'addColumn',
    tableId: 'g',
    column: { ...plainColumn('g4', 'Errand count'), kind: 'expression', text: 'count(errands)' },
  },
];

const plan = edits.reduce((definition, edit) => applyEdit(definition, edit).definition, blank);

/**
 * The same app twice, as Anna sees it; what is not hers differs: rows, notes, PINs, and what the database keeps for
 * itself.
 */
async function worlds(): Promise<[AppHost, AppHost]> {
  const made = async (secrets: string[]) => {
    const kv = memoryStore();
    await AppHost.install(await hostEnvironment(kv), { format: 'fern-shelf-app', version: 1, definition: plan });
    const host = await AppHost.open(await hostEnvironment(kv));
    await host.write({
      verb: 'Laid',
      statements: [
        "INSERT INTO workers (id, name) VALUES (1, 'Anna'), (2, 'Bram')",
        "INSERT INTO garments (id, name, price) VALUES (1, 'Cloak', 5), (2, 'Cape', 7)",
        "INSERT INTO errands (name, garment, _owner) VALUES ('Hers', 1, 1)",
        ...secrets,
      ].map((sql) => ({ sql, params: {}, table: '' })),
    });
    return host;
  };
  const one = await made([]);
  const other = await made([
    "INSERT INTO errands (name, garment, _owner) VALUES ('His', 1, 2), ('His too', 2, 2), ('Nobody’s', 2, NULL)",
    "INSERT INTO garments_by_person (_record, _person, note) VALUES (1, 2, 'his note'), (2, 2, 'another')",
    "UPDATE workers SET _pin = 'hash' WHERE id = 2",
  ]);
  // The search index holds everybody's texts.
  const search = compileApp(plan).tables.find(({ id }) => id === 'e')?.search;
  for (const host of [one, other]) await host.read({ sql: 'SELECT 1', ...(search ? { search: [search] } : {}) });
  // What an edit of the plan keeps aside stands in the same database.
  await other.edit({ kind: 'addTable', tableId: 'x', columnId: 'x1', name: 'Secret things' }, {});
  await other.undo();
  await other.edit({ kind: 'changeColumn', tableId: 'g', column: { ...plainColumn('g3', 'Price'), kind: 'date' } }, {});
  await other.undo();
  return [one, other];
}

const quotes: ((name: string) => string)[] = [
  (name) => name,
  (name) => `"${name}"`,
  (name) => `[${name}]`,
  (name) => `\`${name}\``,
  (name) => `'${name}'`,
];

const forbidden = [
  'garments_by_person',
  'sqlite_schema',
  'sqlite_master',
  'sqlite_temp_schema',
  'sqlite_sequence',
  '_fern_kept',
  'dbstat',
  '_search:e:',
  '_search:e:_content',
  'garments_computed',
  'pragma_table_list',
];

/**
 * `N` is a table that may not be read, in every spelling; `M`, `E` and `O` are the schema, a table that is shadowed,
 * and a column that is hidden.
 */
const templates: string[] = [
  'SELECT 1 FROM N',
  'SELECT count(*) FROM N',
  'SELECT rowid FROM N',
  'SELECT id FROM garments WHERE EXISTS (SELECT 1 FROM N)',
  'SELECT id FROM garments WHERE (SELECT count(*) FROM N) > 0',
  'SELECT id FROM garments, N',
  'SELECT garments.id FROM garments NATURAL JOIN N',
  'SELECT id FROM garments LEFT JOIN N ON 1',
  'SELECT id FROM (SELECT 1 AS id FROM N)',
  'WITH x AS (SELECT 1 AS id FROM N) SELECT id FROM x',
  'WITH RECURSIVE x(id) AS (SELECT 1 FROM N UNION ALL SELECT id + 1 FROM x WHERE id < 3) SELECT id FROM x',
  'SELECT 1 UNION ALL SELECT 2 FROM N',
  'SELECT 1 EXCEPT SELECT 1 FROM N',
  'SELECT id FROM garments ORDER BY (SELECT count(*) FROM N) * id',
  'SELECT sum(1) OVER () FROM N',
  'SELECT id FROM garments WHERE id IN N',
  'SELECT x.rowid FROM N AS x',
  'VALUES ((SELECT count(*) FROM N))',
  'SELECT id FROM M.E',
  'SELECT id FROM M . E',
  'SELECT id FROM M/* */.E',
  'SELECT count(*) FROM M.E',
  'SELECT x.id FROM M.E x',
  'WITH x AS (SELECT * FROM M.E) SELECT id FROM x',
  'WITH E AS (SELECT * FROM M.E) SELECT id FROM E',
  'SELECT id FROM garments WHERE EXISTS (SELECT 1 FROM M.E WHERE garment = garments.id)',
  'SELECT id FROM M.garments_by_person',
  'SELECT name FROM M.sqlite_schema',
  'SELECT id FROM workers WHERE O IS NOT NULL',
  'SELECT id FROM workers ORDER BY O',
  'SELECT count(O) FROM workers',
  'SELECT w.id FROM workers w WHERE w.O IS NOT NULL',
  'SELECT max(id) FROM workers GROUP BY O',
  'SELECT id FROM garments g WHERE (SELECT w.O FROM workers w WHERE w.id = 2) IS NOT NULL',
];

const plainTexts: string[] = [
  'SELECT 0) UNION ALL SELECT id FROM main.errands WHERE (1',
  'SELECT 0) SELECT 1 FROM garments_by_person WHERE (1',
  'SELECT 1 FROM garments)--',
  'SELECT 1 /*',
  "SELECT 1 '",
  'SELECT 1 "',
  'SELECT 1; SELECT id FROM errands',
  'SELECT 1;',
  'SELECT id FROM garments -- ) UNION SELECT 1 FROM main.errands',
  "SELECT name FROM pragma_table_info('workers')",
  'SELECT name FROM pragma_table_list',
  'SELECT sql FROM sqlite_schema',
  'SELECT $x(garments)',
  'SELECT :person::x',
  'SELECT @person',
  'SELECT ?1',
  'SELECT *, * FROM workers',
  'SELECT count(*) FROM errands e JOIN errands f ON 1',
  "SELECT id FROM errands WHERE name = 'His'",
  'SELECT id FROM errands UNION SELECT id FROM ErRaNdS',
  'SELECT id FROM garments WHERE errand_count > 1',
  'SELECT fold(name) FROM sqlite_schema',
  'SELECT attachment_url(_pin) FROM workers',
  'PRAGMA table_info(workers)',
  'EXPLAIN SELECT 1',
  "SELECT load_extension('x')",
  "SELECT value FROM json_each('[1, 2]')",
  'SELECT id FROM temp.errands',
  "SELECT readfile('/etc/passwd')",
  'SELECT last_insert_rowid()',
];

function hostileTexts(): string[] {
  const spelled = templates.flatMap((template) =>
    quotes.map((quote) =>
      template
        .replaceAll('M', quote('main'))
        .replaceAll('E.', `${quote('errands')}.`)
        .replaceAll(/\bE\b/g, quote('errands'))
        .replaceAll(/\bO\b/g, quote('_pin')),
    ),
  );
  return [
    ...spelled.flatMap((text) =>
      /\bN\b/.test(text)
        ? forbidden.flatMap((name) => quotes.map((quote) => text.replaceAll(/\bN\b/g, quote(name))))
        : [text],
    ),
    ...plainTexts,
  ];
}

/**
 * What a text gives: its rows through a list of the app and by itself, or that it is refused; messages are no part of
 * it.
 */
const counted = (app: CompiledApp, queryId?: string): Statement => {
  const list = choicesOf(app, 'g', queryId);
  return list ? countSql(list, {}) : NO_STATEMENT;
};

async function outcome(host: AppHost, sql: string): Promise<unknown> {
  const query: Query = { id: 'hostile', name: 'Hostile', tableId: 'g', sql };
  const tried = await host.tryQuery(query, ANNA).then(
    ({ columns, count, more }) => [columns, count, more],
    (error: unknown) => (error instanceof ProblemError ? 'refused' : Promise.reject(error)),
  );
  const { definition } = host.state();
  // As an imported file could hold it, past all that looks at texts.
  const loose: Definition = { ...definition, queries: [query] };
  const listed: unknown[] = [];
  for (const tableId of ['g', 'w']) {
    const list = choicesOf(compileApp({ ...loose, queries: [{ ...query, tableId }] }), tableId, 'hostile');
    const statement = list ? countSql(list, {}) : NO_STATEMENT;
    listed.push(
      await host.read({ ...statement, person: ANNA }).then(
        ({ rows }) => rows,
        () => 'refused',
      ),
    );
  }
  return [tried, listed];
}

test('no text that a person could write reads a row, a value or a name that is not theirs', async () => {
  const [one, other] = await worlds();
  const texts = [...new Set(hostileTexts())];
  let refused = 0;
  for (const sql of texts) {
    const query: Query = { id: 'hostile', name: 'Hostile', tableId: 'g', sql };
    const [fault] = handSqlFaults(plan, query);
    // Where the text alone is refused, the definition is, too: it cannot come in by any door.
    if (fault) expect(definitionFaults({ ...plan, queries: [query] })).not.toEqual([]);
    if (fault) {
      refused++;
      continue;
    }
    // Both worlds are the same to Anna, whatever she asks.
    const results = await Promise.all(
      [one, other].map(async (host) => {
        await host
          .edit({ kind: 'setQuery', query }, {})
          .catch((error: unknown) => (error instanceof ProblemError ? null : Promise.reject(error)));
        return outcome(host, sql);
      }),
    );
    expect({ sql, outcome: results[0] }).toEqual({ sql, outcome: results[1] });
  }
  process.stdout.write(
    `${texts.length} hostile texts, ${refused} refused by their text alone: none tells two worlds apart\n`,
  );
  expect(texts.length).toBeGreaterThan(300);
}, 120_000);

test('what is refused shows so where it is asked for, and the rest of the app lives', async () => {
  const [host] = await worlds();
  const query: Query = { id: 'q', name: 'Q', tableId: 'g', sql: "SELECT id FROM 'garments_by_person'" };
  await expect(host.tryQuery(query, ANNA)).rejects.toMatchObject({
    problem: { code: 'sql-refused', reason: expect.stringContaining('garments_by_person') },
  });
  await host.edit({ kind: 'setQuery', query }, {});
  const app = compileApp(host.state().definition);
  await expect(host.read({ ...counted(app, 'q'), person: ANNA })).rejects.toMatchObject({
    problem: { code: 'sql-refused' },
  });
  expect((await host.read({ ...counted(app), person: ANNA })).rows).toEqual([{ count: 2 }]);
  // It can be mended.
  await host.edit({ kind: 'setQuery', query: { ...query, sql: 'SELECT id FROM garments WHERE price > 5' } }, {});
  expect(
    (
      await host.read({
        ...counted(compileApp(host.state().definition), 'q'),
        person: ANNA,
      })
    ).rows,
  ).toEqual([{ count: 1 }]);
});

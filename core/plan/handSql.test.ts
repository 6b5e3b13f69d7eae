import { firstReason } from '@/core/fault';
import { queryStatement, takenOver } from '@/core/compile';
import { openDemo } from '@/test/demoHost';
import { handSqlFaults, handSqlWords } from './handSql';
import { definitionFaults } from '@/core/check';
import type { Query } from '@/core/model';
describe('SQL written by hand', () => {
  it.each<[string, string | null]>([
    ['SELECT id FROM repairs WHERE hours > :least', null],
    ['WITH dear AS (SELECT garment FROM repairs) SELECT garment FROM dear -- all of them', null],
    ["SELECT id FROM repairs WHERE fault = 'main.errands; :nothing' /* ; */", null],
    ['SELECT id FROM repairs WHERE reported < :today AND :person IS NOT NULL', null],
    ['DELETE FROM repairs', 'a query begins with SELECT or WITH'],
    ['SELECT 1; DELETE FROM repairs', 'one statement, without a semicolon'],
    ['SELECT id FROM main.errands', 'name the table without “main.”'],
    ['SELECT id FROM "main" . errands', 'name the table without “main.”'],
    ['SELECT id FROM [temp].errands', 'name the table without “temp.”'],
    ['SELECT id FROM errands_computed', null],
    ['SELECT _record FROM garments_by_person', '“_record” is not of the plan'],
    [
      'SELECT id FROM "garments_by_person"',
      '“garments_by_person” holds what is for single people; ask the table itself',
    ],
    ['SELECT id FROM repairs_computed', '“repairs_computed” holds what is for single people; ask the table itself'],
    ['SELECT name FROM sqlite_schema', '“sqlite_schema” is not of the plan'],
    ['SELECT id FROM repairs WHERE hours > :lest', 'there is no parameter “:lest”; did you mean “:least”?'],
    ['SELECT id FROM repairs WHERE hours > ?', 'there is no parameter “?”'],
  ])('%s', async (sql, reason) => {
    const { host } = await opened;
    const { definition } = host.state();
    const found = firstReason(
      handSqlFaults(definition, { sql, parameters: [{ name: 'least', kind: 'number', value: '2' }] }),
    );
    expect(found).toBe(
      sql.includes('errands_computed')
        ? '“errands_computed” holds what is for single people; ask the table itself'
        : reason,
    );
  });

  it('taken over from conditions selects the same rows, by parameters, order and limit', async () => {
    const { host, rows } = await opened;
    const { definition } = host.state();
    const table = definition.tables.find(({ id }) => id === 't6');
    if (!table) throw new Error('no repairs');
    const queries: Query[] = [
      {
        id: 'a',
        name: 'A',
        tableId: 't6',
        condition: 'NOT charged AND production IS NOT NULL AND hours > :least',
        parameters: [{ name: 'least', kind: 'number', value: '3' }],
      },
      {
        id: 'b',
        name: 'B',
        tableId: 't6',
        condition: "garment.condition = 'Poor' AND reported < :today",
        order: [{ text: 'cost', direction: 'descending' }],
        limit: 7,
      },
      { id: 'c', name: 'C', tableId: 't6' },
    ];
    for (const query of queries) {
      const sql = takenOver(definition, table, query);
      expect(definitionFaults({ ...definition, queries: [...(definition.queries ?? []), { ...query, sql }] })).toEqual(
        [],
      );
      const ids = async (each: Query) => (await rows(queryStatement(definition, table, each).sql)).map(({ id }) => id);
      expect(await ids({ ...query, sql, condition: undefined, limit: undefined })).toEqual(await ids(query));
    }
  });

  it('sees only what the person sees', async () => {
    const { host } = await opened;
    const { definition } = host.state();
    const table = definition.tables.find(({ id }) => id === 't9');
    if (!table) throw new Error('no errands');
    const statement = queryStatement(definition, table, {
      id: 'q',
      name: 'Q',
      tableId: 't9',
      sql: 'SELECT id FROM errands UNION SELECT id FROM ErRaNdS',
    });
    const seen = async (person: number | null) => (await host.read({ ...statement, person })).rows.length;
    expect([await seen(1), await seen(2), await seen(null)]).toEqual([6, 6, 0]);
  });

  it('that no longer fits the plan says which name is gone, and the nearest', async () => {
    const { host } = await opened;
    expect(handSqlWords(host.state().definition, 'no such column: charget')).toBe(
      'there is no column "charget"; did you mean "charged"? Renames do not follow into SQL that was written by hand',
    );
    expect(handSqlWords(host.state().definition, 'near "FORM": syntax error')).toBe('near "FORM": syntax error');
  });
});

const opened = openDemo();

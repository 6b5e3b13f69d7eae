import fc from 'fast-check';
import { type ColumnSettings, type PlainKind, withKind } from '@/core/column';
import { applyEdit, type Edit } from '@/core/edit';
import { type Column, columnKinds, type Definition, type Table } from '@/core/model';
import { tableNames } from '@/core/plan';
import { Engine } from '@/core/engine';
import { ProblemError } from '@/core/problem';
import { sqlite } from '@/test/sqlite';
import { indexesOf, tableDdl } from './ddl';
import { impactProbes } from './impact';
import { planChange } from './upgrade';

const settingsOf = (id: string, name: string, kind: PlainKind, required = false): ColumnSettings => {
  const settings = withKind({ id, name, required, unique: false }, kind, ['Worn', '7', 'Yes']);
  return settings.kind === 'barcode' ? { ...settings, symbology: 'free' } : settings;
};
const plainKinds = columnKinds.filter((kind): kind is PlainKind => kind !== 'link' && kind !== 'expression');

const start: Definition = {
  id: 'a',
  name: 'A',
  theme: { accent: 'moss' },
  tables: [
    {
      id: 't1',
      name: 'Tools',
      recordName: 'Tool',
      identifier: 'tools',
      columns: [{ ...settingsOf('c01', 'Name', 'text'), identifier: 'name' } as Column],
      naming: { kind: 'column', columnId: 'c01' },
    },
  ],
};

const ids = ['c01', 'c02', 'c03', 'c04'];
const names = ['Name', 'Size', 'Price', 'Order'];
const anEdit: fc.Arbitrary<Edit> = fc.oneof(
  fc.record({
    kind: fc.constant('addColumn' as const),
    tableId: fc.constant('t1'),
    column: fc
      .tuple(fc.constantFrom(...ids), fc.constantFrom(...names), fc.constantFrom(...plainKinds))
      .map(([id, name, kind]) => settingsOf(id, name, kind)),
    to: fc.nat(3),
  }),
  fc.record({
    kind: fc.constant('changeColumn' as const),
    tableId: fc.constant('t1'),
    column: fc
      .tuple(fc.constantFrom(...ids), fc.constantFrom(...names), fc.constantFrom(...plainKinds))
      .map(([id, name, kind]) => settingsOf(id, name, kind)),
  }),
  fc.record({
    kind: fc.constant('removeColumn' as const),
    tableId: fc.constant('t1'),
    columnId: fc.constantFrom(...ids),
  }),
  fc.record({
    kind: fc.constant('moveColumn' as const),
    tableId: fc.constant('t1'),
    columnId: fc.constantFrom(...ids),
    to: fc.nat(3),
  }),
  fc.record({
    kind: fc.constant('renameTable' as const),
    tableId: fc.constant('t1'),
    name: fc.constantFrom('Tools', 'Order', 'Group "by"'),
    recordName: fc.constant('Tool'),
  }),
);

async function lay(definition: Definition): Promise<Engine> {
  const engine = Engine.open(await sqlite(), null, () => 0);
  engine
    .migrate(
      definition.tables.flatMap((table) => [
        tableDdl(table, tableNames(definition)),
        ...indexesOf(definition, table).map(({ sql }) => sql),
      ]),
    )
    .commit();
  return engine;
}
let edits = 0;
/** Makes a change of plan, and gives what undoes it. */
const upgrade = (engine: Engine, before: Definition, after: Definition) => {
  const { statements, undoing } = planChange(before, after, { edit: ++edits });
  engine.migrate(statements).commit();
  return () => engine.migrate(undoing).commit();
};
const firstTable = (definition: Definition) => definition.tables[0] as Table;
const schemaOf = (engine: Engine, { identifier }: Table) => ({
  columns: engine.query('SELECT name, type, "notnull", pk FROM pragma_table_info(:table)', { table: identifier }).rows,
  indexes: engine.query(
    "SELECT name FROM sqlite_schema WHERE type = 'index' AND tbl_name = :table AND name NOT GLOB 'sqlite_*' ORDER BY name",
    { table: identifier },
  ).rows,
});
const sample = ['7', 'Worn', 'Yes', '2026-11-20', '12.50', '  spaced', null, '-3'];

describe('upgrade steps', () => {
  it('keep every row, end at the schema of a new installation, and lead back to the very same values', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(anEdit, { maxLength: 8 }), async (edits) => {
        const engine = await lay(start);
        engine
          .write((writer) => sample.forEach((name) => writer.run('INSERT INTO tools (name) VALUES (:name)', { name })))
          .commit();
        let definition = start;
        const path: { definition: Definition; rows: unknown; undo: () => void }[] = [];
        const rows = () =>
          engine.query(`SELECT * FROM "${firstTable(definition).identifier.replaceAll('"', '""')}" ORDER BY "id"`).rows;
        for (const edit of edits) {
          let after: Definition;
          try {
            after = applyEdit(definition, edit).definition;
          } catch (error) {
            if (error instanceof ProblemError) continue;
            throw error;
          }
          const before = rows();
          path.push({ definition, rows: before, undo: upgrade(engine, definition, after) });
          definition = after;
          expect(rows()).toHaveLength(sample.length);
          const fresh = await lay(definition);
          expect(schemaOf(engine, firstTable(definition))).toEqual(schemaOf(fresh, firstTable(definition)));
          fresh.close();
        }
        for (const { definition: before, rows: expected, undo } of path.reverse()) {
          undo();
          definition = before;
          expect(rows()).toEqual(expected);
          expect(
            engine.query("SELECT name FROM sqlite_schema WHERE name GLOB '_fern*' AND name <> '_fern_kept'").rows,
          ).toEqual([]);
        }
        if (path.length > 0)
          expect(
            engine.query("SELECT count(*) AS n FROM sqlite_schema WHERE name = '_fern_kept'").rows[0]?.n === 0 ||
              engine.query('SELECT count(*) AS n FROM _fern_kept').rows[0]?.n === 0,
          ).toBe(true);
        engine.close();
      }),
      { numRuns: 60 },
    );
  });

  it('lead back to the very same values also where some were typed in between, and undone on the way', async () => {
    const aKind = fc.constantFrom<PlainKind>('text', 'wholeNumber', 'date', 'yesNo', 'measure', 'created', 'choice');
    const typed = fc.record({ row: fc.integer({ min: 1, max: 4 }), blank: fc.boolean() });
    const values: Partial<Record<PlainKind, string | number>> = {
      text: 'typed',
      wholeNumber: 41,
      date: '2026-01-02',
      yesNo: 1,
      measure: 0.5,
      created: '2026-01-02T03:04:05Z',
      choice: 'Yes',
    };
    await fc.assert(
      fc.asyncProperty(fc.array(fc.oneof(aKind, typed), { minLength: 2, maxLength: 9 }), async (moves) => {
        const engine = await lay(start);
        engine
          .write((writer) =>
            sample.slice(0, 4).forEach((name) => writer.run('INSERT INTO tools (name) VALUES (:name)', { name })),
          )
          .commit();
        let definition = start;
        const back: { undo: () => void; expected: unknown }[] = [];
        const rows = () => engine.query('SELECT id, name FROM tools ORDER BY id').rows;
        for (const move of moves) {
          const expected = rows();
          const before = definition;
          if (typeof move === 'string') {
            const after = applyEdit(before, {
              kind: 'changeColumn',
              tableId: 't1',
              column: settingsOf('c01', 'Name', move),
            }).definition;
            const undo = upgrade(engine, before, after);
            definition = after;
            back.push({ expected, undo: () => (undo(), (definition = before)) });
          } else {
            const { kind } = firstTable(before).columns[0] as Column;
            const put = (value: unknown) =>
              engine
                .write((writer) =>
                  writer.run('UPDATE tools SET name = :value WHERE id = :id', {
                    id: move.row,
                    value: value as string | number | null,
                  }),
                )
                .commit();
            const old = expected[move.row - 1]?.name;
            put(move.blank && kind !== 'yesNo' ? null : values[kind as PlainKind]);
            back.push({ expected, undo: () => put(old) });
          }
        }
        for (const { undo, expected } of back.reverse()) {
          undo();
          expect(rows()).toEqual(expected);
        }
        engine.close();
      }),
      { numRuns: 80 },
    );
  });

  /** The plans that one gets to by giving the name column these kinds, one after the other. */
  const kindsOfName = (...kinds: PlainKind[]) =>
    kinds.reduce<Definition[]>(
      (plans, kind) => [
        ...plans,
        applyEdit(plans.at(-1) as Definition, {
          kind: 'changeColumn',
          tableId: 't1',
          column: settingsOf('c01', 'Name', kind),
        }).definition,
      ],
      [start],
    );
  const theNames = (engine: Engine) => engine.query('SELECT name FROM tools ORDER BY id').rows.map(({ name }) => name);

  it('lead back over an edit that came to a kind that was left before', async () => {
    const engine = await lay(start);
    engine
      .write((writer) => sample.forEach((name) => writer.run('INSERT INTO tools (name) VALUES (:name)', { name })))
      .commit();
    const plans = kindsOfName('measure', 'created', 'text');
    const undos = plans.slice(1).map((plan, index) => upgrade(engine, plans[index] as Definition, plan));
    undos.reverse().forEach((undo) => undo());
    expect(theNames(engine)).toEqual(sample);
  });

  it('let stand what was typed since a value was lost, also a blank', async () => {
    const engine = await lay(start);
    engine
      .write((writer) =>
        ['red', 'green', 'blue'].forEach((name) => writer.run('INSERT INTO tools (name) VALUES (:name)', { name })),
      )
      .commit();
    const [text, number] = kindsOfName('wholeNumber') as [Definition, Definition];
    upgrade(engine, text, number);
    engine.write((writer) => writer.run('UPDATE tools SET name = 5 WHERE id < 3')).commit();
    upgrade(engine, number, text);
    expect(theNames(engine)).toEqual(['5', '5', 'blue']);
    engine.write((writer) => writer.run('UPDATE tools SET name = NULL WHERE id = 1')).commit();
    upgrade(engine, text, number);
    upgrade(engine, number, text);
    expect(theNames(engine)).toEqual([null, '5', 'blue']);
  });

  it('rename without touching rows, also when two columns swap names', async () => {
    const two = applyEdit(start, {
      kind: 'addColumn',
      tableId: 't1',
      column: settingsOf('c02', 'Size', 'text'),
    }).definition;
    const table = firstTable(two);
    const swapped: Definition = {
      ...two,
      tables: [
        {
          ...table,
          columns: table.columns.map((column) => ({
            ...column,
            name: column.id === 'c01' ? 'Size' : 'Name',
            identifier: column.id === 'c01' ? 'size' : 'name',
          })) as Column[],
        },
      ],
    };
    const engine = await lay(two);
    engine.write((writer) => writer.run("INSERT INTO tools (name, size) VALUES ('saw', 'big')")).commit();
    upgrade(engine, two, swapped);
    expect(engine.query('SELECT * FROM tools').rows).toEqual([{ id: 1, size: 'saw', name: 'big' }]);
  });

  it('never give a deleted id again after a rebuild', async () => {
    const engine = await lay(start);
    engine
      .write((writer) => (writer.run("INSERT INTO tools (name) VALUES ('a')"), writer.run('DELETE FROM tools')))
      .commit();
    const after = applyEdit(start, {
      kind: 'changeColumn',
      tableId: 't1',
      column: settingsOf('c01', 'Name', 'text', true),
    }).definition;
    upgrade(engine, start, after);
    engine.write((writer) => writer.run("INSERT INTO tools (name) VALUES ('b')")).commit();
    expect(engine.query('SELECT id FROM tools').rows).toEqual([{ id: 2 }]);
  });
});

describe('impact probes', () => {
  it('count exactly the rows whose value does not come back', async () => {
    const engine = await lay(start);
    engine
      .write((writer) => sample.forEach((name) => writer.run('INSERT INTO tools (name) VALUES (:name)', { name })))
      .commit();
    const lost = (kind: PlainKind) => {
      const after = applyEdit(start, {
        kind: 'changeColumn',
        tableId: 't1',
        column: settingsOf('c01', 'Name', kind),
      }).definition;
      return impactProbes(start, after).map(({ countSql }) => engine.query(countSql).rows[0]?.count);
    };
    expect(lost('longText')).toEqual([]);
    expect(lost('wholeNumber')).toEqual([5]);
    expect(lost('date')).toEqual([6]);
    expect(lost('choice')).toEqual([4]);
  });

  it('find repeated values and blanks that block a rule', async () => {
    const engine = await lay(start);
    engine
      .write((writer) =>
        ['a', 'a', 'b', null].forEach((name) => writer.run('INSERT INTO tools (name) VALUES (:name)', { name })),
      )
      .commit();
    const after = applyEdit(start, {
      kind: 'changeColumn',
      tableId: 't1',
      column: { ...settingsOf('c01', 'Name', 'text', true), unique: true },
    }).definition;
    const found = impactProbes(start, after).map(({ kind, blocks, countSql }) => [
      kind,
      blocks,
      engine.query(countSql).rows[0]?.count,
    ]);
    expect(found).toEqual([
      ['blanks', true, 1],
      ['duplicates', true, 2],
    ]);
  });
});

import sqlite3InitModule from '@sqlite.org/sqlite-wasm';
import { theatre } from '../demo';
import { insertRows, installSql } from '../worker/bulkRows';
import { median, p95, type Say } from './measure';
import { compileApp } from '@/core/compile';
import { byName, listSql } from '@/core/compiled';
import { applyEdit, type Edit } from '@/core/edit';
import { Engine } from '@/core/engine';
import { analyseExpression } from '@/core/expression';
import { planMap } from '@/core/map';
import type { Definition } from '@/core/model';
import { planScope } from '@/core/plan';

const TABLES = 60;

const CHILDREN = 100_000;

const timed = (rounds: number, work: () => unknown): number[] =>
  Array.from({ length: rounds }, () => {
    const begun = performance.now();
    work();
    return performance.now() - begun;
  });

/** A plan of 60 tables with ten columns each, every one linked to the one before. */
export function largePlan(): Definition {
  const edits = Array.from({ length: TABLES }, (_, table): Edit[] => [
    { kind: 'addTable', tableId: `t${table}`, columnId: `t${table}c0`, name: `Table ${table}` },
    ...Array.from({ length: 8 }, (_unused, column): Edit => ({
      kind: 'addColumn',
      tableId: `t${table}`,
      column: {
        id: `t${table}c${column + 1}`,
        name: `Column ${column}`,
        kind: 'text',
        required: false,
        unique: false,
        default: { kind: 'none' },
      },
    })),
    ...(table === 0
      ? []
      : [
          {
            kind: 'addColumn',
            tableId: `t${table}`,
            column: {
              id: `t${table}c9`,
              name: 'Above',
              kind: 'link',
              tableId: `t${table - 1}`,
              inverse: 'Below',
              onDelete: 'unlink',
              required: false,
              unique: false,
              default: { kind: 'none' },
            },
          } as Edit,
        ]),
  ]).flat();
  return edits.reduce<Definition>((plan, edit) => applyEdit(plan, edit).definition, {
    id: 'large-plan',
    name: 'Large plan',
    theme: { accent: 'slate' },
    tables: [],
  });
}

/** Figures of the plan that need no browser. */
export async function measurePlan(say: Say): Promise<void> {
  const plan = largePlan();
  say('map_layout_60_tables', median(timed(20, () => planMap(plan))), 'ms');
  say('compile_60_tables_600_columns', median(timed(20, () => compileApp(plan))), 'ms');
  const { definition } = theatre(10);
  const scope = planScope(definition)(definition.tables.find(({ name }) => name === 'Productions')?.id ?? '');
  const text =
    "CASE WHEN coalesce(sum(repairs.cost) FILTER (WHERE NOT repairs.charged), 0) > costume_budget * 0.5 THEN 'over' ELSE title || ' ' || count(castings) END";
  say('expression_checked_and_compiled_median', median(timed(500, () => analyseExpression(text, scope))), 'ms');

  const engine = Engine.open(
    await (sqlite3InitModule as unknown as () => Promise<Parameters<typeof Engine.open>[0]>)(),
    null,
    () => performance.now(),
  );
  const demo = theatre(2000);
  engine.migrate(installSql(demo.definition)).commit();
  engine
    .write((writer) => {
      writer.rows('PRAGMA defer_foreign_keys = ON');
      for (const table of demo.definition.tables) {
        const set = demo.starting?.rows[table.id];
        if (set && table.name !== 'Repairs') insertRows(writer, table, set);
      }
      writer.run(
        `WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < ${CHILDREN})
          INSERT INTO repairs (fault, garment, production, reported, hours, hourly_rate, charged)
          SELECT 'Hem', 1 + i % 2000, 1 + i % 14, '2026-01-01', (i % 20) / 4.0, 2800, i % 2 FROM n`,
      );
    })
    .commit();
  const edits: Edit[] = [
    ['Repair cost', 'sum(repairs.cost)'],
    ['Hours', 'sum(repairs.hours)'],
  ].map(([name = '', expression = ''], index) => ({
    kind: 'addColumn',
    tableId: 't3',
    column: {
      id: `t3-9${index}`,
      name,
      kind: 'expression',
      text: expression,
      required: false,
      unique: false,
      default: { kind: 'none' },
    },
  }));
  const summed = edits.reduce((made, edit) => applyEdit(made, edit).definition, demo.definition);
  const garments = compileApp(summed).tables.find(({ name }) => name === 'Garments');
  if (!garments) throw new Error('the demo has no garments');
  const [cost, hours, count] = ['t3-90', 't3-91', 't3-10'].map((id) =>
    summed.tables.flatMap(({ columns }) => columns).find((column) => column.id === id),
  );
  if (!cost || !hours || !count) throw new Error('the demo counts no repairs');
  // A list whose rows show all three: the page of ids, each row read as its record is.
  const page = engine.query(listSql(garments.list, byName, {}).sql, { limit: 50, offset: 0 }).rows;
  const rows = `SELECT *
    FROM (${garments.statements.record.sql.replace('WHERE "id" = :id', 'ORDER BY "name" COLLATE NOCASE, "id" LIMIT :limit')})`;
  if (page.length !== 50) throw new Error('the list has no 50 rows');
  say(
    'list_50_rows_three_aggregates_100000_children_p95',
    p95(timed(40, () => engine.query(rows, { limit: 50 }))),
    'ms',
  );
  engine.close();
}

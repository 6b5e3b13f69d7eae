import sqlite3InitModule from '@sqlite.org/sqlite-wasm';
import { Engine } from '@/core/engine';
import { createStore, memoryStore } from '@/core/store';
import { theatre } from '../demo';
import { printDocument } from '../worker/appDocument';
import { AppHost } from '../worker/appHost';
import { insertRows, installSql } from '../worker/bulkRows';
import { median, type Say } from './measure';

const REPAIRS = 10_000;
const OTHERS = 1_000_000;
const ROUNDS = 5;
const SHEET = 3;

/**
 * How long "Gather repairs" takes with 10,000 repairs of the sheet's production, by themselves and among many that are
 * charged already.
 */
export async function measureRoutines(say: Say): Promise<void> {
  const sqlite3 = await (sqlite3InitModule as unknown as () => Promise<Parameters<typeof Engine.open>[0]>)();
  const alone = await gathered(sqlite3, 0);
  const among = await gathered(sqlite3, OTHERS);
  say('gather_10000_repairs_median', alone, 'ms');
  say('gather_10000_repairs_among_1000000_median', among, 'ms');
  say('gather_among_1000000_to_alone', among / alone, 'times');
}

async function gathered(sqlite3: Parameters<typeof Engine.open>[0], others: number): Promise<number> {
  const demo = theatre(400);
  const engine = Engine.open(sqlite3, null, () => performance.now());
  engine.migrate(installSql(demo.definition)).commit();
  engine
    .write((writer) => {
      writer.rows('PRAGMA defer_foreign_keys = ON');
      for (const table of demo.definition.tables) {
        const set = demo.starting?.rows[table.id];
        if (set && ['Garments', 'Productions', 'Cost sheets'].includes(table.name))
          insertRows(writer, { ...table, columns: table.columns.filter(({ perPerson }) => !perPerson) }, set);
      }
    })
    .commit();
  const fill = (count: number, production: string, charged: number) =>
    `WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < ${count})
      INSERT INTO repairs (fault, garment, production, reported, hours, hourly_rate, charged)
      SELECT 'Hem', 1 + i % 400, ${production}, date('2026-01-01', (i % 300) || ' days'), (i % 20) / 4.0, 2800, ${charged} FROM n`;
  // Laid down beside what is recorded: a change of a million rows is not what is measured.
  engine
    .migrate([
      ...(others > 0 ? [fill(others, '1 + i % 14', 1)] : []),
      fill(REPAIRS, '(SELECT production FROM cost_sheets WHERE id = 3)', 0),
    ])
    .commit();
  const kv = memoryStore();
  await createStore(kv, 'laid', async () => undefined, {
    database: engine.export(),
    document: printDocument({ definition: demo.definition, starting: null, releases: null, upgrade: null }),
  });
  engine.close();
  const host = await AppHost.open({
    sqlite3,
    kv,
    token: 'bench',
    clock: () => performance.now(),
    now: () => '2026-11-25T10:00:00.000Z',
    emit: () => undefined,
    wait: () => new Promise(() => undefined),
  });
  const times: number[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    const begun = performance.now();
    const result = await host.runRoutine({ routineId: 'gather', recordIds: [SHEET], answers: {} });
    times.push(performance.now() - begun);
    if (
      result.kind !== 'done' ||
      result.ripple.statements[0]?.rows !== REPAIRS ||
      result.ripple.statements.length !== 2
    )
      throw new Error('not all repairs were gathered in two statements');
    await host.undo();
  }
  await host.close();
  return median(times);
}

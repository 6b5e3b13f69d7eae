import { openDemo } from '@/test/demoHost';

test('"Gather repairs" takes a production’s uncharged repairs onto its sheet in two statements, then only what came since', async () => {
  const { host, rows } = await openDemo();
  const of = (sheet: number) =>
    rows(`SELECT count(*) AS lines, sum(hours * rate) AS amount FROM sheet_lines WHERE cost_sheet = ${sheet}`);
  const [open] = await rows(
    `SELECT count(*) AS n FROM repairs JOIN cost_sheets s ON s.id = 3 WHERE repairs.production = s.production
      AND NOT charged`,
  );
  const [before] = await of(3);
  const result = await host.runRoutine({ routineId: 'gather', recordIds: [3], answers: {} });
  if (result.kind !== 'done') throw new Error(result.kind);
  expect(Number(open?.n)).toBeGreaterThan(5);
  expect(result.ripple.label).toBe('Gather repairs: K-2403');
  expect(result.ripple.statements.map(({ rows: count }) => count)).toEqual([open?.n, open?.n]);
  const [after] = await of(3);
  expect(Number(after?.lines) - Number(before?.lines)).toBe(open?.n);
  expect(await rows('SELECT count(*) AS n FROM repairs WHERE cost_sheet = 3 AND charged')).toEqual([open]);

  await host.write({
    verb: 'Saved',
    statements: [
      {
        sql: `INSERT INTO repairs (fault, garment, production, reported, hours, hourly_rate)
          SELECT 'New tear', 7, production, '2026-11-25', 2, 2800 FROM cost_sheets WHERE id = 3`,
        params: {},
        table: 'repairs',
      },
    ],
  });
  const again = await host.runRoutine({ routineId: 'gather', recordIds: [3], answers: {} });
  if (again.kind !== 'done') throw new Error(again.kind);
  expect(again.ripple.statements.map(({ rows: count }) => count)).toEqual([1, 1]);
  await host.undo();
  await host.undo();
  await host.undo();
  expect(await of(3)).toEqual([before]);
  expect(await rows('SELECT count(*) AS n FROM repairs WHERE cost_sheet IS NOT NULL')).toEqual([{ n: 0 }]);
});

test('a dry run tells what would change and changes nothing', async () => {
  const { host, rows } = await openDemo();
  const dump = await host.dump();
  const tried = await host.tryRoutine({ routineId: 'gather', recordIds: [3], answers: {} });
  if (tried.kind !== 'done') throw new Error(tried.kind);
  const [open] = await rows(
    `SELECT count(*) AS n FROM repairs JOIN cost_sheets s ON s.id = 3 WHERE repairs.production = s.production
      AND NOT charged`,
  );
  expect(tried.changes.map(({ table, inserted, updated }) => ({ table, inserted, updated }))).toEqual(
    expect.arrayContaining([
      { table: 'sheet_lines', inserted: open?.n, updated: 0 },
      { table: 'repairs', inserted: 0, updated: open?.n },
    ]),
  );
  const changed = tried.rows.find(({ what }) => what === 'changed');
  expect(changed?.columns.map(({ column, before, after }) => [column.name, before, after])).toEqual([
    ['Charged', 0, 1],
    ['Cost sheet', null, 'K-2403'],
  ]);
  expect(await host.dump()).toBe(dump);
});

import { app } from '@/main';
import { firstStart, type Phone, somebody } from './phone';

interface Said {
  sql: string;
  takes: readonly string[];
}

/** Every whole statement that an object holds, however deep; parts that statements are put together of are none. */
function statementsIn(value: unknown, found: Said[] = []): Said[] {
  if (typeof value !== 'object' || value === null) return found;
  const { sql, takes = [] } = value as Partial<Said>;
  if (typeof sql === 'string') found.push({ sql, takes });
  Object.entries(value).forEach(([key, each]) => {
    if (!['fragments', 'value'].includes(key)) statementsIn(each, found);
  });
  return found;
}

/** What of them SQLite does not take, with why. */
function refused({ phone }: Phone, statements: readonly Said[]): string[] {
  return statements.flatMap(({ sql }) => {
    try {
      phone.prepareSync(sql).finalizeSync();
      return [];
    } catch (error) {
      return [`${(error as Error).message}: ${sql}`];
    }
  });
}

test.each(app.tables.map((table) => [table.name, table] as const))('statements of %s', async (_name, table) => {
  const phone = await firstStart();
  const statements = statementsIn(table);
  expect(statements.length).toBeGreaterThan(0);
  expect(refused(phone, statements)).toEqual([]);
  phone.close();
});

test.each(app.screens.map((screen) => [screen.name, screen] as const))('what “%s” reads', async (_name, screen) => {
  const phone = await firstStart();
  expect(refused(phone, statementsIn(screen))).toEqual([]);
  phone.close();
});

test('steps of routines', async () => {
  const phone = await firstStart();
  for (const routine of app.routines)
    expect([routine.name, refused(phone, statementsIn(routine))]).toEqual([routine.name, []]);
  phone.close();
});

test('who signs in is found, or nobody has to', async () => {
  const phone = await firstStart();
  const { rows } = app.people ? await phone.database.read(app.people.list) : { rows: [] };
  expect(rows.length > 0).toBe(somebody(phone) !== null);
  phone.close();
});

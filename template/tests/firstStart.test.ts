import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { app } from '@/main';
import { columnsOf, firstStart } from './phone';

test('the database that is shipped is whole', async () => {
  const { driver, close } = await firstStart();
  expect(driver.query('PRAGMA integrity_check').rows).toEqual([{ integrity_check: 'ok' }]);
  expect(driver.query('PRAGMA foreign_key_check').rows).toEqual([]);
  close();
});

test('it has the tables of the app, and database/schema.sql makes the same', async () => {
  const { driver, phone, close } = await firstStart();
  const shipped = driver.query(columnsOf).rows;
  const tables = new Set(shipped.map(({ table }) => table));
  expect(app.tables.filter(({ identifier }) => !tables.has(identifier))).toEqual([]);
  phone.execSync('PRAGMA foreign_keys = OFF');
  const { rows } = driver.query(
    `SELECT type, name FROM sqlite_schema WHERE type IN ('view', 'table') ORDER BY type DESC`,
  );
  rows
    .filter(({ name }) => !String(name).startsWith('sqlite_'))
    .forEach(({ type, name }) => phone.execSync(`DROP ${String(type)} "${String(name)}"`));
  phone.execSync(readFileSync(join(__dirname, '..', 'database', 'schema.sql'), 'utf8'));
  expect(driver.query(columnsOf).rows).toEqual(shipped);
  close();
});

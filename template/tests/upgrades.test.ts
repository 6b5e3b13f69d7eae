import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { migrations } from '@/database/migrations';
import { migrate } from '@/kit/device/migrations';
import { columnsOf, emptyPhone } from './phone';

/** Small databases of older versions, by their numbers. */
const folder = join(__dirname, 'releases');
const scripts = existsSync(folder) ? readdirSync(folder) : [];
const versions = scripts.flatMap((file) => /^version(\d+)\.sql$/.exec(file)?.[1] ?? []).map(Number);

const script = (name: string): string => readFileSync(join(folder, `${name}.sql`), 'utf8');

/** All that there is, but for what an upgrade kept apart. */
const made = `SELECT type, name FROM sqlite_schema
  WHERE name NOT LIKE 'sqlite_%' AND name NOT GLOB '_aside_*' ORDER BY type, name`;

/** A database of a version, brought to a later one. */
async function upgraded(from: number, to = Infinity) {
  const { phone, driver, close } = await emptyPhone();
  phone.execSync(script(`version${from}`));
  phone.execSync(`PRAGMA user_version = ${from}`);
  migrate(
    phone,
    migrations.filter(({ version }) => version <= to),
  );
  return { driver, close };
}

test('a database of every version comes to what database/schema.sql makes', async () => {
  const newest = await emptyPhone();
  newest.phone.execSync(readFileSync(join(__dirname, '..', 'database', 'schema.sql'), 'utf8'));
  for (const version of versions) {
    const { driver, close } = await upgraded(version);
    for (const question of [columnsOf, made])
      expect([version, driver.query(question).rows]).toEqual([version, newest.driver.query(question).rows]);
    expect(driver.query('PRAGMA integrity_check').rows).toEqual([{ integrity_check: 'ok' }]);
    expect(driver.query('PRAGMA foreign_key_check').rows).toEqual([]);
    close();
  }
  newest.close();
});

test('its rows come out as they were rehearsed', async () => {
  for (const [name, from, to] of scripts.flatMap((file) => [...file.matchAll(/^version(\d+)to(\d+)/g)])) {
    const { driver, close } = await upgraded(Number(from), Number(to));
    const rehearsed = await emptyPhone();
    rehearsed.phone.execSync(script(name));
    const tables = rehearsed.driver
      .query("SELECT name FROM sqlite_schema WHERE type = 'table' AND name NOT LIKE 'sqlite_%'")
      .rows.map((row) => String(row.name));
    for (const table of tables) {
      const rows = `SELECT * FROM "${table}" ORDER BY 1`;
      expect([name, table, driver.query(rows).rows]).toEqual([name, table, rehearsed.driver.query(rows).rows]);
    }
    rehearsed.close();
    close();
  }
});

import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { migrations } from '@/database/migrations';
import { migrate } from '@/kit/device/migrations';
import { columnsOf, emptyPhone } from './phone';

/** The schemas of older versions, by their numbers. */
const folder = join(__dirname, 'releases');
const versions = (existsSync(folder) ? readdirSync(folder) : []).map((file) => Number(/\d+/.exec(file)?.[0]));

const made = `SELECT type, name FROM sqlite_schema WHERE name NOT LIKE 'sqlite_%' ORDER BY type, name`;

test('a database of every version comes to what database/schema.sql makes', async () => {
  const newest = await emptyPhone();
  newest.phone.execSync(readFileSync(join(__dirname, '..', 'database', 'schema.sql'), 'utf8'));
  for (const version of versions) {
    const { phone, driver, close } = await emptyPhone();
    phone.execSync(readFileSync(join(folder, `version${version}.sql`), 'utf8'));
    phone.execSync(`PRAGMA user_version = ${version}`);
    migrate(phone, migrations);
    for (const question of [columnsOf, made])
      expect([version, driver.query(question).rows]).toEqual([version, newest.driver.query(question).rows]);
    expect(driver.query('PRAGMA integrity_check').rows).toEqual([{ integrity_check: 'ok' }]);
    close();
  }
  newest.close();
});

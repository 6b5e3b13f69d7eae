import { importDatabaseFromAssetAsync, openDatabaseSync, type SQLiteDatabase } from 'expo-sqlite';
import { migrate, rescueOf, setPragmas, upgradeCopyOf } from '@/kit/device';
import { migrations } from './migrations';

const NAME = 'app.db';

/**
 * Opens the database, and brings it to the newest version (`PRAGMA user_version`). The one that is shipped is copied at
 * the very first start, and never again.
 */
export async function openDatabase(): Promise<SQLiteDatabase> {
  await importDatabaseFromAssetAsync(NAME, { assetId: require('../assets/starting.db') as number });
  const database = openDatabaseSync(NAME);
  setPragmas(database);
  migrate(database, migrations, upgradeCopyOf(NAME, database));
  return database;
}

/** What can be done where it cannot be opened. */
export const rescue = rescueOf(NAME);

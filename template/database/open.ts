import { importDatabaseFromAssetAsync, openDatabaseSync, type SQLiteDatabase } from 'expo-sqlite';
import { Platform } from 'react-native';
import { migrate, rescueOf } from '@/kit/device';
import { migrations } from './migrations';

const NAME = 'app.db';

/** Lists are counted after each save: with 32 MiB the index of a large one need not be read from the file for that. */
const CACHE = 'PRAGMA cache_size = -32768';

/** Opens the database. The one that is shipped is copied at the very first start, and never again. */
export async function openDatabase(): Promise<SQLiteDatabase> {
  await importDatabaseFromAssetAsync(NAME, { assetId: require('../assets/starting.db') as number });
  const database = openDatabaseSync(NAME);
  // In a browser nobody else can have it open: without that there is no WAL there.
  if (Platform.OS === 'web') database.execSync('PRAGMA locking_mode = EXCLUSIVE');
  database.execSync('PRAGMA journal_mode = WAL');
  database.execSync(CACHE);
  migrate(database, migrations);
  return database;
}

/** What can be done where it cannot be opened. */
export const rescue = rescueOf(NAME);

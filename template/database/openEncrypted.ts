import { getRandomBytes } from 'expo-crypto';
import { File } from 'expo-file-system';
import { getItemAsync, setItemAsync, WHEN_UNLOCKED_THIS_DEVICE_ONLY } from 'expo-secure-store';
import {
  defaultDatabaseDirectory,
  deleteDatabaseAsync,
  importDatabaseFromAssetAsync,
  openDatabaseSync,
  type SQLiteDatabase,
} from 'expo-sqlite';
import { Platform } from 'react-native';
import { migrate, rescueOf, setPragmas, upgradeCopyOf } from '@/kit/device';
import { migrations } from './migrations';

const NAME = 'app.db';
const SHIPPED = 'starting.db';
const MAKING = 'making.db';
const KEY = 'database-key';
const KEY_BYTES = 32;

const shipped = require('../assets/starting.db') as number;
const fileOf = (name: string) => new File(`file://${String(defaultDatabaseDirectory)}`, name);

/** A key for this phone alone, made at the first start. */
async function databaseKey(): Promise<string> {
  const kept = await getItemAsync(KEY);
  if (kept) return kept;
  const key = [...getRandomBytes(KEY_BYTES)].map((byte) => byte.toString(16).padStart(2, '0')).join('');
  await setItemAsync(KEY, key, { keychainAccessible: WHEN_UNLOCKED_THIS_DEVICE_ONLY });
  return key;
}

/**
 * Encrypts the database that is shipped, once. It gets its name when it is whole: a start that is cut off begins again.
 * Source: zetetic.net/sqlcipher/sqlcipher-api, sqlcipher_export
 */
async function firstCopy(key: string): Promise<void> {
  if (fileOf(NAME).exists) return;
  if (fileOf(MAKING).exists) fileOf(MAKING).delete();
  await importDatabaseFromAssetAsync(SHIPPED, { assetId: shipped, forceOverwrite: true });
  const plain = openDatabaseSync(SHIPPED);
  const [version] = plain.getAllSync<{ user_version: number }>('PRAGMA user_version');
  const path = fileOf(MAKING).uri.replace('file://', '').replaceAll("'", "''");
  plain.execSync(`ATTACH DATABASE '${path}' AS made KEY "x'${key}'"`);
  plain.execSync("SELECT sqlcipher_export('made')");
  plain.execSync(`PRAGMA made.user_version = ${version?.user_version ?? 0}`);
  plain.execSync('DETACH DATABASE made');
  plain.closeSync();
  await deleteDatabaseAsync(SHIPPED);
  fileOf(MAKING).move(fileOf(NAME));
}

/** Opens the database, which only this phone can read. In a browser there is no such key: there it is plain. */
export async function openDatabase(): Promise<SQLiteDatabase> {
  if (Platform.OS === 'web') {
    await importDatabaseFromAssetAsync(NAME, { assetId: shipped });
    return upToDate(openDatabaseSync(NAME));
  }
  const key = await databaseKey();
  await firstCopy(key);
  const database = openDatabaseSync(NAME);
  database.execSync(`PRAGMA key = "x'${key}'"`);
  return upToDate(database);
}

function upToDate(database: SQLiteDatabase): SQLiteDatabase {
  setPragmas(database);
  migrate(database, migrations, upgradeCopyOf(NAME, database));
  return database;
}

/** What can be done where it cannot be opened. */
export const rescue = rescueOf(NAME);

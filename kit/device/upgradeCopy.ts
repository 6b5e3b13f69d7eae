import { File } from 'expo-file-system';
import { defaultDatabaseDirectory } from 'expo-sqlite';
import { Platform } from 'react-native';
import type { UpgradeCopy } from './migrations';
import type { PhoneSqlite } from './phoneSqlite';

/** The copy that is kept of the database of this name. In a browser its file is out of reach: there is none. */
export function upgradeCopyOf(name: string, db: PhoneSqlite): UpgradeCopy {
  if (Platform.OS === 'web') return { keep: () => undefined, forget: () => undefined };
  const fileOf = (ending: string) => new File(`file://${String(defaultDatabaseDirectory)}`, `${name}${ending}`);
  const copy = () => fileOf('.before-upgrade');
  const forget = () => {
    if (copy().exists) copy().delete();
  };
  return {
    keep: () => {
      // An upgrade that failed is tried again at the next start: what it began from is there already.
      if (copy().exists) return;
      // What was written last stands in a file beside it until then.
      const statement = db.prepareSync('PRAGMA wal_checkpoint(TRUNCATE)');
      statement.executeSync({}).getAllSync();
      statement.finalizeSync();
      // It gets its name when it is whole: a start that is cut off begins again.
      const making = fileOf('.making-copy');
      if (making.exists) making.delete();
      fileOf('').copy(making);
      making.move(copy());
    },
    forget,
  };
}

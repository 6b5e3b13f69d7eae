import { File } from 'expo-file-system';
import { defaultDatabaseDirectory, deleteDatabaseAsync } from 'expo-sqlite';
import { Platform } from 'react-native';
import { share } from './attachments';
import { BACKUP_TYPE } from './backup';
import type { Rescue } from './openingFault';

/** What can be done with the database of this name. In a browser its file is nobody's to hand on or to keep. */
export function rescueOf(name: string): Rescue {
  if (Platform.OS === 'web') return { share: null, startAnew: () => deleteDatabaseAsync(name) };
  const file = () => new File(`file://${String(defaultDatabaseDirectory)}`, name);
  return {
    share: async () => share(name, BACKUP_TYPE, await file().bytes()),
    startAnew: async () => {
      const aside = `${file().uri}.${Date.now()}.aside`;
      // What was written last may stand in the files beside it.
      for (const ending of ['', '-wal', '-shm']) {
        const part = new File(`${file().uri}${ending}`);
        if (part.exists) part.move(new File(`${aside}${ending}`));
      }
    },
  };
}

import { getDocumentAsync } from 'expo-document-picker';
import { File } from 'expo-file-system';
import { deserializeDatabaseSync } from 'expo-sqlite';
import type { CompiledApp } from '@/core/compiled';
import type { KitBackup } from '../base/context';
import { share } from './attachments';
import { BACKUP_TYPE, restoreBackup, withoutLog } from './backup';
import type { PhoneSqlite } from './phoneSqlite';

/** Backups as files. `restored` is waited for once all that is stored is another. */
export const backupOf = (
  { name }: Pick<CompiledApp, 'name'>,
  db: PhoneSqlite,
  restored: () => Promise<void>,
): KitBackup => ({
  share: () => share(`${name} ${new Date().toLocaleDateString('sv-SE')}.db`, BACKUP_TYPE, db.serializeSync()),
  async restore() {
    const chosen = await getDocumentAsync({ copyToCacheDirectory: true });
    const [asset] = chosen.assets ?? [];
    if (!asset) return null;
    const bytes = asset.file ? new Uint8Array(await asset.file.arrayBuffer()) : await new File(asset.uri).bytes();
    const backup = deserializeDatabaseSync(withoutLog(bytes));
    try {
      restoreBackup(backup, db);
    } finally {
      backup.closeSync();
    }
    await restored();
    return 'restored';
  },
});

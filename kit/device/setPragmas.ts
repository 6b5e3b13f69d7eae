import { Platform } from 'react-native';
import type { PhoneSqlite } from './phoneSqlite';

/**
 * How SQLite works: it writes ahead, and keeps 32 MiB at hand, as lists are counted after each save and the index of a
 * large one would be read from the file for that each time. In a browser there is WAL only where nobody else can have the
 * file open, as is so there anyway; and a commit waits for the file to have it, not for the disk, as all else that a
 * browser stores. Source: sqlite.org/wal.html, "Use of WAL Without Shared-Memory"; sqlite.org/pragma.html
 */
export function setPragmas(db: PhoneSqlite): void {
  if (Platform.OS === 'web') db.execSync('PRAGMA locking_mode = EXCLUSIVE; PRAGMA synchronous = NORMAL');
  db.execSync('PRAGMA journal_mode = WAL');
  db.execSync('PRAGMA cache_size = -32768');
}

import { NewerDatabaseError } from './migrations';

/** What can be done with a database that cannot be opened. */
export interface Rescue {
  /** Hands the file as it is to somebody who may mend it; null where there is no such file to hand on. */
  share: (() => Promise<void>) | null;
  /** Puts the file aside, so that the app begins again with what it was shipped with. */
  startAnew(): Promise<void>;
}

/** SQLite's words for what keeps a database from being opened, each with what it means. Source: sqlite.org/rescode.html */
const faults: readonly (readonly [RegExp, string])[] = [
  [
    /disk is full|no space left|ENOSPC|QuotaExceeded/i,
    'There is no room left on this phone. Make some, then try again.',
  ],
  [
    /is locked|\bbusy\b|createSyncAccessHandle/i,
    'It is in use elsewhere. Close the app where else it is open, then try again.',
  ],
  [
    /not a database|malformed|corrupt/i,
    'What is stored is damaged, or it was encrypted with a key that this phone no longer has. Hand the file to whoever made the app, or start anew.',
  ],
  [/unable to open/i, 'Its file cannot be reached. Try again, or start the phone anew.'],
];

const NEWER =
  'It was written by a newer version of this app, and was left as it is. Take the newest version, then try again.';

/** Why a database could not be opened, in words, and what helps. */
export function openingFault(error: unknown): string {
  if (error instanceof NewerDatabaseError) return NEWER;
  const message = error instanceof Error ? error.message : String(error);
  const [, known] = faults.find(([pattern]) => pattern.test(message)) ?? [];
  return known ?? `It said: ${message}. Nothing that is stored was changed. Try again.`;
}

/** A short word at the foot of the phone after something was done, with a way to take it back. */
export interface KitNotice {
  text: string;
  tone: 'done' | 'problem';
  undoSeq?: number;
}

/** The notices that were not read yet, the one on show last: one that comes leaves the others their ways back. */
export type Notices = readonly KitNotice[];

const MOST = 3;

/** With a notice more; null dismisses them all. A problem stands alone as soon as the next one comes. */
export function noticed(now: Notices, notice: KitNotice | null): Notices {
  return notice === null ? [] : [...now.filter(({ undoSeq }) => undoSeq !== undefined).slice(1 - MOST), notice];
}

/** Without what has been undone, wherever that was done. */
export function withoutUndone(now: Notices, seq: number): Notices {
  return now.some(({ undoSeq }) => undoSeq === seq) ? now.filter(({ undoSeq }) => undoSeq !== seq) : now;
}

/** The one before comes on show; the one on show waits behind the others. */
export function earlierShown(now: Notices): Notices {
  return [...now.slice(-1), ...now.slice(0, -1)];
}

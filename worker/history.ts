import type { JournalEntry } from '@/core/store';

/** The entries that undo and redo work on, the next one last. */
export interface History {
  undo: JournalEntry[];
  redo: JournalEntry[];
}

/** One timeline for rows and plan: an undo moves an entry over, a redo moves it back, anything else forgets the redos. */
export function historyOf(entries: readonly JournalEntry[]): History {
  const history: History = { undo: [], redo: [] };
  for (const entry of entries) {
    if (entry.undoes !== undefined) move(history.undo, history.redo, entry.undoes);
    else if (entry.redoes !== undefined) move(history.redo, history.undo, entry.redoes);
    else {
      history.undo.push(entry);
      history.redo = [];
    }
  }
  return history;
}

function move(from: JournalEntry[], to: JournalEntry[], seq: number): void {
  const index = from.findIndex((entry) => entry.seq === seq);
  if (index >= 0) to.push(...from.splice(index, 1));
}

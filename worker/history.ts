import type { JournalEntry } from '@/core/store';

/**
 * One timeline for rows and plan, and the entries that undo and redo work on, the next one last: an undo moves an entry
 * over, a redo moves it back, anything else forgets the redos, a final one all.
 */
export class History {
  private done: JournalEntry[] = [];
  private undone: JournalEntry[] = [];

  constructor(entries: readonly JournalEntry[]) {
    entries.forEach((entry) => this.add(entry));
  }

  get undo(): readonly JournalEntry[] {
    return this.done;
  }

  get redo(): readonly JournalEntry[] {
    return this.undone;
  }

  add(entry: JournalEntry): void {
    if (entry.final) [this.done, this.undone] = [[], []];
    else if (entry.undoes !== undefined) move(this.done, this.undone, entry.undoes);
    else if (entry.redoes !== undefined) move(this.undone, this.done, entry.redoes);
    else {
      this.done.push(entry);
      this.undone = [];
    }
  }

  /** Forgets what is no longer kept. */
  forgetBefore(seq: number): void {
    const isKept = (entry: JournalEntry) => entry.seq >= seq;
    [this.done, this.undone] = [this.done.filter(isKept), this.undone.filter(isKept)];
  }
}

function move(from: JournalEntry[], to: JournalEntry[], seq: number): void {
  const index = from.findLastIndex((entry) => entry.seq === seq);
  if (index >= 0) to.push(...from.splice(index, 1));
}

import type { CompiledApp, ReadRequest, Ripple } from '@/core/compiled';
import type { ReadSet, TableChange } from '@/core/driver';
import { Runtime } from '@/core/runtime';
import type { AppDatabase } from '../data/personalDatabase';
import type { PhoneDriver } from './phoneDriver';

/** So many changes can be taken back. */
const MOST_KEPT = 100;

/** An app over a phone's SQLite. `changed` is told of each change once it is stored. */
export function phoneDatabase(
  app: CompiledApp,
  driver: PhoneDriver,
  changed: (changes: readonly TableChange[]) => void,
): AppDatabase & { forget(): void } {
  const runtime = new Runtime(app, driver);
  const kept: { seq: number; label: string; changeSet: Uint8Array }[] = [];
  let seq = 0;

  type Pending = ReturnType<Runtime['redo']>;
  const acknowledge = (
    { changeSet, changes, statements, commit }: Omit<Pending, 'value'>,
    told: Pick<Ripple, 'label' | 'lastId'> & Partial<Ripple>,
    begun: number,
  ): Ripple => {
    commit();
    seq += 1;
    kept.push({ seq, label: told.label, changeSet });
    kept.splice(0, kept.length - MOST_KEPT);
    changed(changes);
    const milliseconds = performance.now() - begun;
    return { seq, at: new Date().toISOString(), statements, changes, milliseconds, ...told };
  };

  return {
    trigrams: driver.trigrams,
    // A promise, so that what fails is caught where it is waited for.
    read: async (request) => {
      const { rows, reads } = runtime.read(request);
      return { rows, reads: reads.unknown ? tablesOf(request, driver) : reads };
    },
    write: async (request) => {
      const begun = performance.now();
      const pending = runtime.write(request);
      const { label, lastId, messages, go } = pending.value;
      const news = messages.length > 0 || go ? { news: { messages, go } } : {};
      return acknowledge(pending, { label, lastId, ...news }, begun);
    },
    runRoutine: async (request) => {
      const begun = performance.now();
      const ran = runtime.runRoutine(request);
      if (ran.pending === null) return ran.outcome;
      const { messages, go } = ran.outcome;
      const ripple = acknowledge(ran.pending, { label: ran.label, lastId: null }, begun);
      return { kind: 'done', ripple, messages, go };
    },
    undoEntry: async (undone) => {
      const entry = kept.find((each) => each.seq === undone);
      if (!entry) return;
      const begun = performance.now();
      const pending = runtime.undo(entry.changeSet, entry.label);
      acknowledge(pending, { label: `Undid: ${entry.label}`, lastId: null, undoes: undone }, begun);
      kept.splice(kept.indexOf(entry), 1);
    },
    warmSearch: async (search, person) => runtime.warmSearch(search, person),
    /** What was done can no longer be taken back. */
    forget: () => void kept.splice(0),
  };
}

/** What a statement reads, as far as it says: all columns of its tables. */
function tablesOf({ reads = [], key }: ReadRequest, driver: PhoneDriver): ReadSet {
  if (reads.length === 0) return { tables: {}, unknown: true };
  const tables = Object.fromEntries(reads.map((table) => [table, driver.columnsOf(table)]));
  return { tables, ...(key ? { key } : {}) };
}

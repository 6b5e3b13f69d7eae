import type { KitDatabase, RoutineResult } from '../base/context';
import type { ReadRequest, ReadResult, Ripple, RoutineRequest, WriteRequest } from '@/core/compiled';
import type { SearchTexts } from '@/core/driver';

/** An open app as whoever runs it has it: each request says who is signed in. */
export interface AppDatabase {
  read(request: ReadRequest): Promise<ReadResult>;
  write(request: WriteRequest): Promise<Ripple>;
  runRoutine(request: RoutineRequest): Promise<RoutineResult>;
  undoEntry(seq: number): Promise<void>;
  /** Whether searches have an index of trigrams. */
  trigrams: boolean;
  warmSearch(search: readonly SearchTexts[], person: number | null): Promise<void>;
}

/**
 * A database as one person has it. `refreshed` waits for a change, and then until the lists that it touches are
 * fetched again: a form closes upon a list that has its record.
 */
export function personalDatabase(
  database: AppDatabase,
  person: number | null,
  scope: KitDatabase['scope'],
  refreshed: <T>(change: Promise<T>) => Promise<T>,
): KitDatabase {
  return {
    scope: [...scope, person ?? 'nobody'],
    read: (request) => database.read({ ...request, person }),
    write: (request) => refreshed(database.write({ ...request, person })),
    runRoutine: (request) => refreshed(database.runRoutine({ ...request, person })),
    undo: (seq) => refreshed(database.undoEntry(seq)),
    trigrams: database.trigrams,
    warmSearch: (search) => database.warmSearch(search, person),
  };
}

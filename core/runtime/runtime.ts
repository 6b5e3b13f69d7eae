import type { RoutineOutcome } from './routineOutcome';
import { runRoutine } from './runRoutine';
import { runWrite, type Written } from './runWrite';
import {
  asPerson,
  type CompiledApp,
  type ReadRequest,
  type ReadResult,
  type RoutineRequest,
  type WriteRequest,
} from '@/core/compiled';
import {
  ConflictError,
  type Driver,
  type OpenWrite,
  type PendingWrite,
  type SearchTexts,
  SLOWEST_READ_MS,
} from '@/core/driver';
import { ProblemError } from '@/core/problem';

const SEARCH_ROWS_A_CALL = 20_000;

/** A routine that has run to its end, its transaction still open; or how else it ended, with nothing of it left. */
export type RanRoutine =
  | { outcome: Extract<RoutineOutcome, { kind: 'done' }>; pending: PendingWrite<unknown>; label: string }
  | { outcome: Exclude<RoutineOutcome, { kind: 'done' }>; pending: null };

/**
 * A compiled app over a database: what it reads, writes, runs and undoes. It knows no plan, keeps no journal and holds
 * no order: whoever has it calls one thing after another, stores each change set, and then commits.
 */
export class Runtime {
  constructor(
    readonly app: CompiledApp,
    readonly driver: Driver,
  ) {}

  /** Reads, as the person of the request. What is searched is made ready first. Throws a Problem. */
  read(request: ReadRequest): ReadResult {
    const { search = [], person = null } = request;
    this.warmSearch(search, person);
    for (const { name } of search) while (this.driver.freshenSearch(name, SEARCH_ROWS_A_CALL));
    const params = asPerson(request, request.params ?? {}, request.person);
    const { rows, reads } = this.driver.query(request.sql, params, SLOWEST_READ_MS);
    return { rows, reads: request.key ? { ...reads, key: request.key } : reads };
  }

  /** Makes ready what is searched as a person sees it, to be filled when there is time. */
  warmSearch(search: readonly SearchTexts[], person: number | null): void {
    for (const texts of search) this.driver.ensureSearch(texts, asPerson(texts.select, {}, person));
  }

  /** Runs a write with the routines that it starts; it stands when the transaction is committed. Throws a Problem. */
  write(request: WriteRequest): PendingWrite<Written> {
    return this.within((open) => open.finish(runWrite(this.app, open.writer, request)));
  }

  /** Runs a routine as one transaction: all of it or, where it asks, is stopped or fails, none. Throws a Problem. */
  runRoutine({ routineId, recordIds, answers, person = null }: RoutineRequest): RanRoutine {
    const label = this.labelOf({ routineId, recordIds, answers, person });
    return this.within((open): RanRoutine => {
      const outcome = runRoutine({ app: this.app, writer: open.writer, person, answers }, routineId, recordIds);
      if (outcome.kind === 'done') return { outcome, pending: open.finish(undefined), label };
      open.rollback();
      return { outcome, pending: null };
    });
  }

  /** Takes back what a change set did. Throws the Problem `undo-conflict` where its rows have changed since. */
  undo(changeSet: Uint8Array, label: string): PendingWrite<void> {
    return this.redo(this.driver.invert(changeSet), label);
  }

  /** Does again what a change set did. Throws the Problem `undo-conflict` where its rows have changed since. */
  redo(changeSet: Uint8Array, label: string): PendingWrite<void> {
    try {
      return this.driver.applyChangeSet(changeSet);
    } catch (error) {
      if (error instanceof ConflictError) throw new ProblemError({ code: 'undo-conflict', label });
      throw error;
    }
  }

  /** A routine by its name, with what it is run on. */
  private labelOf({ routineId, recordIds, person }: RoutineRequest): string {
    const routine = this.app.routines.find(({ id }) => id === routineId);
    const [only, ...others] = recordIds;
    const called = routine?.name ?? '';
    if (others.length > 0) {
      const table = this.app.tables.find(({ id }) => id === routine?.tableId);
      return `${called}: ${recordIds.length} ${table?.name.toLowerCase() ?? ''}`;
    }
    if (only === undefined || !routine?.nameOf) return called;
    const [row] = this.driver.query(routine.nameOf.sql, asPerson(routine.nameOf, { id: only }, person)).rows;
    return row === undefined ? called : `${called}: ${String(row._name)}`;
  }

  /** Runs `work` in a transaction; where it throws, nothing has happened. */
  private within<T>(work: (open: OpenWrite) => T): T {
    const open = this.driver.beginWrite();
    try {
      return work(open);
    } catch (error) {
      open.rollback();
      throw error;
    }
  }
}

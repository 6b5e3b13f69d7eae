import { useCallback, useMemo, useRef } from 'react';
import { useKit } from '../base/context';
import { removeAllRequest, removeRequest, saveRequest, setAllRequest, setOfRequest } from './writeRequests';
import type { CompiledTable, RoutineNews, WriteRequest } from '@/core/compiled';
import type { AskedColumn, RecordValues, Scalar } from '@/core/model';
import { describeProblem, type Problem, toProblem } from '@/core/problem';

/** What came of saving: the record's id, or the problem; null where another save was still under way. */
export type Saved = { id: number; label: string; news?: RoutineNews } | { problem: Problem } | null;

/** What a form and its buttons can do to the records of a table. */
export function useWrites(table: CompiledTable) {
  const save = useSave(table);
  const act = useAct();
  return useMemo(
    () => ({
      save,
      /** Deletes a record at once. */
      remove: (recordId: number) => act(removeRequest(table, recordId)),
      removeAll: (ids: readonly number[]) => act(removeAllRequest(table, ids)),
      setAll: (ids: readonly number[], column: AskedColumn, value: Scalar) =>
        act(setAllRequest(table, ids, column, value)),
      setOf: (verb: string, recordId: number, values: readonly { column: AskedColumn; value: Scalar }[]) =>
        act(setOfRequest(table, verb, recordId, values)),
    }),
    [save, act, table],
  );
}

/** Saves a record with its lines. A second call before the first has ended does nothing. */
function useSave(table: CompiledTable) {
  const { database, people } = useKit();
  const busy = useRef(false);
  return useCallback(
    async (
      recordId: number | undefined,
      values: RecordValues,
      lines: WriteRequest['statements'] = [],
    ): Promise<Saved> => {
      if (busy.current) return null;
      busy.current = true;
      try {
        const ripple = await database.write(saveRequest(table, recordId, values, lines, people.current !== null));
        return {
          id: recordId ?? ripple.lastId ?? 0,
          label: ripple.label,
          ...(ripple.news ? { news: ripple.news } : {}),
        };
      } catch (error) {
        return { problem: toProblem(error) };
      } finally {
        busy.current = false;
      }
    },
    [database, table, people],
  );
}

/** Writes and tells what was done, with a way to take it back; or what went wrong. */
function useAct() {
  const { database, notify } = useKit();
  return useCallback(
    async (request: WriteRequest): Promise<boolean> => {
      try {
        const ripple = await database.write(request);
        notify({
          text: [ripple.label, ...(ripple.news?.messages ?? [])].join('. '),
          tone: 'done',
          undoSeq: ripple.seq,
        });
        return true;
      } catch (error) {
        const { what, kept, todo } = describeProblem(toProblem(error));
        notify({ text: `${what} ${kept} ${todo}`, tone: 'problem' });
        return false;
      }
    },
    [database, notify],
  );
}
